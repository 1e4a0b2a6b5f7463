import { createHash, randomBytes } from 'node:crypto'
import { createReadStream, existsSync } from 'node:fs'
import { readFile, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { z } from 'zod'
import { limits } from '../../shared/limits'
import { beginEpoch } from '../sql/epochs/epochs'
import { countOn, exportedTables, isWorkshop, migrationOf, putRows, type ExportedTable } from '../sql/exchange/tables'
import { listPeople } from '../sql/people/listPeople'
import { updatePerson } from '../sql/people/updatePerson'
import { withTransaction, type Db } from '../utils/db'
import { redrawPhoto } from '../utils/redrawPhoto'
import { hashSecret } from '../utils/secret'
import { anyManifestSchema, ExchangeFailure, fileOf, isProved, photoFile, photoSums, type AnyManifest } from './exchangeManifest'

const atOnce = 200

/** `unproved`: whoever imports says that they trust the folder although nothing proves who wrote it. */
export type Trust = { phrase?: string; unproved: boolean }

async function readManifest(dir: string, { phrase, unproved }: Trust): Promise<AnyManifest> {
  const file = join(dir, 'export.json')
  const text = await readFile(file, 'utf8').catch(() => {
    throw new ExchangeFailure(`${file} is missing: this folder is no whole export`)
  })
  let manifest: AnyManifest
  try {
    manifest = anyManifestSchema.parse(JSON.parse(text))
  } catch {
    throw new ExchangeFailure(`${file} is not an export this version reads (efferent.export/2, or /1 with --unproved)`)
  }
  if (phrase !== undefined) {
    if (!('proof' in manifest))
      throw new ExchangeFailure(`${file} has no proof that a phrase could fit: it was written by an older version`)
    if (!isProved(manifest, phrase))
      throw new ExchangeFailure(`${file} was not written under this phrase, or was changed since. Type the phrase that its export printed`)
  } else if (!unproved)
    throw new ExchangeFailure(
      'proof' in manifest
        ? 'give the phrase that the export printed: --phrase PHRASE. Where it is lost nothing proves that these files are as they were ' +
            'written; --unproved takes them all the same'
        : 'this export is of an older version: nothing proves that its files are as they were written; --unproved takes them all the same',
    )
  return manifest
}

/** Each line of a file as an object, with its sum checked at the end. */
async function* linesOf(file: string, expected: { rows: number; sha256: string }): AsyncGenerator<{ text: string; place: string }> {
  if (!existsSync(file)) throw new ExchangeFailure(`${file} is missing`)
  const hash = createHash('sha256')
  let number = 0
  for await (const text of createInterface({ input: createReadStream(file), crlfDelay: Infinity })) {
    number++
    hash.update(`${text}\n`)
    yield { text, place: `${file}, line ${number}` }
  }
  if (number !== expected.rows || hash.digest('hex') !== expected.sha256)
    throw new ExchangeFailure(`${file} is not what was written: it has ${number} rows of ${expected.rows}, or its checksum differs`)
}

function rowOf({ text, place }: { text: string; place: string }): Record<string, unknown> {
  let row: unknown
  try {
    row = JSON.parse(text)
  } catch {
    throw new ExchangeFailure(`${place}: not readable as JSON`)
  }
  if (typeof row !== 'object' || row === null || Array.isArray(row)) throw new ExchangeFailure(`${place}: no row`)
  return row as Record<string, unknown>
}

/** Of an export of before nothing is known of its photos. */
type PhotoSums = ReadonlyMap<string, string> | undefined
async function readPhotoSums(dir: string, manifest: AnyManifest): Promise<PhotoSums> {
  if (!('photos' in manifest)) return undefined
  const sums = new Map<string, string>()
  for await (const { text, place } of linesOf(photoSums(dir), manifest.photos)) {
    const [, sum, id] = /^([0-9a-f]{64}) {2}photos\/([0-9a-f-]{36})\.jpg$/.exec(text) ?? []
    if (!sum || !id) throw new ExchangeFailure(`${place}: no sum of a photo`)
    sums.set(id, sum)
  }
  return sums
}

/** A photo of it is a picture that can be looked at, and the one that was written; redrawn where nothing proves that. */
async function photoOf(dir: string, id: unknown, sums: PhotoSums, proved: boolean): Promise<Uint8Array> {
  // It becomes a file's name.
  if (!z.uuid().safeParse(id).success) throw new ExchangeFailure(`${fileOf(dir, { name: 'job_photos' })}: “${String(id)}” is no photo's id`)
  const file = photoFile(dir, String(id))
  const size = await stat(file).then(
    ({ size: bytes }) => bytes,
    () => undefined,
  )
  if (size === undefined) throw new ExchangeFailure(`${file} is missing`)
  if (size > limits.photoBytes) throw new ExchangeFailure(`${file} is larger than any photo of ours`)
  const bytes = await readFile(file)
  if (sums && sums.get(String(id)) !== createHash('sha256').update(bytes).digest('hex'))
    throw new ExchangeFailure(`${file} is not what was written: its checksum differs`)
  const drawn = await redrawPhoto(bytes).catch(() => {
    throw new ExchangeFailure(`${file} cannot be read as a picture`)
  })
  return proved ? bytes : drawn.bytes
}

/** Nobody's secret: of the right shape, and known to nobody. */
const lockedOut = () => `scrypt$${randomBytes(16).toString('base64url')}$${randomBytes(32).toString('base64url')}`

async function readTable(
  db: Db,
  dir: string,
  table: ExportedTable,
  expected: { rows: number; sha256: string },
  photo: (id: unknown) => Promise<Uint8Array>,
): Promise<void> {
  // What was left out of rows when they were written is made anew: people get in by a new PIN, photos come from their files.
  const whole = async (row: Record<string, unknown>): Promise<Record<string, unknown>> => {
    if (table.name === 'people') return { ...row, secret_hash: lockedOut() }
    if (table.name !== 'job_photos') return row
    return { ...row, bytes: `\\x${Buffer.from(await photo(row.id)).toString('hex')}` }
  }
  const put = (rows: readonly object[]) =>
    putRows(db, table, rows).catch((error: Error & { code?: string }) => {
      // Classes 22 and 23: values no column takes, and rows that do not belong together.
      if (!/^2[23]/.test(error.code ?? '')) throw error
      throw new ExchangeFailure(`${fileOf(dir, table)} has a row that does not fit: ${error.message}`)
    })
  let batch: object[] = []
  for await (const line of linesOf(fileOf(dir, table), expected)) {
    batch.push(await whole(rowOf(line)))
    if (batch.length < atOnce) continue
    await put(batch)
    batch = []
  }
  if (batch.length > 0) await put(batch)
}

const personSchema = z.object({ name: z.string(), role: z.string(), active: z.boolean() })
export type Arriving = z.infer<typeof personSchema>

/** Who would be let in by an import, and what it holds: shown before anything is done. */
export async function lookAtImport(dir: string, trust: Trust): Promise<{ manifest: AnyManifest; proved: boolean; people: Arriving[] }> {
  const manifest = await readManifest(dir, trust)
  const expected = manifest.tables.people
  if (!expected) throw new ExchangeFailure(`${join(dir, 'export.json')} does not name people`)
  const people: Arriving[] = []
  for await (const line of linesOf(fileOf(dir, { name: 'people' }), expected)) {
    const person = personSchema.safeParse(rowOf(line))
    if (!person.success) throw new ExchangeFailure(`${line.place}: no person`)
    people.push(person.data)
  }
  return { manifest, proved: trust.phrase !== undefined, people }
}

/** The one the new password is for: named where there are several, so that nobody who was slipped in gets it. */
function adminOf(people: Awaited<ReturnType<typeof listPeople>>, named: string | undefined) {
  const admins = people.filter(person => person.role === 'admin' && person.active)
  if (admins.length === 0) throw new ExchangeFailure('nobody in this export is an admin: nobody could let anybody in')
  const names = admins.map(({ name }) => name).join(', ')
  if (named === undefined) {
    if (admins.length > 1) throw new ExchangeFailure(`there are several admins (${names}): say who gets the password with --admin NAME`)
    return admins[0]!
  }
  const admin = admins.find(({ name }) => name === named)
  if (!admin) throw new ExchangeFailure(`“${named}” is no admin of this export. Its admins: ${names}`)
  return admin
}

/**
 * Reads an export into a database that holds no workshop yet: all of it or nothing. Secrets are not in it: one admin gets the password
 * given here, everybody else a new PIN from them.
 */
export async function importAll(
  dir: string,
  trust: Trust,
  { password, admin: named }: { password: string; admin?: string },
): Promise<{ manifest: AnyManifest; admin: string }> {
  const manifest = await readManifest(dir, trust)
  const sums = await readPhotoSums(dir, manifest)
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
      await readTable(db, dir, table, expected, id => photoOf(dir, id, sums, trust.phrase !== undefined))
    }
    await countOn(db)
    // Devices that knew another server's numbers for it know nothing of this one's.
    await beginEpoch(db)
    const admin = adminOf(await listPeople(db), named)
    await updatePerson(db, admin.id, { secretHash })
    return { manifest, admin: admin.name }
  })
}
