import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { fold } from '../../core/job/state/evolve'
import type { JobRow } from '../../shared/schemas/jobRow'
import pg from 'pg'
import { prepareDatabase } from '../../launch/database.mjs'
import { copyDatabase, TestServer } from '../helpers/server'

let server: TestServer
beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
})
afterAll(() => server?.end())

it('the demo is a day that can be: every stage there is to see, two lifts, nobody with more in hand than two hands hold', async () => {
  const lead = await server.as('lead')
  const { body: rows } = await lead.call<JobRow[]>('GET', '/api/jobs')
  const stages = rows.map(({ summary }) => summary.stage)
  expect(stages).toEqual(expect.arrayContaining(['planned', 'opening-up', 'line-work', 'filling', 'proving', 'signed-off', 'handed-over']))
  expect(rows.flatMap(({ summary }) => summary.pausedFor ?? [])).toEqual(expect.arrayContaining(['parts', 'approval']))
  expect(rows.flatMap(({ summary }) => summary.timers.map(({ timer }) => timer))).toEqual(
    expect.arrayContaining(['soak', 'rest', 'cool', 'leak']),
  )
  const up: string[] = []
  const inHand = new Map<string, number>()
  for (const { id, plate, summary } of rows) {
    const { events } = await lead.job(id)
    if ((fold(events)!.moves.at(-1)?.to ?? 'ground') !== 'ground') up.push(plate)
    const by = events.at(-1)!.by.name
    if (!summary.paused && !['signed-off', 'handed-over'].includes(summary.stage)) inHand.set(by, (inHand.get(by) ?? 0) + 1)
  }
  expect(up.length, `on lifts: ${up.join(', ')}`).toBeLessThanOrEqual(2)
  expect(Math.max(...inHand.values())).toBeLessThanOrEqual(3)
  expect(inHand.size).toBe(3)
})

it('a first start cut short is begun anew; a workshop that is somebody’s is left alone', async () => {
  const url = await copyDatabase(inject('admin'), 'template_demo')
  const database = new pg.Client({ connectionString: url })
  await database.connect()
  const people = async () => (await database.query<{ name: string }>('select name from people order by name')).rows.map(({ name }) => name)
  const all = await people()
  // As it was when the process was ended: people and sheets are in, the workshop has no name yet.
  await database.query(`delete from settings where key = 'workshop'`)
  await database.query(`insert into settings (key, value) values ('demo-being-loaded', 'true')`)
  await prepareDatabase(url, { demo: true })
  expect(await people()).toEqual(all)
  expect((await database.query(`select 1 from settings where key = 'demo-being-loaded'`)).rows).toEqual([])
  await database.query(`update people set name = 'Somebody Else' where name = $1`, [all[0]])
  await prepareDatabase(url, { demo: true })
  expect(await people()).toContain('Somebody Else')
  await database.end()
})
