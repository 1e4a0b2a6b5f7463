-- Up Migration

-- A device that was shut out, or a sign-in that somebody else has ended: what its key signed is a lead's to look at.
alter table sign_ins add column shut_out boolean not null default false;

-- An entry of which nobody is sure who made it.
alter table disputes drop constraint disputes_kind_check;
alter table disputes add constraint disputes_kind_check check (kind in ('entry', 'photo', 'held'));

-- A history of its own: from a restore on, the same numbers may stand for other entries. `epoch_seqs` says how far each job is the same in
-- this one and in the one before.
create table epochs (
  n integer generated always as identity primary key,
  id uuid not null unique default gen_random_uuid(),
  begun_at timestamptz not null default now()
);
create table epoch_seqs (
  epoch uuid not null references epochs (id),
  job_id uuid not null references jobs (id),
  seq integer not null,
  primary key (epoch, job_id)
);
insert into epochs default values;

-- Where a database goes on from what was read back: nobody is signed in any more, and what devices saw afterwards was another history.
create function begin_epoch() returns void language sql as $$
  with begun as (insert into epochs default values returning id)
  insert into epoch_seqs (epoch, job_id, seq) select begun.id, jobs.id, jobs.seq from jobs, begun;
  update sign_ins set ended_at = now() where ended_at is null;
$$;
