import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { estimateFluid } from '../../core/fluid/estimateFluid'
import { fold } from '../../core/job/state/evolve'
import { listSteps } from '../../core/job/steps/listSteps'
import { plainCommand } from '../../core/job/commands/plainCommand'
import type { JobEvent } from '../../core/job/types'
import { limits } from '../../shared/limits'
import type { JobRow } from '../../shared/schemas/jobRow'
import { byHand, demoCar, planOf, restOf } from '../helpers/demo'
import type { AppendResult } from '../../shared/schemas/jobView'
import { copyDatabase, TestServer, type Client } from '../helpers/server'
import { EventReader } from '../helpers/eventReader'

let server: TestServer
let rafe: Client
let imke: Client
beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  rafe = await server.as('technician')
  imke = await server.as('lead')
})
afterAll(() => server?.end())

/** Works a job as its plan says, through the API, up to a kind of step. */
async function workUntil(client: Client, id: string, stop: string): Promise<number> {
  const resolved = demoCar('one')
  for (;;) {
    const { events } = await client.job(id)
    const state = fold(events)!
    const plan = planOf(resolved, state.inputs!)
    const step = listSteps(resolved, restOf(resolved, state), 'ground', state).find(candidate => candidate.status === 'open')
    if (!step || step.kind === stop) return state.seq
    const answer = await client.say(id, byHand(plainCommand(resolved, step, state, estimateFluid(resolved, state.scope, plan))), state.seq)
    if (answer.status !== 200) throw new Error(answer.text)
  }
}

describe('opening', () => {
  it('asked twice opens one job', async () => {
    const request = {
      id: v7(),
      at: new Date().toISOString(),
      device: 'test',
      sheet: 'halyard-cooler-lines',
      vehicle: (await rafe.vehicle('SK 17 TOW')).id,
    }
    const answers = await Promise.all([rafe.call<JobRow>('POST', '/api/jobs', request), rafe.call<JobRow>('POST', '/api/jobs', request)])
    expect(answers.map(answer => answer.status)).toEqual([200, 200])
    expect(answers[0]!.body.number).toBe(answers[1]!.body.number)
    expect((await rafe.job(request.id)).events).toHaveLength(1)
  })

  it.each([
    ['a car the sheet is not for', 'SK 03 VAN', 'halyard-cooler-lines', 'SHEET_DOES_NOT_APPLY'],
    ['a sheet that is not there', 'SK 17 TOW', 'nothing', 'SHEET_UNKNOWN'],
  ])('refuses %s', async (_, plate, sheet, code) => {
    const answer = await rafe.problem('POST', '/api/jobs', {
      id: v7(),
      at: new Date().toISOString(),
      device: 'test',
      sheet,
      vehicle: (await rafe.vehicle(plate)).id,
    })
    expect(answer.body.code).toBe(code)
  })
})

