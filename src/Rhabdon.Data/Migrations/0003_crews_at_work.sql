-- What batches, hand-over and trouble leave in the projection; a bucket is what lists count and filter by.
alter table termination_state
    add column bucket text not null default 'planned',
    add column batch_id uuid,
    add column in_hand uuid;
create index termination_state_batch on termination_state (batch_id) where batch_id is not null;
create index termination_state_look on termination_state (termination_id) where needs_a_look;

-- How many ends of a cable are in each bucket, kept with the projection so that an overview need not count.
create table cable_tally (
    cable_id uuid not null references cable,
    bucket text not null,
    ends int not null,
    primary key (cable_id, bucket)
);

-- Which shape of projection the tables hold; a server that writes another refolds them when it starts.
create table projection_version (
    only_one boolean primary key default true check (only_one),
    version int not null
);

-- What rework costs on a job, when someone has said.
alter table job
    add column currency text,
    add column per_hour numeric(12, 2),
    add column per_connector numeric(12, 2);

-- Someone who has left can no longer sign in; what they did stays theirs.
alter table person add column is_active boolean not null default true;
create index crew_member_person on crew_member (person_id);
create index job_crew_crew on job_crew (crew_id);
create index cable_job on cable (job_id);
create index termination_job on termination (job_id);
