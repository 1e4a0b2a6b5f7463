import type { Db } from '../../utils/db'
import { exportedTables } from './tables'

const all = exportedTables.map(({ name }) => name).join(', ')
/** Everything a workshop is, gone: of a demo that was cut short while it was loaded, and was nobody's yet. */
export async function emptyWorkshop(db: Db): Promise<void> {
  await db.query(`truncate ${all} restart identity cascade`)
}
