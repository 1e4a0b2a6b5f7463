import type { Db } from '../../utils/db'

/**
 * What a workshop is, table by table, in the order it can be written back in. Left out: secrets, sign-ins, devices and tries (they belong
 * to the machine), and the bytes of photos (files of their own).
 */
export const exportedTables = [
  { name: 'settings', order: 'key', without: [] },
  { name: 'people', order: 'id', without: ['secret_hash', 'hint'] },
  { name: 'practice_runs', order: 'person_id, scenario', without: [] },
  { name: 'families', order: 'id', without: [] },
  { name: 'sheets', order: 'id, revision', without: [] },
  { name: 'sheet_heads', order: 'id', without: [] },
  { name: 'vehicles', order: 'id', without: [] },
  { name: 'jobs', order: 'number', without: [] },
  { name: 'job_events', order: 'job_id, seq', without: [] },
  { name: 'job_photos', order: 'id', without: ['bytes'] },
  { name: 'disputes', order: 'id', without: [] },
  { name: 'bench_notes', order: 'id', without: [] },
  { name: 'search_words', order: 'word', without: [] },
  { name: 'search_entries', order: 'id', without: [] },
] as const
export type ExportedTable = (typeof exportedTables)[number]

const atOnce = 500

/** Rows of one table as JSON texts, some hundred at a time: a cursor, so that no table has to fit in memory. Inside a transaction. */
export async function* rowsOf(db: Db, { name, order, without }: ExportedTable): AsyncGenerator<string[]> {
  const left = without.map(column => ` - '${column}'`).join('')
  await db.query(`declare exported no scroll cursor for select (to_jsonb(t)${left})::text as row from ${name} t order by ${order}`)
  for (;;) {
    const { rows } = await db.query<{ row: string }>(`fetch ${atOnce} from exported`)
    if (rows.length === 0) break
    yield rows.map(({ row }) => row)
  }
  await db.query('close exported')
}

/** Puts rows back as they were read. `more`: what was left out of them. */
export async function putRows(db: Db, { name }: ExportedTable, rows: readonly object[]): Promise<void> {
  await db.query(`insert into ${name} overriding system value select * from jsonb_populate_recordset(null::${name}, $1::jsonb)`, [
    JSON.stringify(rows),
  ])
}

/** Numbers that are counted up go on after the last one that was put back. */
export async function countOn(db: Db): Promise<void> {
  await db.query(`select setval('job_numbers', greatest(100, (select coalesce(max(number), 100) from jobs)))`)
  await db.query(
    `select setval(pg_get_serial_sequence('search_entries', 'id'), greatest(1, (select coalesce(max(id), 1) from search_entries)))`,
  )
}

export async function migrationOf(db: Db): Promise<string> {
  const { rows } = await db.query<{ name: string }>('select name from migrations order by id desc limit 1')
  return rows[0]!.name
}

export async function photoBytes(db: Db, id: string): Promise<Buffer> {
  const { rows } = await db.query<{ bytes: Buffer }>('select bytes from job_photos where id = $1::uuid', [id])
  return rows[0]!.bytes
}

/** Somebody works here already, or a workshop has a name. */
export async function isWorkshop(db: Db): Promise<boolean> {
  const { rows } = await db.query<{ is: boolean }>(
    `select exists (select 1 from people) or exists (select 1 from settings where key = 'workshop') as is`,
  )
  return rows[0]!.is
}

/** Everything read from here to the end is of one moment. */
export async function beginSnapshot(db: Db): Promise<void> {
  await db.query('begin isolation level repeatable read read only')
}
export async function endSnapshot(db: Db): Promise<void> {
  await db.query('commit')
}
