import { runner } from 'node-pg-migrate'
import { fileURLToPath } from 'node:url'

/** Brings a database up to date: numbered forward-only .sql files, one transaction each, under an advisory lock. */
export async function migrate(databaseUrl, log = () => {}) {
  return runner({
    databaseUrl,
    dir: fileURLToPath(new URL('./migrations', import.meta.url)),
    direction: 'up',
    migrationsTable: 'migrations',
    count: Infinity,
    advisoryLockMode: 'wait',
    checkOrder: true,
    log,
    verbose: false,
  })
}
