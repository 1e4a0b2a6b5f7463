import { asked, type Db } from '../../utils/db'

export type JobHead = { id: string; seq: number; sheet_id: string; sheet_revision: number; vehicle_id: string; now: Date }

const columns = 'id, seq, sheet_id, sheet_revision, vehicle_id, clock_timestamp() as now'

/** Where each of these jobs stands, and the database's clock, one for all server processes. Holds nobody up. */
export async function findHeads(db: Db, ids: readonly string[]): Promise<(JobHead | undefined)[]> {
  const { rows } = await asked<JobHead>(db, 'heads', `select ${columns} from jobs where id = any ($1::uuid[])`, [ids])
  const byId = new Map(rows.map(row => [row.id, row]))
  return ids.map(id => byId.get(id))
}

/** The same, and takes the job for this transaction: for whoever was overtaken too often (server/services/append.ts). */
export async function lockJob(db: Db, id: string): Promise<JobHead | undefined> {
  const { rows } = await db.query<JobHead>(`select ${columns} from jobs where id = $1::uuid for update`, [id])
  return rows[0]
}
