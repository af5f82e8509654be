-- How much of a lot an entry of the work used up, in its kind's unit.
alter table gear_use add column amount numeric not null default 0;

-- By which recipe and with which connector an end is to be made: a crew's stock is held against the work ahead.
alter table termination_state add column recipe text not null default '', add column connector text not null default '';

alter table cable_tally add column recipe text not null default '', add column connector text not null default '';

alter table cable_tally drop constraint cable_tally_pkey, add primary key (cable_id, bucket, recipe, connector);
