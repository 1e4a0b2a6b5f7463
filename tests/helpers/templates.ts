import { randomBytes, scryptSync } from 'node:crypto'
import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { startCluster } from '../../launch/cluster.mjs'
import { createDatabase, prepareDatabase } from '../../launch/database.mjs'
import { ensurePostgres } from '../../launch/setup.mjs'
import { demoSecrets } from './server'

/** The migration a database that is up to date ends with. */
export const newestMigration = (): string =>
  readdirSync(fileURLToPath(new URL('../../db/migrations', import.meta.url)))
    .filter(name => name.endsWith('.sql'))
    .sort()
    .at(-1)!
    .replace('.sql', '')

/**
 * Hundreds of tests sign somebody in, and a secret costs a core a quarter of a second on purpose: here the known ones are kept at the least
 * cost. What the program itself hashes, and a stranger's secret, cost what they do in a shop.
 */
async function cheapen(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  for (const [role, secret] of Object.entries(demoSecrets)) {
    const salt = randomBytes(16)
    const key = scryptSync(secret, salt, 32, { N: 2, r: 1, p: 1 })
    const hash = `scrypt$ln=1,r=1,p=1$${salt.toString('base64url')}$${key.toString('base64url')}`
    await client.query('update people set secret_hash = $1 where hint = $2 and role = $3', [hash, secret, role])
  }
  await client.end()
}

/** A throw-away cluster with two template databases: an empty workshop and the demo. Copies of them cost a tenth of a second. */
export async function startTemplates(name: string): Promise<{ admin: string; stop: () => Promise<void> }> {
  const dir = mkdtempSync(join(tmpdir(), `efferent-${name}-`))
  const cluster = await startCluster({ bin: await ensurePostgres(), dir, durable: false })
  await createDatabase(cluster.url('postgres'), 'template_empty')
  await prepareDatabase(cluster.url('template_empty'), { demo: false })
  await createDatabase(cluster.url('postgres'), 'template_demo', 'template_empty')
  await prepareDatabase(cluster.url('template_demo'), { demo: true })
  await cheapen(cluster.url('template_demo'))
  return {
    admin: cluster.url('postgres'),
    stop: async () => {
      await cluster.stop()
      rmSync(dir, { recursive: true, force: true })
    },
  }
}
