-- Up Migration

-- The latest revision of each sheet, as lists and search need it: no reading of bodies to show a name.
create table sheet_heads (
  id text primary key,
  revision integer not null,
  title text not null,
  system text not null,
  summary text not null,
  families text[] not null,
  applies jsonb not null,
  published_at timestamptz not null default now(),
  foreign key (id, revision) references sheets (id, revision)
);
create index sheet_heads_families_idx on sheet_heads using gin (families);
insert into sheet_heads (id, revision, title, system, summary, families, applies)
  select distinct on (id) id, revision, title, system, summary, families, body -> 'applies' from sheets order by id, revision desc;
drop view latest_sheets;
drop index sheets_search_idx;
alter table sheets drop column search;

alter table vehicles add column vin text;
drop index vehicles_search_idx;
alter table vehicles drop column search;
create unique index vehicles_vin_key on vehicles (vin);
create index vehicles_family_idx on vehicles (family, plate);
drop index families_search_idx;
alter table families drop column search;

-- What technicians found out and the next revision should know. Never edited; a lead folds a note in or sets it aside.
create table bench_notes (
  id uuid primary key,
  sheet_id text not null references sheet_heads (id),
  revision integer not null,
  target_kind text not null constraint bench_notes_target_known check (target_kind in ('sheet', 'joint', 'operation', 'line', 'hold')),
  target_id text,
  text text not null,
  person_id uuid not null references people (id),
  person_name text not null,
  written_at timestamptz not null default now(),
  folded_into integer,
  set_aside_why text,
  settled_by text,
  settled_at timestamptz
);
create index bench_notes_sheet_idx on bench_notes (sheet_id, written_at);

-- One row per thing that can be found. Tokens are made by the program (core/search), so that "17 mm" and a part number stay whole.
create table search_entries (
  id bigint generated always as identity primary key,
  kind text not null constraint search_entries_kind_known check (kind in ('vehicle', 'customer', 'sheet', 'fitting', 'fluid', 'part', 'note')),
  ref text not null,
  sheet_id text,
  title text not null,
  detail text not null,
  tokens tsvector not null
);
create index search_entries_sheet_idx on search_entries (sheet_id) where sheet_id is not null;
create unique index search_entries_customer_key on search_entries (ref) where kind = 'customer';
create index search_entries_ref_idx on search_entries (kind, ref);
create index search_vehicle_idx on search_entries using gin (tokens) where kind = 'vehicle';
create index search_customer_idx on search_entries using gin (tokens) where kind = 'customer';
create index search_sheet_idx on search_entries using gin (tokens) where kind = 'sheet';
create index search_fitting_idx on search_entries using gin (tokens) where kind = 'fitting';
create index search_fluid_idx on search_entries using gin (tokens) where kind = 'fluid';
create index search_part_idx on search_entries using gin (tokens) where kind = 'part';
create index search_note_idx on search_entries using gin (tokens) where kind = 'note';

-- Candidates of every kind, each branch from its own partial index. The planner takes a query of beginnings for one that matches most rows and would read
-- them all; here the index is always right.
create function search_candidates(query tsquery, most integer) returns table (kind text, ref text, sheet_id text, title text, detail text, tokens text[])
language sql stable set enable_seqscan = off as $$
  (select e.kind, e.ref, e.sheet_id, e.title, e.detail, tsvector_to_array(e.tokens) from search_entries e where e.kind = 'vehicle' and e.tokens @@ query limit most)
  union all
  (select e.kind, e.ref, e.sheet_id, e.title, e.detail, tsvector_to_array(e.tokens) from search_entries e where e.kind = 'customer' and e.tokens @@ query limit most)
  union all
  (select e.kind, e.ref, e.sheet_id, e.title, e.detail, tsvector_to_array(e.tokens) from search_entries e where e.kind = 'sheet' and e.tokens @@ query limit most)
  union all
  (select e.kind, e.ref, e.sheet_id, e.title, e.detail, tsvector_to_array(e.tokens) from search_entries e where e.kind = 'fitting' and e.tokens @@ query limit most)
  union all
  (select e.kind, e.ref, e.sheet_id, e.title, e.detail, tsvector_to_array(e.tokens) from search_entries e where e.kind = 'fluid' and e.tokens @@ query limit most)
  union all
  (select e.kind, e.ref, e.sheet_id, e.title, e.detail, tsvector_to_array(e.tokens) from search_entries e where e.kind = 'part' and e.tokens @@ query limit most)
  union all
  (select e.kind, e.ref, e.sheet_id, e.title, e.detail, tsvector_to_array(e.tokens) from search_entries e where e.kind = 'note' and e.tokens @@ query limit most)
$$;

-- Every word anything is found by: a typing slip is mended against it before the search.
create table search_words (word text primary key);
create index search_words_trgm_idx on search_words using gin (word gin_trgm_ops);
create index search_words_prefix_idx on search_words (word text_pattern_ops);
