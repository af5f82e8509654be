-- People, crews and who belongs when.
create table person (
    id uuid primary key,
    name text not null,
    sign_in text not null,
    role text not null check (role in ('owner', 'lead', 'installer', 'viewer')),
    password_hash text,
    pin_hash text,
    failures int not null default 0,
    locked_until timestamptz
);
create unique index person_sign_in on person (lower(sign_in));

create table crew (
    id uuid primary key,
    name text not null unique
);

create table crew_member (
    crew_id uuid not null references crew,
    person_id uuid not null references person,
    from_day date not null,
    to_day date,
    primary key (crew_id, person_id, from_day)
);

-- The job and the place it is done in.
create table job (
    id uuid primary key,
    name text not null,
    customer text not null,
    site text not null,
    time_zone text not null,
    label_pattern text not null,
    created_at timestamptz not null default now()
);

create table job_crew (
    job_id uuid not null references job,
    crew_id uuid not null references crew,
    primary key (job_id, crew_id)
);

create table panel (
    id uuid primary key,
    job_id uuid not null references job,
    closet text not null,
    name text not null,
    ports int not null check (ports between 1 and 1000),
    unique (job_id, closet, name)
);

create table cable (
    id uuid primary key,
    job_id uuid not null references job,
    name text not null,
    build text not null,
    grade text not null,
    strands int not null check (strands between 1 and 1000),
    length_nm bigint not null,
    unique (job_id, name)
);

-- One end of one strand. What it is to be stands in its 'planned' event; what it has become in its projection.
create table termination (
    id uuid primary key,
    cable_id uuid not null references cable,
    job_id uuid not null references job,
    strand int not null,
    cable_end text not null check (cable_end in ('near', 'far')),
    panel_id uuid not null references panel,
    port int not null,
    position int not null default 1,
    label text not null,
    unique (cable_id, strand, cable_end),
    unique (panel_id, port, position),
    unique (job_id, label)
);

-- Recipes and ladders as published: a version never changes.
create table recipe (
    id text not null,
    version int not null,
    content text not null,
    confirmation text,
    published_at timestamptz not null default now(),
    primary key (id, version)
);

create table ladder (
    id text not null,
    version int not null,
    content text not null,
    published_at timestamptz not null default now(),
    primary key (id, version)
);

-- Events: only ever added. Content is the event's canonical JSON, whole.
create table event (
    id uuid primary key,
    device_id uuid not null,
    device_sequence bigint not null,
    clock_ms bigint not null,
    clock_count int not null,
    actor_id uuid not null references person,
    kind text not null,
    content text not null,
    received_from uuid references person,
    received_at timestamptz not null default now(),
    unique (device_id, device_sequence)
);

create table event_stream (
    stream_id uuid not null references termination,
    event_id uuid not null references event,
    primary key (stream_id, event_id)
);

-- Projection of a termination, written with its events; 'rebuild' makes it anew from them.
create table termination_state (
    termination_id uuid primary key references termination,
    phase text not null,
    attempt int not null,
    try int not null,
    step text,
    sign text,
    needs_a_look boolean not null,
    fiber_used_nm bigint not null,
    events int not null
);

-- Keys that sign cookies, shared by every instance of the server.
create table protection_key (
    name text primary key,
    content text not null
);
