-- Up Migration

-- What was sent, by its SHA-256, beside what was made of it: whoever sends the same id with another content is not answered as if it were
-- here. Rows of before have none, and count by their id.
alter table job_photos add column sent_sha256 bytea;
alter table job_events add column sent_sha256 bytea;

-- What was not taken and must not be lost: a lead looks at it, and says what becomes of it.
create table disputes (
  id uuid primary key default gen_random_uuid(),
  kind text not null check (kind in ('entry', 'photo')),
  about uuid not null,
  job_id uuid not null references jobs (id),
  person_id uuid not null references people (id),
  sent_by uuid not null references people (id),
  why text not null,
  content jsonb,
  bytes bytea constraint disputes_small check (octet_length(bytes) <= 2097152),
  sha256 bytea not null,
  received_at timestamptz not null default now(),
  settled_at timestamptz,
  settled_by text,
  settled_why text,
  unique (about, sha256)
);
create index disputes_open_idx on disputes (received_at) where settled_at is null;
