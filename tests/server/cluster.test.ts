import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync, readdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { afterEach, expect, it } from 'vitest'
import { startCluster, type Cluster } from '../../launch/cluster.mjs'
import { createDatabase, prepareDatabase } from '../../launch/database.mjs'
import { ensurePostgres } from '../../launch/setup.mjs'
import { TestServer } from '../helpers/server'

// The private cluster through what happens to it on a real machine.
const dirs: string[] = []
const clusters: Cluster[] = []
const fresh = () => dirs[dirs.push(mkdtempSync(join(tmpdir(), 'efferent-cluster-'))) - 1]!
async function start(dir: string, port?: number): Promise<Cluster> {
  const cluster = await startCluster({ bin: await ensurePostgres(), dir, durable: false, port })
  clusters.push(cluster)
  return cluster
}
async function ask(url: string, text: string): Promise<unknown[]> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return (await client.query(text)).rows
  } finally {
    await client.end()
  }
}
afterEach(async () => {
  for (const cluster of clusters.splice(0)) await cluster.stop()
  for (const dir of dirs.splice(0)) rmSync(dir, { recursive: true, force: true })
})

it('a half-made cluster never counts, and a made one is kept', async () => {
  const dir = fresh()
  mkdirSync(join(dir, 'pg.init/base'), { recursive: true })
  const cluster = await start(dir)
  await createDatabase(cluster.url('postgres'), 'kept')
  await createDatabase(cluster.url('postgres'), 'kept')
  await cluster.stop()
  const again = await start(dir, cluster.port)
  expect(again.port).toBe(cluster.port)
  expect(await ask(again.url('kept'), 'select 1 as one')).toEqual([{ one: 1 }])
})

it('a second starter uses the running server and leaves it running', async () => {
  const dir = fresh()
  const first = await start(dir)
  const second = await start(dir)
  expect([second.started, second.pid, second.port]).toEqual([false, first.pid, first.port])
  await second.stop()
  expect(await ask(first.url('postgres'), 'select 1 as one')).toEqual([{ one: 1 }])
})

it('a lock file whose number belongs to somebody else now does not keep it from starting', async () => {
  const dir = fresh()
  const cluster = await start(dir)
  await cluster.stop()
  writeFileSync(join(dir, 'pg/postmaster.pid'), `${process.pid}\n${join(dir, 'pg')}\n0\n5432\n\n127.0.0.1\n\nready\n`)
  const again = await start(dir)
  expect(again.started).toBe(true)
})

it('wants its password, listens on loopback only, and says what is wrong when the password is lost', async () => {
  const dir = fresh()
  const cluster = await start(dir)
  await expect(ask(cluster.url('postgres').replace(/:[^:@]+@/, ':guess@'), 'select 1')).rejects.toThrow(/password authentication failed/)
  expect(await ask(cluster.url('postgres'), 'show listen_addresses')).toEqual([{ listen_addresses: '127.0.0.1' }])
  await cluster.stop()
  rmSync(join(dir, 'pg.secret'))
  await expect(start(dir)).rejects.toThrow(/pg\.secret is gone/)
  expect(existsSync(join(dir, 'pg/PG_VERSION'))).toBe(true)
})

it('migrating twice, and twice at once, is migrating once; events cannot be changed behind the program’s back', async () => {
  const cluster = await start(fresh())
  await createDatabase(cluster.url('postgres'), 'twice')
  const url = cluster.url('twice')
  await Promise.all([prepareDatabase(url, { demo: false }), prepareDatabase(url, { demo: false })])
  await prepareDatabase(url, { demo: true })
  const [{ n: applied }] = (await ask(url, 'select count(*)::int as n from migrations')) as [{ n: number }]
  expect(applied).toBe(readdirSync('db/migrations').length)
  const [{ n: events }] = (await ask(url, 'select count(*)::int as n from job_events')) as [{ n: number }]
  expect(events).toBeGreaterThan(30)
  await expect(ask(url, `update job_events set device = 'x'`)).rejects.toThrow('append-only')
  await expect(ask(url, 'delete from job_events')).rejects.toThrow('append-only')
  // The demo is for an empty workshop: a second load adds nothing.
  await prepareDatabase(url, { demo: true })
  expect(await ask(url, 'select count(*)::int as n from job_events')).toEqual([{ n: events }])
  expect(readFileSync('db/migrations/000001_init.sql', 'utf8')).toContain('-- Up Migration')
}, 60_000)

it('a page that the disk has changed is an error with a remedy, and never somebody’s record', async () => {
  const dir = fresh()
  const cluster = await start(dir)
  await createDatabase(cluster.url('postgres'), 'shop')
  await prepareDatabase(cluster.url('shop'), { demo: true })
  const [{ path }] = (await ask(cluster.url('shop'), `select pg_relation_filepath('job_events') as path`)) as [{ path: string }]
  await cluster.stop()
  const file = join(dir, 'pg', path)
  const bytes = readFileSync(file)
  // In each page past its header, as a failing disk would: one byte.
  for (let page = 0; page < bytes.length; page += 8192) bytes[page + 8000]! ^= 0x20
  writeFileSync(file, bytes)
  const server = await TestServer.start((await start(dir, cluster.port)).url('shop'), {}, false)
  try {
    const lead = await server.as('lead')
    const { body: jobs } = await lead.call<{ id: string }[]>('GET', '/api/jobs')
    const answer = await lead.call('GET', `/api/jobs/${jobs[0]!.id}`)
    expect(answer).toMatchObject({ status: 503, body: { code: 'STORAGE_DAMAGED', detail: expect.stringContaining('restore') } })
    const health = await server.client().call<{ status: string; storage: string }>('GET', '/api/health')
    expect([health.status, health.body.storage]).toEqual([503, 'damaged'])
  } finally {
    await server.end()
  }
}, 120_000)