describe('recording', () => {
  it('the same event twice, and twice at once, is one event', async () => {
    const job = await rafe.openJob()
    const id = v7()
    const events = [{ ...rafe.entry({ type: 'noteWritten', text: 'once' }, 2), id }]
    const send = () => rafe.call<AppendResult>('POST', `/api/jobs/${job.id}/events`, { events })
    const both = await Promise.all([send(), send()])
    expect(both.map(answer => answer.status)).toEqual([200, 200])
    expect(both[0]!.body.events).toEqual(both[1]!.body.events)
    expect((await rafe.job(job.id)).events.filter(event => event.body.type === 'noteWritten')).toHaveLength(1)
  })

  it('one id for two things said, a year no calendar has, and one id for two jobs are refused with their place', async () => {
    const [job, other] = [await rafe.openJob(), await rafe.openJob()]
    const entry = (text: string, change: object = {}) => ({ ...rafe.entry({ type: 'noteWritten', text }, 2), ...change })
    const send = (id: string, ...events: object[]) => rafe.problem('POST', `/api/jobs/${id}/events`, { events })
    const first = entry('one')
    const twice = await send(job.id, first, { ...entry('two'), id: first.id })
    expect([twice.status, twice.body.code, twice.body.errors?.[0]?.path]).toEqual([422, 'REQUEST_BODY', 'events[1].id'])
    const early = await send(job.id, entry('early', { at: '0000-01-01T00:00:00Z' }))
    expect([early.status, early.body.errors?.[0]?.path]).toEqual([422, 'events[0].at'])
    const one = entry('for two jobs')
    const both = await Promise.all([send(job.id, one), send(other.id, one)])
    expect(both.map(({ status }) => status).sort()).toEqual([200, 422])
    const notes = [...(await rafe.job(job.id)).events, ...(await rafe.job(other.id)).events].filter(
      ({ body }) => body.type === 'noteWritten',
    )
    expect(notes).toHaveLength(1)
  })

  it('twenty at once make a sequence without gaps', async () => {
    const job = await rafe.openJob()
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) => (i % 2 ? rafe : imke).say(job.id, { type: 'noteWritten', text: `note ${i}` }, 2)),
    )
    expect(answers.every(answer => answer.status === 200)).toBe(true)
    const { events, row } = await rafe.job(job.id)
    expect(events.map(event => event.seq)).toEqual(events.map((_, i) => i + 1))
    expect(row.seq).toBe(22)
  })

  it('two tablets on one job: what still holds is taken, what does not is a conflict that shows what came between', async () => {
    const job = await rafe.openJob()
    expect((await rafe.say(job.id, { type: 'jointOpened', joint: 'gearbox-out-joint' }, 2)).status).toBe(200)
    expect((await imke.say(job.id, { type: 'jointOpened', joint: 'radiator-in-joint' }, 2)).status).toBe(200)
    const late = await imke.say(job.id, { type: 'jointOpened', joint: 'gearbox-out-joint' }, 2)
    expect([late.status, late.body.code]).toEqual([409, 'JOB_CONFLICT'])
    expect(late.body.detail).toContain('Rafe Undal')
    expect((late.body.fields as { since: JobEvent[] }).since.map(event => event.body.type)).toEqual(['jointOpened', 'jointOpened'])
    const current = await rafe.say(job.id, { type: 'jointOpened', joint: 'gearbox-out-joint' }, 4)
    expect([current.status, current.body.code]).toEqual([409, 'JOB_JOINT_STATE'])
  })

  it('a refusal says what to do and records nothing', async () => {
    const job = await rafe.openJob()
    const seq = await workUntil(rafe, job.id, 'torque')
    const answer = await rafe.say(
      job.id,
      { type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 25, unit: 'N.m' } },
      seq,
    )
    expect(answer.status).toBe(422)
    expect(answer.body.code).toBe('JOB_TORQUE_OUTSIDE')
    expect(answer.body.detail.replaceAll('\u00a0', ' ')).toMatch(/25 N·m \(18.4 lbf·ft\) is over the window 17–20 N·m/)
    expect((await rafe.job(job.id)).row.seq).toBe(seq)
  })

  it('what was entered is stored as entered and as SI', async () => {
    const job = await rafe.openJob()
    const seq = await workUntil(rafe, job.id, 'torque')
    await rafe.say(
      job.id,
      { type: 'jointTorqued', joint: 'gearbox-out-joint', how: 'wrench', entered: { value: 13.5, unit: 'lbf.ft' } },
      seq,
    )
    expect((await rafe.job(job.id)).events.at(-1)!.body).toMatchObject({
      entered: { value: 13.5, unit: 'lbf.ft' },
      torque: expect.closeTo(18.3035, 3),
      verdict: 'inside',
    })
  })

  it('all or nothing: one refused event of a batch leaves none', async () => {
    const job = await rafe.openJob()
    const answer = await rafe.problem('POST', `/api/jobs/${job.id}/events`, {
      events: [rafe.entry({ type: 'jointOpened', joint: 'gearbox-out-joint' }, 2), rafe.entry({ type: 'signedOff' }, 2)],
    })
    expect([answer.status, answer.body.code, answer.body.errors?.[0]?.path]).toEqual([409, 'JOB_MISSING', 'events[1]'])
    expect((await rafe.job(job.id)).events).toHaveLength(2)
  })

  it.each([
    ['an id that is no UUIDv7', { id: '00000000-0000-4000-8000-000000000001' }, 'events[0].id'],
    ['a command nobody knows', { command: { type: 'exploded' } }, 'events[0].command.type'],
    [
      'a number out of all reason',
      { command: { type: 'fluidAdded', how: 'measured', entered: { value: 1e12, unit: 'mL' } } },
      'events[0].command.entered.value',
    ],
    ['a time that is none', { at: 'yesterday' }, 'events[0].at'],
  ])('refuses %s with its place', async (_, change, path) => {
    const job = (await rafe.call<JobRow[]>('GET', '/api/jobs')).body[0]!
    const entry = { ...rafe.entry({ type: 'resumed' }, 1), ...change }
    const answer = await rafe.problem('POST', `/api/jobs/${job.id}/events`, { events: [entry] })
    // The last word on this entry: sent again it is the same, and nothing else has to wait for it.
    expect([answer.status, answer.body.code, answer.body.refused]).toEqual([422, 'ENTRY_UNREADABLE', entry.id])
    expect(answer.body.errors!.map(error => error.path)).toContain(path)
  })

  it('a job nobody knows', async () => {
    expect((await rafe.problem('GET', '/api/jobs/not-an-id')).body.code).toBe('JOB_UNKNOWN')
    expect((await rafe.say(v7(), { type: 'resumed' }, 1)).body.code).toBe('JOB_UNKNOWN')
  })
})

