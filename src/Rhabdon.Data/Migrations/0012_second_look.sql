-- What a tablet made of a picture, and what the server made of the same picture when it looked itself.
create table second_look (
    event_id uuid primary key references event,
    hash text not null,
    profile text not null,
    version int not null,
    verdict text not null,
    sign text,
    scale double precision,
    own_verdict text,
    own_sign text,
    looked_at timestamptz
);
create index second_look_open on second_look (hash) where looked_at is null;

-- Beside the events of now on, those that are here already.
create function note_second_looks(ids uuid[]) returns void language sql as $$
    insert into second_look (event_id, hash, profile, version, verdict, sign, scale)
    select e.id, face ->> 'picture', face ->> 'profile', (face ->> 'version')::int, face -> 'grade' ->> 'verdict', face ->> 'sign', (face -> 'grade' -> 'place' ->> 'scale')::double precision
    from event e cross join lateral (select e.content::jsonb -> 'body' -> 'reading' -> 'face' as face) f
    where e.kind = 'step-done' and (ids is null or e.id = any (ids)) and face is not null and face ->> 'picture' is not null and face -> 'grade' ->> 'verdict' is not null
    on conflict do nothing
$$;
select note_second_looks(null);
