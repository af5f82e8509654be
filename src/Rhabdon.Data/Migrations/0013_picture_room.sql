-- How large a picture's file is, so that a job's pictures can be added up without reading them.
alter table picture add column bytes int generated always as (length(file)) stored;
