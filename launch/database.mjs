import { join } from 'node:path'
import { postgresFor } from './setup.mjs'
import { supervise } from './supervise.mjs'
import { startCluster } from './cluster.mjs'
import { Failure, root, run } from './run.mjs'

/**
 * The database to work on: the one named by DATABASE_URL, or a private cluster in the data folder, which comes back on its port for as long
 * as its starter lives; the server waits for it. `now`: where it is to be found later on; `forServer`: what the server is told.
 */
export async function openDatabase(dataDir) {
  const { DATABASE_URL: given, EFFERENT_DIRECT_URL: direct } = process.env
  if (given) {
    const now = () => primaryOf((direct || given).split(/,(?=postgres)/))
    return { url: await now(), now, forServer: given, stop: async () => {} }
  }
  const dir = join(dataDir, 'database')
  const settings = { bin: await postgresFor(dir), dir }
  const open = async port => {
    let over
    const ended = new Promise(resolve => (over = resolve))
    const cluster = await startCluster({ ...settings, port, onLost: () => over('the database ended') })
    return { cluster, ended }
  }
  let first = await open()
  const { port } = first.cluster
  await createDatabase(first.cluster.url('postgres'), 'efferent').catch(async error => {
    await first.cluster.stop()
    // Class 28: the password is not the one the cluster was made with.
    if (!error.code?.startsWith('28')) throw error
    throw new Failure(
      `${join(dir, 'pg.secret')} is not the one its database was made with. Put that one back, or restore a backup into another folder: --data DIR`,
    )
  })
  const url = first.cluster.url('efferent')
  const kept = supervise({
    start: () => {
      const running = first ?? open(port)
      first = undefined
      return running
    },
    say: text => process.stderr.write(`efferent: ${text}\n`),
  })
  return { url, now: async () => url, forServer: url, stop: () => kept.stop(({ cluster }) => cluster.stop()) }
}

/** Which of a cluster's members takes writes; the only one there is, is taken as it is. */
async function primaryOf(addresses) {
  if (addresses.length === 1) return addresses[0]
  const { default: pg } = await import('pg')
  const reasons = []
  for (const address of addresses) {
    const client = new pg.Client({ connectionString: address, connectionTimeoutMillis: 4000 })
    client.on('error', () => {})
    try {
      await client.connect()
      const { rows } = await client.query('select pg_is_in_recovery() as standby')
      if (!rows[0].standby) return address
      reasons.push(`${new URL(address).host} is a standby`)
    } catch (error) {
      reasons.push(`${new URL(address).host}: ${error.message}`)
    } finally {
      await client.end().catch(() => {})
    }
  }
  throw new Failure(`none of the databases named by DATABASE_URL takes writes: ${reasons.join('; ')}`)
}

/** `name` is a constant of ours: CREATE DATABASE takes no parameters. */
export async function createDatabase(adminUrl, name, template) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: adminUrl })
  await client.connect()
  try {
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name])
    if (rowCount === 0) await client.query(`create database "${name}"${template ? ` template "${template}"` : ''}`)
  } finally {
    await client.end()
  }
}

export async function prepareDatabase(url, { demo }) {
  const { migrate, NewerDatabase } = await import('../db/migrate.mjs')
  try {
    await migrate(url)
  } catch (error) {
    if (error instanceof NewerDatabase) throw new Failure(error.message)
    throw new Failure(`the database could not be brought up to date: ${error.message}`)
  }
  if (demo && (await isEmpty(url)))
    await run('node_modules/.bin/tsx', ['cli/seed.ts', join(root, 'db/demo')], { env: { ...process.env, DATABASE_URL: url } })
}

/** A workshop that has a name has been set up, by a first visit or by the demo: then the demo has nothing to do. */
async function isEmpty(url) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return (await client.query(`select 1 from settings where key = 'workshop'`)).rowCount === 0
  } finally {
    await client.end()
  }
}
