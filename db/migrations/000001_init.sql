-- Up Migration
create extension if not exists pg_trgm;

create table settings (
  key text primary key,
  value jsonb not null
);

create table people (
  id uuid primary key default gen_random_uuid(),
  name text not null,
  role text not null constraint people_role_known check (role in ('technician', 'lead', 'desk', 'admin')),
  secret_hash text not null,
  hint text,
  active boolean not null default true,
  -- Raised when the secret or the role changes: sessions sealed before are then void.
  version integer not null default 1,
  created_at timestamptz not null default now()
);
create unique index people_name_key on people (lower(name));

create table sign_in_failures (
  id bigint generated always as identity primary key,
  person_id uuid references people (id) on delete cascade,
  address text not null,
  failed_at timestamptz not null default now()
);
create index sign_in_failures_person_idx on sign_in_failures (person_id, failed_at);
create index sign_in_failures_address_idx on sign_in_failures (address, failed_at);

create table families (
  id text primary key,
  make text not null,
  model text not null,
  body jsonb not null,
  search text not null
);
create index families_search_idx on families using gin (search gin_trgm_ops);

-- A revision is immutable: the server never updates a row, and nothing deletes one.
create table sheets (
  id text not null,
  revision integer not null,
  title text not null,
  system text not null,
  summary text not null,
  families text[] not null,
  body jsonb not null,
  digest text not null,
  search text not null,
  imported_at timestamptz not null default now(),
  imported_by uuid references people (id),
  primary key (id, revision)
);
create index sheets_families_idx on sheets using gin (families);
create index sheets_search_idx on sheets using gin (search gin_trgm_ops);
create view latest_sheets as
  select distinct on (id) * from sheets order by id, revision desc;

create table vehicles (
  id uuid primary key default gen_random_uuid(),
  plate text not null,
  customer text not null,
  family text not null references families (id),
  year integer,
  engine text,
  traits jsonb not null default '{}',
  search text not null,
  created_at timestamptz not null default now()
);
create unique index vehicles_plate_key on vehicles (upper(replace(plate, ' ', '')));
create index vehicles_search_idx on vehicles using gin (search gin_trgm_ops);

create sequence job_numbers start 101;

-- The summary row: written in the same transaction as the events it sums up.
create table jobs (
  id uuid primary key,
  number integer not null unique,
  seq integer not null,
  sheet_id text not null,
  sheet_revision integer not null,
  vehicle_id uuid not null references vehicles (id),
  customer text not null,
  stage text not null,
  closed boolean not null default false,
  summary jsonb not null,
  next_words text not null,
  opened_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  foreign key (sheet_id, sheet_revision) references sheets (id, revision)
);
create index jobs_open_idx on jobs (updated_at desc) where not closed;
create index jobs_vehicle_idx on jobs (vehicle_id);

-- Append-only: no statement of this program updates or deletes here, and the rule below refuses it.
create table job_events (
  id uuid primary key,
  job_id uuid not null references jobs (id),
  seq integer not null,
  at timestamptz not null,
  recorded_at timestamptz not null default now(),
  person_id uuid not null references people (id),
  person_name text not null,
  device text not null,
  body jsonb not null,
  constraint job_events_seq_key unique (job_id, seq)
);
create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'job_events is append-only';
end $$;
create trigger job_events_append_only before update or delete on job_events for each row execute function refuse_change();
