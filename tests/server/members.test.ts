import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { v7 } from 'uuid'
import { afterAll, afterEach, beforeAll, expect, it } from 'vitest'
import { startCluster, type Cluster } from '../../launch/cluster.mjs'
import { createDatabase, openDatabase, prepareDatabase } from '../../launch/database.mjs'
import { until } from '../../launch/run.mjs'
import { ensurePostgres } from '../../launch/setup.mjs'
import type { JobCommand } from '../../core/job/types'
import type { JobRow } from '../../shared/schemas/jobRow'
import { EventReader } from '../helpers/eventReader'
import { startPooler, startStandby } from '../helpers/members'
import { freePort, TestServer, type Client } from '../helpers/server'

// Several servers on several database servers, with fsync on: what is acknowledged must outlive any one of them.
const ends: (() => unknown)[] = []
afterEach(async () => {
  for (const end of ends.splice(0).reverse()) await end()
})
function fresh(): string {
  const dir = mkdtempSync(join(tmpdir(), 'efferent-members-'))
  ends.push(() => rmSync(dir, { recursive: true, force: true }))
  return dir
}
function toStop<T extends { stop: () => Promise<void> }>(running: T): T {
  ends.push(() => running.stop())
  return running
}
async function serve(databaseUrl: string, env: Record<string, string> = {}): Promise<TestServer> {
  const server = await TestServer.start(databaseUrl, env)
  ends.push(() => server.end('SIGKILL'))
  return server
}

// One primary for all of them; the last test ends it.
const home = mkdtempSync(join(tmpdir(), 'efferent-members-'))
let primary: Cluster
beforeAll(async () => {
  primary = await startCluster({ bin: await ensurePostgres(), dir: home })
  await createDatabase(primary.url('postgres'), 'shop')
  await prepareDatabase(primary.url('shop'), { demo: true })
})
afterAll(async () => {
  await primary?.stop()
  rmSync(home, { recursive: true, force: true })
})

async function ask<Row extends pg.QueryResultRow>(cluster: Cluster, text: string): Promise<Row[]> {
  const client = new pg.Client({ connectionString: cluster.url('shop') })
  client.on('error', () => {})
  await client.connect()
  try {
    return (await client.query<Row>(text)).rows
  } finally {
    await client.end().catch(() => {})
  }
}

/** A tablet's queue: each entry goes out until it is acknowledged, now to one server, now to the other. */
async function tablet(doors: Client[], job: string, entries: number, told: string[]): Promise<void> {
  for (let n = 0; n < entries; n++) {
    const id = v7()
    const entry = { ...doors[0]!.entry({ type: 'noteWritten', text: `note ${n}` }, 2, id) }
    await until('an entry to be acknowledged', async () => {
      const door = doors[Math.floor(Math.random() * doors.length)]!
      const answer = await door.call('POST', `/api/jobs/${job}/events`, { events: [entry] }).catch(() => undefined)
      if (answer && answer.status >= 400 && answer.status < 500) throw new Error(answer.text)
      return answer?.status === 200
    })
    told.push(id)
  }
}

it('works behind a pooler in transaction mode: entries, transactions, followers and a sign-out', async () => {
  const pooler = toStop(await startPooler(primary, home, fresh()))
  const server = await serve(pooler.url('shop'), { EFFERENT_DIRECT_URL: primary.url('shop') })
  const door = await server.as('technician')
  const jobs = await Promise.all(Array.from({ length: 6 }, () => door.openJob()))
  const following = await EventReader.open(`${server.url}/api/jobs/${jobs[0]!.id}/stream?after=2`, door.cookie)
  const told = jobs.map((): string[] => [])
  await Promise.all(jobs.map((job, i) => tablet([door], job.id, 15, told[i]!)))
  for (const [i, job] of jobs.entries()) expect((await door.job(job.id)).events.slice(2).map(({ id }) => id)).toEqual(told[i])
  for (const id of told[0]!) expect((await following.next('job')).id).toBe(id)
  const over = following.next('never').catch((error: Error) => error.message)
  expect((await door.call('DELETE', '/api/session')).status).toBe(200)
  expect(await over).toMatch(/the stream ended/)
}, 60_000)

