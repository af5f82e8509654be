-- Written now and then, to know that rows can be written.
create table proof_of_life (
    only_one boolean primary key default true check (only_one),
    at timestamptz not null
);
