import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { chownSync, copyFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { startCluster, type Cluster } from '../../launch/cluster.mjs'
import { until } from '../../launch/run.mjs'
import { ensurePooler, ensurePostgres } from '../../launch/setup.mjs'
import { freePort } from './server'

// What a shop with more than one database server has: a standby that follows the primary, and a pooler before it.

/** Runs as whoever the cluster of this folder runs as: PostgreSQL's tools refuse root. */
function asOwnerOf(dir: string): string[] {
  const { uid, gid } = statSync(join(dir, 'pg'))
  return process.getuid!() === 0 && uid !== 0 ? ['setpriv', `--reuid=${uid}`, `--regid=${gid}`, '--clear-groups'] : ['env']
}

/** A standby in `dir` that follows the cluster of `primaryDir`, by streaming replication as PostgreSQL documents it (chapter 27.2). */
export async function startStandby(primary: Cluster, primaryDir: string, dir: string): Promise<Cluster> {
  const bin = await ensurePostgres()
  const { uid, gid } = statSync(join(primaryDir, 'pg'))
  chownSync(dir, uid, gid)
  const [command = '', ...args] = [
    ...asOwnerOf(primaryDir),
    join(bin, 'pg_basebackup'),
    `--dbname=${primary.url('postgres')}`,
    `--pgdata=${join(dir, 'pg')}`,
    '--write-recovery-conf',
    '--wal-method=stream',
    '--checkpoint=fast',
  ]
  const copied = spawnSync(command, args, { cwd: '/', encoding: 'utf8' })
  if (copied.status !== 0) throw new Error(`pg_basebackup: ${copied.stderr}`)
  copyFileSync(join(primaryDir, 'pg.secret'), join(dir, 'pg.secret'))
  return startCluster({ bin, dir })
}

export type Pooler = { url: (database: string) => string; stop: () => Promise<void> }

/** PgBouncer in transaction mode with few connections, before a cluster. */
export async function startPooler(cluster: Cluster, clusterDir: string, dir: string): Promise<Pooler> {
  const port = await freePort()
  const { username, password } = new URL(cluster.url('postgres'))
  const users = join(dir, 'users.txt')
  writeFileSync(users, `"${username}" "${password}"\n`)
  const settings = join(dir, 'pooler.ini')
  writeFileSync(
    settings,
    `[databases]
* = host=127.0.0.1 port=${cluster.port}
[pgbouncer]
listen_addr = 127.0.0.1
listen_port = ${port}
unix_socket_dir =
auth_type = scram-sha-256
auth_file = ${users}
pool_mode = transaction
default_pool_size = 4
max_client_conn = 200
`,
  )
  const { uid, gid } = statSync(join(clusterDir, 'pg'))
  for (const path of [dir, users, settings]) chownSync(path, uid, gid)
  const [command = '', ...args] = [...asOwnerOf(clusterDir), await ensurePooler(), '-q', settings]
  const child: ChildProcess = spawn('setpriv', ['--pdeathsig=KILL', command, ...args], { stdio: ['ignore', 'ignore', 'pipe'] })
  let said = ''
  let over = false
  child.stderr!.on('data', chunk => (said += chunk))
  child.on('exit', () => (over = true))
  const url = (database: string) => cluster.url(database).replace(`:${cluster.port}/`, `:${port}/`)
  const { default: pg } = await import('pg')
  await until('the pooler', async () => {
    if (over) throw new Error(`the pooler ended: ${said}`)
    const client = new pg.Client({ connectionString: url('postgres') })
    client.on('error', () => {})
    return client.connect().then(
      () => client.end().then(() => true),
      () => false,
    )
  })
  return {
    url,
    stop: async () => {
      child.kill('SIGKILL')
      await until('the pooler to end', () => over)
    },
  }
}
