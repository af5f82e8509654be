-- What was noted when an event was taken in and something was out of the ordinary; the event's own text stays as the tablet made it.
-- happened_at is when it happened, as far as anyone can know; null for events from before this was kept.
alter table event
    add column receipt text,
    add column signature text,
    add column happened_at timestamptz;

-- Changes when a backup takes the place of what was here: whoever remembers anything of the time before must forget it.
create table lineage (
    only_one boolean primary key default true check (only_one),
    id uuid not null
);
insert into lineage (id) values (gen_random_uuid());

-- The day on which a moment falls at a site. A zone that is not known (an old import) is read as UTC.
create function site_day(moment timestamptz, zone text) returns date language plpgsql stable as $$
begin
    return (moment at time zone zone)::date;
exception when invalid_parameter_value then
    return (moment at time zone 'UTC')::date;
end $$;
