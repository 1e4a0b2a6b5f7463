-- Up Migration

-- The best of each person on each practice circuit. What is kept was run again here: a score is never taken on trust.
create table practice_runs (
  person_id uuid not null references people (id),
  scenario text not null,
  points int not null check (points between 0 and 100),
  passed boolean not null,
  runs int not null default 1,
  last_at timestamptz not null,
  primary key (person_id, scenario)
);
