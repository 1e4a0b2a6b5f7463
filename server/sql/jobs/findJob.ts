import type { Db } from '../../utils/db'
import { jobSelect, type JobHeadRow } from './jobRows'

export async function findJob(db: Db, id: string): Promise<JobHeadRow | undefined> {
  const { rows } = await db.query<JobHeadRow>(`${jobSelect} where j.id = $1::uuid`, [id])
  return rows[0]
}

/** Jobs whose summary is of an earlier moment than they are. */
export async function listBehind(db: Db): Promise<JobHeadRow[]> {
  const { rows } = await db.query<JobHeadRow>(`${jobSelect} where j.summary_seq is distinct from j.seq`)
  return rows
}
