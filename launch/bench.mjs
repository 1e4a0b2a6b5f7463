import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createDatabase, prepareDatabase } from './database.mjs'
import { startCluster } from './cluster.mjs'
import { run } from './run.mjs'
import { ensureBuild, ensureChromium, ensurePackages, ensurePostgres } from './setup.mjs'

/** Benchmarks on a throw-away cluster with fsync on, as it would serve. */
export async function bench({ small = false } = {}) {
  await ensurePackages()
  await ensureBuild()
  await ensureChromium()
  const dir = mkdtempSync(join(tmpdir(), 'efferent-bench-'))
  const cluster = await startCluster({ bin: await ensurePostgres(), dir })
  try {
    await createDatabase(cluster.url('postgres'), 'template_demo')
    await prepareDatabase(cluster.url('template_demo'), { demo: true })
    await createDatabase(cluster.url('postgres'), 'template_empty')
    await prepareDatabase(cluster.url('template_empty'), { demo: false })
    // Bundled as the program is: a loader that keeps every function's name doubles the time of small ones.
    await run('node_modules/.bin/esbuild', [
      'bench/run.ts',
      '--bundle',
      '--packages=external',
      '--platform=node',
      '--format=esm',
      '--outfile=bench/.out/run.mjs',
      '--log-level=error',
    ])
    await run(process.execPath, ['bench/.out/run.mjs', ...(small ? ['--small'] : [])], {
      show: true,
      env: { ...process.env, EFFERENT_BENCH_ADMIN: cluster.url('postgres') },
    })
    // What is promised under attack and under kills, in its short form: the long ones take minutes, and are run by hand.
    if (small)
      for (const file of ['bench/attack.ts', 'bench/kills.ts']) await run('node_modules/.bin/tsx', [file, '--short'], { show: true })
  } finally {
    await cluster.stop()
    rmSync(dir, { recursive: true, force: true })
  }
}
