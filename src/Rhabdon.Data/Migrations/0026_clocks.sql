-- Since when the time of a strand's present step runs: what a crew waits for is found without a look at every strand.
alter table termination_state add column clock_since timestamptz;

create index on termination_state (clock_since) where clock_since is not null;
