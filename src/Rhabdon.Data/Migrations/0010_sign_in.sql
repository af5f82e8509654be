-- Wrong tries are counted elsewhere from here on.
alter table person drop column failures, drop column locked_until;

-- A tablet or browser, known by a secret in a cookie of which only the hash is kept; and who may sign in on it by PIN.
create table device (
    id uuid primary key,
    token_hash bytea not null unique,
    first_seen timestamptz not null default now()
);
create table person_device (
    person_id uuid not null references person,
    device_id uuid not null references device,
    enrolled_by uuid not null references person,
    enrolled_at timestamptz not null default now(),
    primary key (person_id, device_id)
);

-- A session is good until it is ended: by signing out, by a new PIN or password, by leaving, or by a restored backup.
create table session (
    id uuid primary key,
    person_id uuid not null references person,
    device_id uuid not null references device,
    made_at timestamptz not null default now(),
    ended_at timestamptz
);
create index session_person on session (person_id) where ended_at is null;

-- Tries at signing in, counted before the secret is looked at.
create table sign_in_try (
    key text primary key,
    tries int not null,
    since timestamptz not null
);

-- What a person is told when they next sign in.
create table notice (
    id uuid primary key,
    person_id uuid not null references person,
    phrase text not null,
    by_person uuid references person,
    made_at timestamptz not null default now(),
    read_at timestamptz
);
create index notice_person on notice (person_id) where read_at is null;
