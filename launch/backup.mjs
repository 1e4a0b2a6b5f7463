import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  closeSync,
  createReadStream,
  createWriteStream,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { basename, dirname, join, resolve } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { openDatabase, prepareDatabase } from './database.mjs'
import { holdFolder, isHeld, openFolder } from './dataFolder.mjs'
import { Failure, root, run, say } from './run.mjs'
import { ensurePackages, ensurePostgres, postgresFor } from './setup.mjs'

// A backup is one consistent snapshot as PostgreSQL's own tools write it (pg_dump, custom format), with its SHA-256 beside it as
// `sha256sum` writes it: both can be checked and read without this program.
const sumFile = file => `${file}.sha256`
const dataDirOf = data => resolve(data ?? join(root, '.efferent'))

/** What a workshop would ask first of a backup: what is in it. */
export async function contentOf(url) {
  const [content] = await ask(
    url,
    `select (select value #>> '{}' from settings where key = 'workshop') as workshop,
       (select count(*)::int from jobs) as jobs, (select count(*)::int from job_events) as events, (select count(*)::int from job_photos) as photos`,
  )
  return content
}
export const contentWords = ({ workshop, jobs, events, photos }) =>
  `${workshop ?? 'a workshop without a name'}: ${jobs} jobs, ${events} entries, ${photos} photos`

async function hashOf(file) {
  const hash = createHash('sha256')
  await pipeline(createReadStream(file), hash)
  return hash.digest('hex')
}

/** The folder's new name counts only once it is on the disk. */
function settle(file) {
  for (const path of [file, dirname(file)]) {
    const handle = openSync(path, 'r')
    fsyncSync(handle)
    closeSync(handle)
  }
}

/** One snapshot, streamed to a file; nothing stands under its name before all of it does. Gives its size and what is in it. */
export async function writeBackup({ bin, url, file }) {
  const part = `${file}.part`
  try {
    const hash = createHash('sha256')
    const child = spawn(join(bin, 'pg_dump'), ['--format=custom', '--no-owner', '--no-privileges', '--no-comments', `--dbname=${url}`], {
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    let trouble = ''
    child.stderr.on('data', chunk => (trouble += chunk))
    const ended = new Promise(done => child.on('error', done).on('close', done))
    const counted = new Transform({
      transform(chunk, _encoding, next) {
        hash.update(chunk)
        next(null, chunk)
      },
    })
    await pipeline(child.stdout, counted, createWriteStream(part, { mode: 0o600 }))
    const end = await ended
    if (end !== 0) throw new Failure(`the database could not be written out: ${trouble.trim() || end?.message || end}`)
    // What cannot be listed cannot be restored.
    await run(join(bin, 'pg_restore'), ['--list', part])
    const content = await contentOf(url)
    writeFileSync(sumFile(file), `${hash.digest('hex')}  ${basename(file)}\n`, { mode: 0o600 })
    renameSync(part, file)
    settle(file)
    return { bytes: statSync(file).size, content }
  } catch (error) {
    rmSync(part, { force: true })
    throw error.code === 'ENOSPC' ? new Failure(`the disk is full: nothing was kept of ${file}`) : error
  }
}

/** The database of a data folder for a while: the one somebody else runs from it, or one of its own that nobody else may stop. */
export async function withDatabase(data, what, work) {
  await ensurePackages()
  const dataDir = openFolder(dataDirOf(data))
  const letGo = process.env.DATABASE_URL || isHeld(dataDir) ? () => {} : holdFolder(dataDir, what)
  try {
    const bin = process.env.DATABASE_URL ? await ensurePostgres() : await postgresFor(join(dataDir, 'database'))
    const database = await openDatabase(dataDir)
    try {
      return await work({ bin, url: database.url })
    } finally {
      await database.stop()
    }
  } finally {
    letGo()
  }
}

/** `efferent backup FILE`: everything of one moment, while everybody goes on working. */
export async function backup([name], { data }) {
  if (!name) throw new Failure('name the file to write: ./efferent backup FILE')
  const file = resolve(name)
  if (existsSync(file)) throw new Failure(`${file} is there already; a backup is never written over. Give another name`)
  mkdirSync(dirname(file), { recursive: true })
  await withDatabase(data, 'a backup is being taken', async ({ bin, url }) => {
    const { bytes, content } = await writeBackup({ bin, url, file })
    say(`${file} (${Math.ceil(bytes / 1024)} kB) holds ${contentWords(content)}`)
  })
}

/** All of a backup or nothing of it, into a database that holds nothing yet. */
export async function readBackup({ bin, url, file }) {
  const into = ['--no-owner', '--no-privileges', '--exit-on-error', '--single-transaction', `--dbname=${url}`]
  await run(join(bin, 'pg_restore'), [...into, file]).catch(error => {
    throw new Failure(`the backup could not be read back, and nothing was changed: ${error.message.split('\n').slice(-3).join(' ')}`)
  })
}

/** `efferent restore FILE`: on an empty machine, in a new data folder, or by DATABASE_URL. */
export async function restore([name], { data }) {
  if (!name) throw new Failure('name the file to restore: ./efferent restore FILE')
  const file = resolve(name)
  if (!existsSync(file)) throw new Failure(`${file} is not there`)
  if (!existsSync(sumFile(file))) throw new Failure(`${sumFile(file)} is not there: nobody can tell whether the backup is whole`)
  const [expected] = readFileSync(sumFile(file), 'utf8').split(' ')
  if ((await hashOf(file)) !== expected) throw new Failure(`${file} is not what was written: its checksum differs. Take another backup`)
  await withDatabase(data, 'a backup is being restored', async ({ bin, url }) => {
    if (!(await isBlank(url)))
      throw new Failure(
        'there is a workshop in this database already, and a restore never writes over one. Give an empty folder: --data DIR, or an empty database by DATABASE_URL',
      )
    await readBackup({ bin, url, file })
    // An older backup is brought up like any older database.
    await prepareDatabase(url, { demo: false })
    // Another history from here on, and nobody is signed in: docs/reliability.md.
    await ask(url, 'select begin_epoch()')
    say(`restored ${contentWords(await contentOf(url))}`)
  })
}

async function isBlank(url) {
  const [{ n }] = await ask(url, `select count(*)::int as n from pg_tables where schemaname not in ('pg_catalog', 'information_schema')`)
  return n === 0
}

async function ask(url, text) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return (await client.query(text)).rows
  } finally {
    await client.end()
  }
}
