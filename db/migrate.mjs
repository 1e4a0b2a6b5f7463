import { readdirSync } from 'node:fs'
import pg from 'pg'
import { runner } from 'node-pg-migrate'
import { fileURLToPath } from 'node:url'

const dir = fileURLToPath(new URL('./migrations', import.meta.url))

/** A database that a newer version of the program has been at work on: this one would not know what it writes over. */
export class NewerDatabase extends Error {}

async function refuseNewer(databaseUrl) {
  const known = new Set(readdirSync(dir).map(file => file.replace(/\.sql$/, '')))
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  try {
    const { rows: tables } = await client.query(`select to_regclass('migrations') as name`)
    if (!tables[0].name) return
    const { rows } = await client.query('select name from migrations order by id')
    const strange = rows.find(({ name }) => !known.has(name))
    if (strange)
      throw new NewerDatabase(
        `this database was written by a newer version of Efferent (it has “${strange.name}”), and nothing was changed. Start that version, or restore a backup of this one`,
      )
  } finally {
    await client.end()
  }
}

/** Brings a database up to date: numbered forward-only .sql files, one transaction each, under an advisory lock. */
export async function migrate(databaseUrl, log = () => {}) {
  await refuseNewer(databaseUrl)
  return runner({
    databaseUrl,
    dir,
    direction: 'up',
    migrationsTable: 'migrations',
    count: Infinity,
    advisoryLockMode: 'wait',
    checkOrder: true,
    log,
    verbose: false,
  })
}
