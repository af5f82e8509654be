-- Pictures of end faces, each named by the SHA-256 of its file: never changed. They are packed already, so PostgreSQL need not try again.
create table picture (
    hash text primary key check (hash ~ '^[0-9a-f]{64}$'),
    media text not null,
    file bytea not null,
    received_from uuid not null references person,
    received_at timestamptz not null default now()
);
alter table picture alter column file set storage external;

-- The strands that a picture shows, and so who may see it.
create table picture_of (
    termination_id uuid not null references termination,
    hash text not null references picture,
    primary key (termination_id, hash)
);

-- How often a person chose otherwise than a picture was graded.
alter table termination_state add column overruled int not null default 0;

-- A lead has compared a profile's limits with the buyer's edition of the standard.
create table profile_confirmation (
    profile_id text not null,
    version int not null,
    edition text not null,
    confirmed_by uuid not null references person,
    confirmed_at timestamptz not null default now(),
    primary key (profile_id, version)
);
