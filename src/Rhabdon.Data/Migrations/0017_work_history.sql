-- Every piece of work that counts, for schedule, quality and cost to reckon with. Filled in the append's own transaction, and anew by 'rebuild'.
create table work_history (
    termination_id uuid not null references termination,
    event_id uuid not null,
    job_id uuid not null,
    at timestamptz not null,
    kind text not null,
    actor_id uuid not null,
    -- The crew on the job that the actor belonged to on that day at the site; null for who belonged to none.
    crew_id uuid,
    method text not null,
    recipe_id text not null,
    recipe_version int not null,
    attempt int not null,
    try int not null,
    step text,
    reads text,
    value numeric,
    choice text,
    verdict text,
    sign text,
    action text,
    seconds int,
    strands int not null,
    outcome text,
    primary key (termination_id, event_id)
);

-- What is asked of it is a span of time for a job, a crew or a method; each index holds all that its question needs, so that no row is read beside it.
create index on work_history (method, at) include (recipe_id, recipe_version, step, verdict, sign, outcome, attempt, termination_id, seconds, strands);
create index on work_history (crew_id, at) include (method, step, verdict, sign, outcome, attempt, termination_id, seconds, strands);
create index on work_history (job_id, at) include (method, step, verdict, sign, outcome, attempt, termination_id, seconds, strands);
