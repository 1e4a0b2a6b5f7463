-- Photos of steps: small JPEGs without metadata. The event that names a photo is the record; this is only its picture.
create table job_photos (
  id uuid primary key,
  job_id uuid not null references jobs (id),
  bytes bytea not null constraint job_photos_small check (octet_length(bytes) <= 2097152),
  width integer not null,
  height integer not null,
  person_id uuid not null references people (id),
  taken_at timestamptz not null default now()
);
create index job_photos_job_idx on job_photos (job_id);
