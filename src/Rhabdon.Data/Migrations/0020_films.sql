-- The color by which a crew knows each of its polishing films.
create table crew_film (
    crew_id uuid not null references crew,
    grit numeric not null,
    color text not null,
    primary key (crew_id, grit)
);
