import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startCluster } from '../../launch/cluster.mjs'
import { createDatabase, prepareDatabase } from '../../launch/database.mjs'
import { ensurePostgres } from '../../launch/setup.mjs'

/** A throw-away cluster with the demo in a template database; each test file copies it and starts its own server (tests/helpers/browserTest.ts). */
export default async function setup() {
  const dir = mkdtempSync(join(tmpdir(), 'efferent-e2e-'))
  const cluster = await startCluster({ bin: await ensurePostgres(), dir, durable: false })
  await createDatabase(cluster.url('postgres'), 'template_empty')
  await prepareDatabase(cluster.url('template_empty'), { demo: false })
  await createDatabase(cluster.url('postgres'), 'template_demo', 'template_empty')
  await prepareDatabase(cluster.url('template_demo'), { demo: true })
  process.env.EFFERENT_E2E_ADMIN = cluster.url('postgres')
  return async () => {
    await cluster.stop()
    rmSync(dir, { recursive: true, force: true })
  }
}
