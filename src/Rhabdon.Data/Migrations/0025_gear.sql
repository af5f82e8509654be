-- Tools and lots of a crew: streams of their own, and what each was used for.
create table gear_state (
    stream_id uuid primary key references stream,
    gear text,
    name text,
    code text,
    crew_id uuid,
    is_aside boolean not null,
    is_gone boolean not null,
    needs_a_look boolean not null,
    events int not null
);

create index on gear_state (crew_id);

-- Which tool or lot served which strand at which entry of its work, and how often the act was done there. Written beside work_history.
create table gear_use (
    gear_id uuid not null,
    termination_id uuid not null references termination,
    event_id uuid not null,
    does text not null,
    times int not null,
    at timestamptz not null,
    primary key (termination_id, event_id, gear_id, does)
);

create index on gear_use (gear_id, does, at) include (times);
