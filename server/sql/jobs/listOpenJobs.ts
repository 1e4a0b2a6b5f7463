import { limits } from '../../../shared/limits'
import type { Db } from '../../utils/db'
import { jobSelect, type JobHeadRow } from './jobRows'

/** Open jobs, and those closed within the last day: the Floor shows what was finished today. By number, a page from behind `after` on. */
export async function listOpenJobs(db: Db, after = 0): Promise<JobHeadRow[]> {
  const { rows } = await db.query<JobHeadRow>(
    `${jobSelect} where (not j.closed or j.updated_at > now() - interval '1 day') and j.number > $1 order by j.number limit $2`,
    [after, limits.jobsPerPage],
  )
  return rows
}
