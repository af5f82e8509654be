-- An append proves both sides itself: it has just read the terminations under their cables' locks, and puts the events in with the same command.
-- Checking each of a thousand rows of a shared act twice more took two thirds of that command's time. 'rebuild --check' counts rows that point at nothing.
alter table event_stream drop constraint event_stream_stream_id_fkey, drop constraint event_stream_event_id_fkey;
