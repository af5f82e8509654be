-- A person's keys, each made on one device and never leaving it: what someone else sends in their name must carry the signature of one.
create table person_key (
    id uuid primary key,
    person_id uuid not null references person,
    device_id uuid not null,
    public_key text not null,
    made_at timestamptz not null default now(),
    ended_at timestamptz,
    unique (person_id, device_id, public_key)
);

-- Since when someone may no longer sign in; what they did before that is still taken in.
alter table person add column inactive_since timestamptz;
update person set inactive_since = now() where not is_active;

-- Events that could not be verified: kept with the reason, and never counted.
create table quarantine (
    event_id uuid primary key,
    actor_id uuid not null,
    content text not null,
    signature text,
    reason text not null,
    sent_by uuid not null references person,
    sent_at timestamptz not null default now()
);
create table quarantine_of (
    termination_id uuid not null references termination,
    event_id uuid not null references quarantine,
    primary key (termination_id, event_id)
);
