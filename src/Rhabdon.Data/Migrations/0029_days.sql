-- A crew's days: what they are planned by and what is planned. Whoever changes them names the version that they saw.
create table crew_days (
    crew_id uuid primary key references crew,
    version int not null,
    content text not null,
    set_by uuid not null references person,
    set_at timestamptz not null default now()
);
