import type { Db } from '../utils/db'

/** `channel` is a constant of this program, never from outside: LISTEN takes no parameters. */
export async function listenTo(db: Db, channel: string): Promise<void> {
  await db.query(`listen ${channel}`)
}
