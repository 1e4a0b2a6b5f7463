-- Up Migration

-- Up to which of its events a job's summary row says how it stands: under load a job is summed up a few times a second, not at every entry.
-- Behind, or not known, whoever reads it sums it up first.
alter table jobs add column summary_seq integer;
update jobs set summary_seq = seq;
