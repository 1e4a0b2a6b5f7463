-- Up Migration

-- What moved lately, finished or not: every process looks for what it was not told of, and the Floor for what was finished today.
create index jobs_updated_idx on jobs (updated_at);
