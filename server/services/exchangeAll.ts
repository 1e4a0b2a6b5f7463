import { createHash, randomBytes } from 'node:crypto'
import { createReadStream, existsSync } from 'node:fs'
import { mkdir, open, readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { z } from 'zod'
import {
  beginSnapshot,
  countOn,
  endSnapshot,
  exportedTables,
  isWorkshop,
  migrationOf,
  photoBytes,
  putRows,
  rowsOf,
  type ExportedTable,
} from '../sql/exchange/tables'
import { listPeople } from '../sql/people/listPeople'
import { updatePerson } from '../sql/people/updatePerson'
import { readSettings } from '../sql/settings/settings'
import { withTransaction, type Db } from '../utils/db'
import { hashSecret } from '../utils/secret'

/** Everything of a workshop as files anybody can read (docs/formats.md): one line of JSON a row, one JPEG a photo, and what there is. */
const manifestSchema = z.object({
  format: z.literal('efferent.export/1'),
  exportedAt: z.iso.datetime(),
  migration: z.string(),
  workshop: z.string(),
  tables: z.record(z.string(), z.object({ rows: z.number().int(), sha256: z.string() })),
})
export type Manifest = z.infer<typeof manifestSchema>

/** What is wrong with the files, with its place; nothing was written then. */
export class ExchangeFailure extends Error {}

const atOnce = 200
const fileOf = (dir: string, { name }: ExportedTable) => join(dir, `${name}.jsonl`)
const photoFile = (dir: string, id: string) => join(dir, 'photos', `${id}.jpg`)

/** Writes everything of one moment into a folder that is not there yet. */
export async function exportAll(client: Db, dir: string, now: Date): Promise<Manifest> {
  if (existsSync(dir)) throw new ExchangeFailure(`${dir} is there already; an export is never written over. Give another name`)
  await mkdir(join(dir, 'photos'), { recursive: true, mode: 0o700 })
  await beginSnapshot(client)
  try {
    const tables: Manifest['tables'] = {}
    for (const table of exportedTables) {
      const hash = createHash('sha256')
      const file = await open(fileOf(dir, table), 'w', 0o600)
      let rows = 0
      for await (const texts of rowsOf(client, table)) {
        const chunk = `${texts.join('\n')}\n`
        hash.update(chunk)
        await file.write(chunk)
        rows += texts.length
        if (table.name === 'job_photos')
          for (const text of texts) {
            const { id } = JSON.parse(text) as { id: string }
            await writeFile(photoFile(dir, id), await photoBytes(client, id), { mode: 0o600 })
          }
      }
      await file.close()
      tables[table.name] = { rows, sha256: hash.digest('hex') }
    }
    const { workshop } = await readSettings(client)
    const manifest: Manifest = {
      format: 'efferent.export/1',
      exportedAt: now.toISOString(),
      migration: await migrationOf(client),
      workshop: typeof workshop === 'string' ? workshop : '',
      tables,
    }
    // Last: without it the folder is no export.
    await writeFile(join(dir, 'export.json'), `${JSON.stringify(manifest, undefined, 2)}\n`, { mode: 0o600 })
    return manifest
  } finally {
    await endSnapshot(client)
  }
}

/** Nobody's secret: of the right shape, and known to nobody. */
const lockedOut = () => `scrypt$${randomBytes(16).toString('base64url')}$${randomBytes(32).toString('base64url')}`

/** What is left out of rows when they are written, made anew: people get in by a new PIN, photos come from their files. */
async function whole(dir: string, { name }: ExportedTable, row: Record<string, unknown>): Promise<Record<string, unknown>> {
  if (name === 'people') return { ...row, secret_hash: lockedOut() }
  if (name !== 'job_photos') return row
  const file = photoFile(dir, String(row.id))
  const bytes = await readFile(file).catch(() => {
    throw new ExchangeFailure(`${file} is missing`)
  })
  return { ...row, bytes: `\\x${bytes.toString('hex')}` }
}

async function readTable(db: Db, dir: string, table: ExportedTable, expected: { rows: number; sha256: string }): Promise<void> {
  const file = fileOf(dir, table)
  if (!existsSync(file)) throw new ExchangeFailure(`${file} is missing`)
  const hash = createHash('sha256')
  let number = 0
  let batch: object[] = []
  for await (const text of createInterface({ input: createReadStream(file), crlfDelay: Infinity })) {
    number++
    hash.update(`${text}\n`)
    let row: unknown
    try {
      row = JSON.parse(text)
    } catch {
      throw new ExchangeFailure(`${file}, line ${number}: not readable as JSON`)
    }
    if (typeof row !== 'object' || row === null || Array.isArray(row)) throw new ExchangeFailure(`${file}, line ${number}: no row`)
    batch.push(await whole(dir, table, row as Record<string, unknown>))
    if (batch.length < atOnce) continue
    await putRows(db, table, batch)
    batch = []
  }
  if (batch.length > 0) await putRows(db, table, batch)
  if (number !== expected.rows || hash.digest('hex') !== expected.sha256)
    throw new ExchangeFailure(`${file} is not what was written: it has ${number} rows of ${expected.rows}, or its checksum differs`)
}

/**
 * Reads an export into a database that holds no workshop yet: all of it or nothing. Secrets are not in it: the first admin gets the
 * password given here, everybody else a new PIN from them.
 */
export async function importAll(dir: string, password: string): Promise<{ manifest: Manifest; admin: string }> {
  const text = await readFile(join(dir, 'export.json'), 'utf8').catch(() => {
    throw new ExchangeFailure(`${join(dir, 'export.json')} is missing: this folder is no whole export`)
  })
  let manifest: Manifest
  try {
    manifest = manifestSchema.parse(JSON.parse(text))
  } catch {
    throw new ExchangeFailure(`${join(dir, 'export.json')} is not an export this version reads (efferent.export/1)`)
  }
  const secretHash = await hashSecret(password)
  return withTransaction(async db => {
    if (await isWorkshop(db)) throw new ExchangeFailure('there is a workshop in this database already, and an import never writes over one')
    const here = await migrationOf(db)
    if (manifest.migration !== here)
      throw new ExchangeFailure(
        `the export is of ${manifest.migration}, this version of ${here}: read it with the version that wrote it, then update`,
      )
    for (const table of exportedTables) {
      const expected = manifest.tables[table.name]
      if (!expected) throw new ExchangeFailure(`${join(dir, 'export.json')} does not name ${table.name}`)
      await readTable(db, dir, table, expected)
    }
    await countOn(db)
    const admin = (await listPeople(db)).find(person => person.role === 'admin' && person.active)
    if (!admin) throw new ExchangeFailure('nobody in this export is an admin: nobody could let anybody in')
    await updatePerson(db, admin.id, { secretHash })
    return { manifest, admin: admin.name }
  })
}
