import type { Db } from '../../utils/db'
import { jobSelect, type JobHeadRow } from './jobRows'

/** Open jobs, and those closed within the last day: the Floor shows what was finished today. */
export async function listOpenJobs(db: Db): Promise<JobHeadRow[]> {
  const { rows } = await db.query<JobHeadRow>(
    `${jobSelect} where not j.closed or j.updated_at > now() - interval '1 day' order by j.closed, j.number`,
  )
  return rows
}
