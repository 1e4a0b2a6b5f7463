import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { v7 } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { startCluster } from '../../launch/cluster.mjs'
import { createDatabase, prepareDatabase } from '../../launch/database.mjs'
import { until } from '../../launch/run.mjs'
import { ensurePostgres } from '../../launch/setup.mjs'
import type { Health } from '../../shared/schemas/session'
import { EventReader } from '../helpers/eventReader'
import { TestServer } from '../helpers/server'

// Its own cluster, with fsync on: what has been answered must survive.
const dir = mkdtempSync(join(tmpdir(), 'efferent-fault-'))
type Cluster = Awaited<ReturnType<typeof startCluster>>
let cluster: Cluster
let server: TestServer

const startDatabase = async (port?: number) => (cluster = await startCluster({ bin: await ensurePostgres(), dir, port }))
beforeAll(async () => {
  await startDatabase()
  await createDatabase(cluster.url('postgres'), 'efferent')
  await prepareDatabase(cluster.url('efferent'), { demo: true })
  server = await TestServer.start(cluster.url('efferent'))
})
afterAll(async () => {
  await server?.end('SIGKILL')
  await cluster?.stop()
  rmSync(dir, { recursive: true, force: true })
})

it('server killed between append and answer: resending is one event', async () => {
  const client = await server.as('technician')
  const job = await client.openJob()
  // The append waits on a lock held here, so that the server can be killed knowing that it has not answered.
  const holder = new pg.Client({ connectionString: cluster.url('efferent') })
  await holder.connect()
  await holder.query('begin')
  await holder.query('select pg_advisory_xact_lock(1)')
  await holder.query(
    `create or replace function hold_commit() returns trigger
      language plpgsql as $$ begin perform pg_advisory_xact_lock_shared(1); return null; end $$`,
  )
  await holder.query(
    'create constraint trigger hold_commit after insert on job_events initially deferred for each row execute function hold_commit()',
  )
  await holder.query('commit')
  await holder.query('select pg_advisory_lock(1)')
  // The same bytes each time, as a device that waits for its answer sends them.
  const id = v7()
  const at = new Date()
  const send = () => client.say(job.id, { type: 'noteWritten', text: 'sent once, answered never' }, 2, id, at)
  const lost = send().catch((error: Error) => error)
  const watcher = new pg.Client({ connectionString: cluster.url('efferent') })
  await watcher.connect()
  // Waiting at commit: the insert is done, the answer is not.
  await until(
    'the append to reach its commit',
    async () => (await watcher.query(`select 1 from pg_locks where locktype = 'advisory' and not granted`)).rowCount,
  )
  await server.end('SIGKILL')
  expect(await lost).toBeInstanceOf(Error)
  await holder.query('select pg_advisory_unlock(1)')
  await holder.query('drop trigger hold_commit on job_events')
  await server.up()
  await client.signIn('technician')
  const again = await send()
  expect(again.status).toBe(200)
  const once = await send()
  expect(once.body.events).toEqual(again.body.events)
  expect((await client.job(job.id)).events.filter(event => event.id === id)).toHaveLength(1)
  await Promise.all([holder.end(), watcher.end()])
})

it('PostgreSQL killed: the server stays, says so, and goes on when it is back', async () => {
  const client = await server.as('technician')
  const job = await client.openJob()
  const reader = await EventReader.open(`${server.url}/api/jobs/${job.id}/stream?after=2`, client.cookie)
  const { pid } = server
  process.kill(cluster.pid, 'SIGKILL')
  await reader.next('lost')
  const health = await until('the health page to notice', async () => {
    const answer = await server.client().call<Health>('GET', '/api/health')
    return answer.status === 503 ? answer : undefined
  })
  expect(health.body).toMatchObject({ status: 'no-database', database: { reachable: false } })
  const refused = await client.say(job.id, { type: 'noteWritten', text: 'kept' }, 2)
  expect([refused.status, refused.body.code, refused.headers.get('retry-after')]).toEqual([503, 'DATABASE_GONE', '2'])

  await startDatabase(cluster.port)
  await until('the server to recover', async () => (await server.client().call('GET', '/api/health')).status === 200)
  expect((await client.say(job.id, { type: 'noteWritten', text: 'kept' }, 2)).status).toBe(200)
  // The stream that was open all along reads on from where it stood.
  expect(await reader.next('job')).toMatchObject({ seq: 3, body: { text: 'kept' } })
  expect(server.pid).toBe(pid)
  // That it was away is no exception of ours: nothing of it is a stack in the log.
  expect(server.output).not.toMatch(/uncaught|^\s+at /im)
  reader.close()
})
