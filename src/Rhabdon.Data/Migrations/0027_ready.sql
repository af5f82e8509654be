-- What of the ready check stops a crew's work and what only warns, where the crew has said otherwise than is usual.
create table crew_ready (
    crew_id uuid not null references crew,
    item text not null,
    stops boolean not null,
    primary key (crew_id, item)
);
