-- What a link was found to have had once it was put right: names of causes, parted by spaces. They are few among many links.
alter table link_state add column found text not null default '';
create index on link_state (job_id) where found <> '';

-- When an accepted end went back to the bench for its link: what was measured on it before says nothing of it now.
alter table termination_state add column remade_at timestamptz;
