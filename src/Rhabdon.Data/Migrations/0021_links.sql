-- What was measured on which link, beside its events: the reading that is worst, and against which references, when, all of them were taken.
create table link_state (
    stream_id uuid primary key references stream,
    job_id uuid,
    cable_id uuid,
    strand int,
    parts int not null,
    grade text,
    loss int,
    loss_limit int,
    wavelength int,
    from_end text,
    taken int not null,
    against text not null,
    came_out int,
    is_lit boolean not null,
    needs_a_look boolean not null,
    events int not null
);

create index on link_state (cable_id, strand);
create index on link_state (job_id, (loss_limit - loss)) where grade <> 'pass';
create index on link_state (job_id, grade);

-- The references that were taken on a job.
create table reference_state (
    stream_id uuid primary key references stream,
    job_id uuid,
    taken_at timestamptz,
    ended_at timestamptz,
    needs_a_look boolean not null,
    events int not null
);

create index on reference_state (job_id, taken_at);

-- How the links of a job are tested; without one, as usual.
create table job_test_plan (
    job_id uuid primary key references job,
    content text not null,
    set_by uuid not null references person,
    set_at timestamptz not null default now()
);
