-- Chains of strands over several cables of a job, tested from end to end.
create table chain (
    id uuid primary key,
    job_id uuid not null references job,
    content text not null,
    made_by uuid not null references person,
    made_at timestamptz not null default now()
);

create index on chain (job_id);