it('a server that has not heard of an entry through another decides on the job as it stands, and never refuses on less', async () => {
  const [one, other] = await Promise.all([serve(primary.url('shop')), serve(primary.url('shop'))])
  const [here, there] = await Promise.all([one.as('technician'), other.as('technician')])
  const { id } = await here.openJob()
  const told: string[] = []
  const say = async (door: Client, command: JobCommand) => {
    const answer = await door.say(id, command, 2)
    expect(answer.status, answer.text).toBe(200)
    told.push(...answer.body.events.map(event => event.id))
  }
  // What each says holds only on what the other has just said; the one it says it to last had to do with the job before that.
  for (let turn = 0; turn < 6; turn++) {
    const [first, second] = turn % 2 ? [here, there] : [there, here]
    await say(first, { type: 'noteWritten', text: `turn ${turn}` })
    await say(second, { type: 'paused', reason: 'end-of-day' })
    await say(first, { type: 'resumed' })
  }
  const { events } = await there.job(id)
  expect(events.slice(2).map(event => event.id)).toEqual(told)
  expect(events.map(({ seq }) => seq)).toEqual(events.map((_, i) => i + 1))
  // The clock they are recorded by is the database's, moved on: no later entry stands before an earlier one by more than a request takes.
  const recorded = events.map(({ recordedAt }) => Date.parse(recordedAt!))
  for (const [i, at] of recorded.entries()) expect(at).toBeGreaterThan((recorded[i - 1] ?? 0) - 1000)
}, 60_000)

it('what nobody was told of is found: a process that dies between its commit and its telling leaves no follower behind', async () => {
  const server = await serve(primary.url('shop'))
  const door = await server.as('technician')
  const [job] = [await door.openJob()]
  const floor = await EventReader.open(`${server.url}/api/jobs/stream`, door.cookie)
  await floor.next('floor')
  // As the other process left it: moved on the disk, and nothing said.
  await ask(
    primary,
    `update jobs set seq = seq + 1, summary_seq = seq + 1, next_words = 'moved in silence', updated_at = now() where id = '${job.id}'`,
  )
  let row = (await floor.next('row')) as unknown as JobRow
  while (row.id !== job.id || row.nextWords !== 'moved in silence') row = (await floor.next('row')) as unknown as JobRow
  floor.close()
}, 60_000)

it('a replica that is away is done without, and a cluster without a primary is said in a sentence', async () => {
  const gone = primary.url('shop').replace(`:${primary.port}/`, `:${await freePort()}/`)
  const server = await serve(primary.url('shop'), { EFFERENT_READ_URL: gone })
  expect((await (await server.as('technician')).vehicle('BR 88 KEL')).plate).toBe('BR 88 KEL')
  process.env.DATABASE_URL = `${gone},${gone}`
  ends.push(() => void delete process.env.DATABASE_URL)
  await expect(openDatabase('unused')).rejects.toThrow(/none of the databases named by DATABASE_URL takes writes: 127\.0\.0\.1:\d+: /)
  process.env.DATABASE_URL = `${gone},${primary.url('shop')}`
  expect((await openDatabase('unused')).url).toBe(primary.url('shop'))
}, 60_000)

it('fails over: no acknowledged entry is lost, no follower misses one, and nobody signs in again', async () => {
  const standby = toStop(await startStandby(primary, home, fresh()))
  await ask(primary, `alter system set synchronous_standby_names = '*'`)
  await ask(primary, `alter system set synchronous_commit = 'remote_apply'`)
  await ask(primary, 'select pg_reload_conf()')
  await until('the standby to be waited for', async () => {
    const [one] = await ask<{ sync_state: string }>(primary, 'select sync_state from pg_stat_replication')
    return one?.sync_state === 'sync'
  })
  const members = `${primary.url('shop')},${standby.url('shop')}`
  const servers = [await serve(members, { EFFERENT_READ_URL: standby.url('shop') }), await serve(members)]
  const door = await servers[0]!.as('technician')
  // The same cookie at the other server: no stickiness.
  const other = servers[1]!.client()
  Object.assign(other, { cookie: door.cookie, person: door.person })
  const jobs = await Promise.all([0, 1, 2].map(() => door.openJob()))
  const following = await EventReader.open(`${servers[1]!.url}/api/jobs/${jobs[0]!.id}/stream?after=2`, door.cookie)
  // A standby is read from: it finds the car, and is asked by name for its own state.
  expect((await door.vehicle('BR 88 KEL')).plate).toBe('BR 88 KEL')

  const told = jobs.map((): string[] => [])
  const writing = Promise.all(jobs.map((job, i) => tablet([door, other], job.id, 60, told[i]!)))
  await until('a third to be written', () => told.every(mine => mine.length >= 20))
  process.kill(primary.pid, 'SIGKILL')
  await ask(standby, 'select pg_promote()')
  await writing

  for (const [i, job] of jobs.entries()) {
    const { events } = await other.job(job.id)
    expect(events.map(({ seq }) => seq)).toEqual(events.map((_, at) => at + 1))
    expect(events.slice(2).map(({ id }) => id)).toEqual(told[i])
  }
  const heard: unknown[] = []
  while (heard.length < 60) heard.push((await following.next('job')).id)
  expect(heard).toEqual(told[0])
  following.close()
}, 120_000)
