-- Streams of any kind: a termination's is one. Those that are locked together are a group: all of a cable's, or one by itself.
create table stream_group (id uuid primary key);

create table stream (
    id uuid primary key,
    kind text not null,
    group_id uuid not null references stream_group,
    job_id uuid references job
);

insert into stream_group (id) select id from cable;
insert into stream (id, kind, group_id, job_id) select id, 'termination', cable_id, job_id from termination;
create index on stream (group_id);
create index on stream (job_id);
alter table termination add foreign key (id) references stream;

create table work_session_state (
    stream_id uuid primary key references stream,
    person_id uuid,
    place text,
    job_id uuid,
    began_at timestamptz,
    ended_at timestamptz,
    needs_a_look boolean not null,
    events int not null
);

create index on work_session_state (person_id, began_at);

alter table quarantine_of rename column termination_id to stream_id;
alter table quarantine_of drop constraint quarantine_of_termination_id_fkey, add foreign key (stream_id) references stream;
