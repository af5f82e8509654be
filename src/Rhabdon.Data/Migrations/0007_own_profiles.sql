-- A buyer's own limits for end faces; a published version never changes.
create table face_profile (
    id text not null,
    version int not null,
    content text not null,
    published_by uuid not null references person,
    published_at timestamptz not null default now(),
    primary key (id, version)
);
