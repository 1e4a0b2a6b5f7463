import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { startCluster } from '../../launch/cluster.mjs'
import { createDatabase, prepareDatabase } from '../../launch/database.mjs'
import { ensurePostgres } from '../../launch/setup.mjs'

/** The migration a database that is up to date ends with. */
export const newestMigration = (): string =>
  readdirSync(fileURLToPath(new URL('../../db/migrations', import.meta.url)))
    .filter(name => name.endsWith('.sql'))
    .sort()
    .at(-1)!
    .replace('.sql', '')

/** A throw-away cluster with two template databases: an empty workshop and the demo. Copies of them cost a tenth of a second. */
export async function startTemplates(name: string): Promise<{ admin: string; stop: () => Promise<void> }> {
  const dir = mkdtempSync(join(tmpdir(), `efferent-${name}-`))
  const cluster = await startCluster({ bin: await ensurePostgres(), dir, durable: false })
  await createDatabase(cluster.url('postgres'), 'template_empty')
  await prepareDatabase(cluster.url('template_empty'), { demo: false })
  await createDatabase(cluster.url('postgres'), 'template_demo', 'template_empty')
  await prepareDatabase(cluster.url('template_demo'), { demo: true })
  return {
    admin: cluster.url('postgres'),
    stop: async () => {
      await cluster.stop()
      rmSync(dir, { recursive: true, force: true })
    },
  }
}
