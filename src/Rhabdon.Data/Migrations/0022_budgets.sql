-- Budget profiles are published and confirmed as end-face profiles are: both are profiles, of one kind or the other.
alter table face_profile rename to own_profile;
alter table own_profile add column kind text not null default 'face' check (kind in ('face', 'budget'));
alter table own_profile alter column kind drop default;
alter table own_profile drop constraint face_profile_pkey, add primary key (kind, id, version);

alter table profile_confirmation add column kind text not null default 'face' check (kind in ('face', 'budget'));
alter table profile_confirmation alter column kind drop default;
alter table profile_confirmation drop constraint profile_confirmation_pkey, add primary key (kind, profile_id, version);
