-- What is done once at a cable's end, beside its events.
create table cable_end_state (
    stream_id uuid primary key references stream,
    cable_id uuid,
    cable_end text,
    steps text not null,
    needs_a_look boolean not null,
    events int not null
);

create index on cable_end_state (cable_id);
