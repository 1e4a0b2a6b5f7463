-- Up Migration

-- A device somebody has stood at the door with. A short PIN counts only on one that was let in: by an admin or a lead, or because the
-- program runs on it.
create table devices (
  id uuid primary key,
  -- What it shows at the door, for whoever lets it in to tell it by.
  code text not null,
  name text not null default '',
  asked_at timestamptz not null default now(),
  let_in_at timestamptz,
  let_in_by uuid references people (id)
);
create index devices_asking_idx on devices (asked_at) where let_in_at is null;

alter table sign_ins add column device uuid, add column address text;

-- Who came in, who let whom in, and what was set: written once, never changed.
create table audit (
  n bigint generated always as identity primary key,
  at timestamptz not null default now(),
  kind text not null,
  by_id uuid references people (id),
  by_name text not null,
  about text not null default '',
  address text not null default ''
);
create rule audit_no_update as on update to audit do instead nothing;
create rule audit_no_delete as on delete to audit do instead nothing;
