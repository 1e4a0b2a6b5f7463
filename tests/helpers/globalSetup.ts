import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { createDatabase, prepareDatabase } from '../../launch/database.mjs'
import { startCluster } from '../../launch/cluster.mjs'
import { ensurePostgres } from '../../launch/setup.mjs'

declare module 'vitest' {
  interface ProvidedContext { admin: string }
}

/** A throw-away cluster with two template databases: an empty workshop and the demo. Copies of them cost a tenth of a second. */
export default async function setup(project: TestProject) {
  const dir = mkdtempSync(join(tmpdir(), 'efferent-test-'))
  const cluster = await startCluster({ bin: await ensurePostgres(), dir, durable: false })
  await createDatabase(cluster.url('postgres'), 'template_empty')
  await prepareDatabase(cluster.url('template_empty'), { demo: false })
  await createDatabase(cluster.url('postgres'), 'template_demo', 'template_empty')
  await prepareDatabase(cluster.url('template_demo'), { demo: true })
  project.provide('admin', cluster.url('postgres'))
  return async () => {
    await cluster.stop()
    rmSync(dir, { recursive: true, force: true })
  }
}
