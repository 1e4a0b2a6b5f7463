import { join } from 'node:path'
import { ensurePostgres } from './setup.mjs'
import { startCluster } from './cluster.mjs'
import { Failure, root, run } from './run.mjs'

/** The database to work on: the one named by DATABASE_URL, or a private cluster in the data folder. */
export async function openDatabase(dataDir) {
  if (process.env.DATABASE_URL) return { url: process.env.DATABASE_URL, stop: async () => {} }
  const settings = { bin: await ensurePostgres(), dir: join(dataDir, 'database') }
  let cluster
  let stopped = false
  // A database that dies while serving comes back on its port; the server waits for it.
  const start = async port => {
    cluster = await startCluster({
      ...settings,
      port,
      onLost: () => {
        if (stopped) return
        process.stderr.write('efferent: the database ended and is started again\n')
        start(port ?? cluster.port).catch(error => process.stderr.write(`efferent: ${error.message}\n`))
      },
    })
  }
  await start()
  await createDatabase(cluster.url('postgres'), 'efferent')
  return {
    url: cluster.url('efferent'),
    stop: async () => {
      stopped = true
      await cluster.stop()
    },
  }
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
  const { migrate } = await import('../db/migrate.mjs')
  try {
    await migrate(url)
  } catch (error) {
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
