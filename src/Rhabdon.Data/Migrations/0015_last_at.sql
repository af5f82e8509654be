-- When the latest entry of a termination happened: a crew's tally goes by who belonged to it on that day.
alter table termination_state add column last_at timestamptz;
