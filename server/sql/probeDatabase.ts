import type { Db } from '../utils/db'

export async function probeDatabase(db: Db): Promise<{ server: string; migration: string | undefined }> {
  const { rows } = await db.query<{ server: string }>(`select current_setting('server_version') as server`)
  const migrations = await db.query<{ name: string }>('select name from migrations order by id desc limit 1')
  return { server: rows[0]!.server, migration: migrations.rows[0]?.name }
}