describe('following', () => {
  it('the Floor comes in pages, the last not full, and every open job is on one of them once', async () => {
    while ((await rafe.call<JobRow[]>('GET', '/api/jobs')).body.length < limits.jobsPerPage) await rafe.openJob()
    const last = await rafe.openJob()
    const first = (await rafe.call<JobRow[]>('GET', '/api/jobs')).body
    const second = (await rafe.call<JobRow[]>('GET', `/api/jobs?after=${first.at(-1)!.number}`)).body
    expect(second.at(-1)!.id).toBe(last.id)
    const reader = await EventReader.open(`${server.url}/api/jobs/stream`, imke.cookie)
    const pages = [await reader.next('floor'), await reader.next('floor')] as unknown as JobRow[][]
    reader.close()
    expect(pages.map(page => page.map(row => row.number))).toEqual([first, second].map(page => page.map(row => row.number)))
    expect(new Set(pages.flat().map(row => row.id)).size).toBe(first.length + second.length)
    expect((await rafe.problem('GET', '/api/jobs?after=-1')).status).toBe(422)
  })

  it('reads from where it stands and misses nothing that comes', async () => {
    const job = await rafe.openJob()
    const reader = await EventReader.open(`${server.url}/api/jobs/${job.id}/stream?after=1`, imke.cookie)
    expect((await reader.next('job')).seq).toBe(2)
    await rafe.say(job.id, { type: 'noteWritten', text: 'seen' }, 2)
    expect(await reader.next('job')).toMatchObject({ seq: 3, body: { text: 'seen' } })
    reader.close()
    await rafe.say(job.id, { type: 'noteWritten', text: 'missed' }, 3)
    const again = await EventReader.open(`${server.url}/api/jobs/${job.id}/stream?after=1`, imke.cookie, { 'last-event-id': '3' })
    expect(await again.next('job')).toMatchObject({ seq: 4, body: { text: 'missed' } })
    again.close()
  })

  it('the Floor sees a job move without asking', async () => {
    const reader = await EventReader.open(`${server.url}/api/jobs/stream`, imke.cookie)
    await reader.next('floor')
    const job = await rafe.openJob()
    await rafe.say(job.id, { type: 'jointOpened', joint: 'gearbox-out-joint' }, 2)
    let row: JobRow
    do row = (await reader.next('row')) as unknown as JobRow
    while (row.id !== job.id || row.seq < 3)
    expect(row.nextWords).toBe('Check the new part: Supply, gearbox to radiator')
    reader.close()
  })
})

it('the record comes as JSON, CSV and PDF', async () => {
  const job = await rafe.openJob()
  await workUntil(rafe, job.id, 'leak')
  const json = await rafe.call<{ format: string; torques: unknown[] }>('GET', `/api/jobs/${job.id}/record.json`)
  expect(json.body).toMatchObject({
    format: 'efferent.job-record/3',
    torques: expect.arrayContaining([
      expect.objectContaining({ name: 'Gearbox, upper' }),
      expect.objectContaining({ name: 'Gearbox, lower' }),
    ]),
  })
  const torques = await rafe.call('GET', `/api/jobs/${job.id}/torques.csv`)
  expect(torques.headers.get('content-type')).toContain('text/csv')
  expect(torques.text.split('\r\n')[1]).toMatch(
    new RegExp(`^${job.number},"Gearbox, upper",18.5,N.m,18.5,13.64,17,20,wrench,inside,,Rafe Undal,`),
  )
  const fluids = await rafe.call('GET', `/api/jobs/${job.id}/fluids.csv`)
  expect(
    fluids.text
      .split('\r\n')
      .slice(1, 3)
      .map(row => row.split(',')[1]),
  ).toEqual(['caught', 'added'])
  const pdf = await fetch(`${server.url}/api/jobs/${job.id}/record.pdf`, { headers: { cookie: rafe.cookie } })
  const bytes = Buffer.from(await pdf.arrayBuffer())
  expect(pdf.headers.get('content-type')).toBe('application/pdf')
  expect(bytes.subarray(0, 5).toString()).toBe('%PDF-')
  expect(bytes.subarray(-6).toString()).toContain('EOF')
  expect(bytes.length).toBeGreaterThan(8000)
})
