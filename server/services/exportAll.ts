import { createHash, randomBytes } from 'node:crypto'
import { existsSync } from 'node:fs'
import { mkdir, open, rename, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { beginSnapshot, endSnapshot, exportedTables, migrationOf, photoBytes, rowsOf, type ExportedTable } from '../sql/exchange/tables'
import { readSettings } from '../sql/settings/settings'
import type { Db } from '../utils/db'
import { ExchangeFailure, fileOf, keyedSum, newPhrase, photoFile, photoSums, type Manifest } from './exchangeManifest'

const reasons: Readonly<Record<string, string>> = {
  ENOSPC: 'the disk is full',
  EFBIG: 'the disk takes no file as large as this',
  EDQUOT: 'this account may not write more there',
  EACCES: 'this account may not write there',
  EPERM: 'this account may not write there',
  EROFS: 'it is on a read-only disk',
  ENOTDIR: 'there is a file where a folder should be',
  ENAMETOOLONG: 'the name is too long',
}

/** Lines into a new file, and their sum. */
async function sumUp(file: string): Promise<{ add: (lines: readonly string[]) => Promise<void>; end: () => Promise<Manifest['photos']> }> {
  const hash = createHash('sha256')
  const handle = await open(file, 'wx', 0o600)
  let rows = 0
  return {
    async add(lines) {
      const chunk = lines.map(line => `${line}\n`).join('')
      hash.update(chunk)
      rows += lines.length
      // All of it: a single write may take a part and call that done.
      await handle.appendFile(chunk)
    },
    async end() {
      await handle.close()
      return { rows, sha256: hash.digest('hex') }
    },
  }
}

async function writePhotos(client: Db, dir: string, rows: readonly string[]): Promise<string[]> {
  const sums: string[] = []
  for (const row of rows) {
    const { id } = JSON.parse(row) as { id: string }
    const bytes = await photoBytes(client, id)
    await writeFile(photoFile(dir, id), bytes, { mode: 0o600 })
    sums.push(`${createHash('sha256').update(bytes).digest('hex')}  photos/${id}.jpg`)
  }
  return sums
}

async function writeTable(client: Db, dir: string, table: ExportedTable, photos: Awaited<ReturnType<typeof sumUp>>) {
  const file = await sumUp(fileOf(dir, table))
  for await (const rows of rowsOf(client, table)) {
    await file.add(rows)
    if (table.name === 'job_photos') await photos.add(await writePhotos(client, dir, rows))
  }
  return file.end()
}

async function writeAll(client: Db, dir: string, phrase: string, now: Date): Promise<Manifest> {
  await mkdir(join(dir, 'photos'), { recursive: true, mode: 0o700 })
  const photos = await sumUp(photoSums(dir))
  const tables: Manifest['tables'] = {}
  for (const table of exportedTables) tables[table.name] = await writeTable(client, dir, table, photos)
  const { workshop } = await readSettings(client)
  const manifest: Manifest = {
    format: 'efferent.export/2',
    exportedAt: now.toISOString(),
    migration: await migrationOf(client),
    workshop: typeof workshop === 'string' ? workshop : '',
    tables,
    photos: await photos.end(),
  }
  const salt = randomBytes(16).toString('base64url')
  const proof = { salt, hmacSha256: keyedSum(manifest, phrase, salt) }
  await writeFile(join(dir, 'export.json'), `${JSON.stringify({ ...manifest, proof }, undefined, 2)}\n`, { mode: 0o600 })
  return manifest
}

/** Writes everything of one moment into a folder that is not there yet: all of it stands under its name, or nothing is left behind. */
export async function exportAll(
  client: Db,
  dir: string,
  now: Date,
  phrase: string = newPhrase(),
): Promise<{ manifest: Manifest; phrase: string }> {
  if (existsSync(dir)) throw new ExchangeFailure(`${dir} is there already; an export is never written over. Give another name`)
  const part = `${dir}.part`
  await rm(part, { recursive: true, force: true })
  await beginSnapshot(client)
  try {
    const manifest = await writeAll(client, part, phrase, now)
    await rename(part, dir)
    return { manifest, phrase }
  } catch (error) {
    await rm(part, { recursive: true, force: true })
    const reason = reasons[(error as NodeJS.ErrnoException).code ?? '']
    if (!reason) throw error
    throw new ExchangeFailure(`${dir} cannot be written: ${reason}. Nothing was left there; mend that, or name another folder`)
  } finally {
    await endSnapshot(client)
  }
}
