import type { Db } from '../utils/db'

type Probe = { server: string; migration: string | undefined; readOnly: boolean }

/** A member of a cluster that is not a standby of another. */
export async function takesWrites(db: Db): Promise<boolean> {
  const { rows } = await db.query<{ standby: boolean }>('select pg_is_in_recovery() as standby')
  return rows[0]?.standby === false
}

/** Whether the database answers, and whether it would take anything: a standby, or one set to read only, would not. */
export async function probeDatabase(db: Db): Promise<Probe> {
  const { rows } = await db.query<{ server: string; read_only: boolean; migration: string | null }>(
    `select current_setting('server_version') as server, current_setting('transaction_read_only')::boolean as read_only,
       (select name from migrations order by id desc limit 1) as migration`,
  )
  const { server, read_only: readOnly, migration } = rows[0]!
  return { server, readOnly, migration: migration ?? undefined }
}
