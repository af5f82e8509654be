-- The promise behind the one-time link that makes the first owner of an empty database; only the token's hash is kept.
create table first_owner (
    only_one boolean primary key default true check (only_one),
    token_hash bytea not null,
    until timestamptz not null
);
