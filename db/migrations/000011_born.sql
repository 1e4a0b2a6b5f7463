-- Up Migration

-- Where a history began: the cluster, and the transaction that wrote its row, which the row itself carries as well (`xmin`). Whatever reads
-- a database back row by row writes that row anew, and the two no longer agree.
alter table epochs add column born text;

create function born_here(transaction_id text) returns text language plpgsql stable as $$
begin
  -- Some managed clusters keep that to themselves: there the transaction alone tells.
  if not has_function_privilege('pg_control_system()', 'execute') then
    return ':' || transaction_id;
  end if;
  return (select system_identifier::text from pg_control_system()) || ':' || transaction_id;
end
$$;

create or replace function begin_epoch() returns void language sql as $$
  with begun as (
    insert into epochs (born) values (born_here((pg_current_xact_id()::text::numeric % 4294967296)::text)) returning id
  )
  insert into epoch_seqs (epoch, job_id, seq) select begun.id, jobs.id, jobs.seq from jobs, begun;
  update sign_ins set ended_at = now() where ended_at is null;
$$;

-- Which history this is. One that was read back by whatever hand is another from here on; where nothing may be written, the last one known.
create function this_epoch() returns uuid language plpgsql as $$
declare
  latest record;
begin
  select id, born, xmin::text as made into latest from epochs order by n desc limit 1;
  if latest.born = born_here(latest.made) or current_setting('transaction_read_only')::boolean then
    return latest.id;
  end if;
  lock table epochs in exclusive mode;
  select id, born, xmin::text as made into latest from epochs order by n desc limit 1;
  if latest.born is distinct from born_here(latest.made) then
    perform begin_epoch();
  end if;
  return (select id from epochs order by n desc limit 1);
end
$$;

update epochs set born = born_here((pg_current_xact_id()::text::numeric % 4294967296)::text) where n = (select max(n) from epochs);
