import pg from 'pg'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { until } from '../../launch/run.mjs'
import type { JobCommand } from '../../core/job/types'
import type { JobRow } from '../../shared/schemas/jobRow'
import { EventReader } from '../helpers/eventReader'
import { copyDatabase, TestServer, type Client } from '../helpers/server'

// A job that entries rain on is summed up now and then. What anybody reads must still be how it stands at the entry they read it at.
let server: TestServer
let rafe: Client
let database: pg.Client
beforeAll(async () => {
  const url = await copyDatabase(inject('admin'), 'template_demo')
  server = await TestServer.start(url)
  rafe = await server.as('technician')
  database = new pg.Client({ connectionString: url })
  await database.connect()
})
afterAll(async () => {
  await server?.end()
  await database?.end()
})

const rain: JobCommand[] = [
  ...Array.from({ length: 12 }, (_, i): JobCommand => ({ type: 'noteWritten', text: `drop ${i}` })),
  { type: 'paused', reason: 'parts' },
]
const rowOf = async (id: string) => (await rafe.job(id)).row
const stored = async (id: string) =>
  (await database.query<{ seq: number; summary_seq: number; updated_at: Date }>('select * from jobs where id = $1', [id])).rows[0]!

it('finds the demo summed up: the first look at the Floor waits for no job', async () => {
  const { rows } = await database.query<{ behind: number; all: number }>(
    'select count(*) filter (where summary_seq is distinct from seq)::int as behind, count(*)::int as all from jobs',
  )
  expect(rows[0]!.all).toBeGreaterThan(8)
  expect(rows[0]!.behind).toBe(0)
})

it('reads what one entry after the other comes to as if they had come together', async () => {
  const [oneByOne, together] = [await rafe.openJob(), await rafe.openJob()]
  for (const command of rain) {
    expect((await rafe.say(oneByOne.id, command, 2)).status).toBe(200)
    const { seq, summary } = await rowOf(oneByOne.id)
    expect([seq, summary.paused]).toEqual([(await stored(oneByOne.id)).seq, command.type === 'paused'])
  }
  const events = rain.map(command => rafe.entry(command, 2))
  expect((await rafe.call('POST', `/api/jobs/${together.id}/events`, { events })).status).toBe(200)
  const [a, b] = [await rowOf(oneByOne.id), await rowOf(together.id)]
  expect(a.summary).toEqual(b.summary)
  expect([a.seq, a.nextWords]).toEqual([b.seq, b.nextWords])
})

it('is summed up before long though nobody reads it, and when it was worked on stays', async () => {
  const job = await rafe.openJob()
  for (const command of rain) await rafe.say(job.id, command, 2)
  const { updated_at: worked } = await stored(job.id)
  await until('the summary to follow', async () => {
    const { seq, summary_seq: summed } = await stored(job.id)
    return summed === seq
  })
  expect((await stored(job.id)).updated_at).toEqual(worked)
})

it('tells whoever follows the Floor how a job stands after the rain', async () => {
  const job = await rafe.openJob()
  const follower = await EventReader.open(`${server.url}/api/jobs/stream`, rafe.cookie)
  await follower.next('floor')
  for (const command of rain) await rafe.say(job.id, command, 2)
  for (;;) {
    const row = (await follower.next('row')) as JobRow
    if (row.id === job.id && row.seq === 2 + rain.length) {
      expect(row.summary.paused).toBe(true)
      break
    }
  }
  follower.close()
})

it.each([
  ['behind', 'seq - 1'],
  ['not known', 'null'],
])('sums up first what a process that died has left %s', async (_, behind) => {
  const job = await rafe.openJob()
  await rafe.say(job.id, { type: 'paused', reason: 'parts' }, 2)
  const before = await rowOf(job.id)
  expect(before.summary.paused).toBe(true)
  await database.query(
    `update jobs set summary_seq = ${behind}, next_words = 'long ago', summary = jsonb_set(summary, '{paused}', 'false') where id = $1`,
    [job.id],
  )
  const floor = await rafe.call<JobRow[]>('GET', '/api/jobs')
  const found = floor.body.find(({ id }) => id === job.id)!
  expect([found.summary, found.nextWords]).toEqual([before.summary, before.nextWords])
  await until('the summary to be kept', async () => {
    const { seq, summary_seq: summed } = await stored(job.id)
    return summed === seq
  })
})

describe('what cannot be read', () => {
  const floor = async (id: string) => {
    const { body } = await rafe.call<JobRow[]>('GET', '/api/jobs')
    expect(body.length).toBeGreaterThan(8)
    return body.find(row => row.id === id)!
  }
  it('of a summary another version has kept, is summed up anew from the events, and kept', async () => {
    const job = await rafe.openJob()
    const before = await rowOf(job.id)
    await database.query(`update jobs set summary = summary || '{"lately": true}', next_words = 'long ago' where id = $1`, [job.id])
    expect((await floor(job.id)).nextWords).toBe(before.nextWords)
    await until('the summary to be kept', async () => {
      const { rows } = await database.query<{ known: boolean }>(`select summary ? 'lately' as known from jobs where id = $1`, [job.id])
      return !rows[0]!.known
    })
    expect((await rowOf(job.id)).summary).toEqual(before.summary)
  })

  it('of one job, stands on the Floor with its reason and takes no other with it', async () => {
    const job = await rafe.openJob()
    await database.query(
      `alter table job_events disable trigger job_events_append_only;
       update job_events set body = '{"type":"opened"}' where job_id = '${job.id}' and seq = 1;
       alter table job_events enable trigger job_events_append_only;
       update jobs set summary_seq = null where id = '${job.id}'`,
    )
    const fresh = await TestServer.start(server.databaseUrl)
    const reader = await fresh.as('technician')
    const { body } = await reader.call<JobRow[]>('GET', '/api/jobs')
    const row = body.find(({ id }) => id === job.id)!
    expect(row.unreadable).toBe('damaged')
    expect(row.summary.step.of).toBe(0)
    expect(body.filter(({ unreadable }) => unreadable === undefined).length).toBeGreaterThan(8)
    const follower = await EventReader.open(`${fresh.url}/api/jobs/stream`, reader.cookie)
    expect(await follower.next('floor')).toHaveLength(body.length)
    follower.close()
    await fresh.end()
  })
})
