-- Where a version came from: shipped with the program, or published by a person. What a person has published is never overwritten by a newer program.
alter table recipe add column published_by uuid references person;
alter table ladder add column published_by uuid references person;

-- A recipe that is offered no more; what has begun by it goes on.
create table recipe_retired (
    recipe_id text primary key,
    retired_by uuid not null references person,
    reason text not null,
    retired_at timestamptz not null default now()
);

-- A job may demand that every recipe has been confirmed against its maker's sheet before a strand begins.
alter table job add column confirmed_only boolean not null default false;
