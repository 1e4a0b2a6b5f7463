-- Up Migration

-- Tries at a sign-in are taken from buckets that fill again by themselves. Nothing is worked out from a point in time, so a clock that is
-- set back makes nobody wait longer.
drop table sign_in_failures;
create table sign_in_buckets (
  key text primary key,
  tries double precision not null,
  filled_at timestamptz not null default clock_timestamp(),
  granted boolean not null default true
);
create index sign_in_buckets_filled_idx on sign_in_buckets (filled_at);

-- A person signed in on a device, until they sign out. The device signs with this key what it records while they are.
create table sign_ins (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null references people (id),
  person_version integer not null,
  key bytea not null,
  began_at timestamptz not null default now(),
  ended_at timestamptz
);
create index sign_ins_person_idx on sign_ins (person_id) where ended_at is null;

-- Which form the event is stored in, what its device had seen when it was made, and who was signed in when it was sent, where that was
-- somebody else. Rows from before are version 1.
alter table job_events
  add column version smallint not null default 1,
  add column seen integer,
  add column sent_by uuid references people (id),
  add column sent_by_name text;
alter table job_events alter column version drop default;
