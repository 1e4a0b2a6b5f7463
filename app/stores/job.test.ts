import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { usualJudgement } from '#core/access/judgeChance'
import { usualLift } from '#core/access/liftMinutes'
import type { JobCommand, JobEvent } from '#core/job/types'
import { problem, type Problem } from '#shared/errors'
import type { JobView } from '#shared/schemas/api'
import { Bench, demoCar, technician } from '../../tests/helpers/demo'
import { useConnection } from './connection'
import { useJob } from './job'
import { useSession } from './session'

// The store against a server that the test plays: what it is asked, and what it answers, or that it is away.
const jobId = '01890000-0000-7000-8000-000000000001'
const resolved = demoCar('one')

class Storage {
  readonly kept = new Map<string, string>()
  getItem = (key: string) => this.kept.get(key) ?? null
  setItem = (key: string, value: string) => void this.kept.set(key, value)
  removeItem = (key: string) => void this.kept.delete(key)
  key = (i: number) => [...this.kept.keys()][i] ?? null
  get length() {
    return this.kept.size
  }
}

class Stream {
  static last: Stream
  readonly handlers = new Map<string, (message: { data: string }) => void>()
  closed = false
  constructor(readonly url: string) {
    Stream.last = this
  }

  addEventListener = (name: string, handle: (message: { data: string }) => void) => void this.handlers.set(name, handle)
  close = () => (this.closed = true)
  say = (name: string, value: unknown) => this.handlers.get(name)?.({ data: JSON.stringify(value) })
}

let server: Bench
let answer: 'take' | 'away' | Problem
let asked: string[]
let disk: Storage
let skew: number
let hidden: { listener?: () => void; hidden: boolean }

const recorded = (event: JobEvent): JobEvent => ({ ...event, job: jobId })
const respond = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })

async function play(path: string, init: RequestInit): Promise<Response> {
  if (path === '/api/health') return answer === 'away' ? Promise.reject(new TypeError('away')) : respond(200, {})
  asked.push(`${init.method} ${path}`)
  if (answer === 'away') throw new TypeError('network away')
  if (init.method === 'GET') {
    const view: Partial<JobView> = {
      row: { id: jobId, number: 7, serverNow: new Date(Date.now() + skew).toISOString() } as never,
      events: server.events.map(recorded),
      sheet: resolved.sheet,
      vehicle: {} as never,
    }
    return respond(200, view)
  }
  if (answer !== 'take') return respond(answer.status, answer)
  const { events } = JSON.parse(init.body as string) as { events: { id: string; command: JobCommand }[] }
  const taken = events.map(({ id, command }) => {
    const known = server.events.find(event => event.id === id)
    if (known) return recorded(known)
    server.do(command)
    const event = server.events.at(-1)!
    event.id = id
    return recorded(event)
  })
  return respond(200, { seq: server.events.length, events: taken })
}

/** Waits for a condition that promises behind the store will make true. */
const settled = (condition: () => boolean) => vi.waitFor(() => expect(condition()).toBe(true))

beforeEach(async () => {
  server = new Bench(resolved).plan()
  answer = 'take'
  asked = []
  skew = 0
  disk = new Storage()
  hidden = { hidden: false }
  vi.stubGlobal('localStorage', disk)
  vi.stubGlobal('EventSource', Stream)
  vi.stubGlobal('document', {
    get hidden() {
      return hidden.hidden
    },
    addEventListener: (_: string, listener: () => void) => (hidden.listener = listener),
    removeEventListener: () => (hidden.listener = undefined),
  })
  vi.stubGlobal('fetch', vi.fn(play))
  vi.stubGlobal('requestAnimationFrame', (draw: () => void) => setTimeout(draw))
  vi.stubGlobal('cancelAnimationFrame', clearTimeout)
  setActivePinia(createPinia())
  useSession().view = {
    person: { ...technician, active: true },
    setup: false,
    judgement: usualJudgement,
    lift: usualLift,
    workshop: '',
    people: [],
  }
  await useJob().load(jobId)
})
afterEach(() => {
  answer = 'take'
  vi.unstubAllGlobals()
})

describe('recording', () => {
  it('shows at once and is confirmed by the server', async () => {
    const job = useJob()
    expect(job.record({ type: 'jointOpened', joint: 'gearbox-out-joint' })).toBeUndefined()
    expect(job.state!.joints['gearbox-out-joint']!.opened).toBeDefined()
    expect(job.outbox).toHaveLength(1)
    await settled(() => job.outbox.length === 0)
    expect(job.confirmed).toHaveLength(3)
    expect(job.confirmed.at(-1)!.recordedAt).toBeDefined()
    expect(disk.length).toBe(1) // the device's name
  })

  it('a refusal on the device asks nobody and changes nothing', () => {
    const job = useJob()
    const before = job.state
    expect(job.record({ type: 'jointCapped', joint: 'gearbox-out-joint' })).toMatchObject({ code: 'JOB_JOINT_STATE' })
    expect(job.state).toEqual(before)
    expect(asked.filter(call => call.startsWith('POST'))).toEqual([])
  })

  it('one entry builds on the other while the server is away, and all go out in order when it is back', async () => {
    const job = useJob()
    answer = 'away'
    for (const command of [
      { type: 'jointOpened', joint: 'gearbox-out-joint' },
      { type: 'jointCapped', joint: 'gearbox-out-joint' },
      { type: 'noteWritten', text: 'dripped little' },
    ] as const)
      expect(job.record(command)).toBeUndefined()
    expect(job.state!.joints['gearbox-out-joint']!.capped).toBeDefined()
    await settled(() => useConnection().trouble === 'no-server')
    expect(job.outbox).toHaveLength(3)
    answer = 'take'
    await settled(() => useConnection().trouble === 'none')
    await job.send()
    expect(server.events.slice(-3).map(event => event.body.type)).toEqual(['jointOpened', 'jointCapped', 'noteWritten'])
    expect(job.outbox).toEqual([])
    expect(job.state!.seq).toBe(5)
  })

  it('survives a reload: a new page finds the entries on the device and sends them', async () => {
    answer = 'away'
    useJob().record({ type: 'noteWritten', text: 'kept' })
    await settled(() => useConnection().trouble === 'no-server')
    setActivePinia(createPinia())
    useSession().view = {
      person: { ...technician, active: true },
      setup: false,
      judgement: usualJudgement,
      lift: usualLift,
      workshop: '',
      people: [],
    }
    answer = 'take'
    await useJob().send()
    expect(server.events.at(-1)!.body).toMatchObject({ type: 'noteWritten', text: 'kept' })
  })

  it('what the server refuses is taken back here and shown, and what comes after it still goes out', async () => {
    const job = useJob()
    answer = problem('JOB_CONFLICT', 'Imke has worked on this job since.')
    job.record({ type: 'jointOpened', joint: 'gearbox-out-joint' })
    await settled(() => job.notTaken.length === 1)
    expect(job.state!.joints['gearbox-out-joint']).toBeUndefined()
    expect(job.notTaken[0]).toMatchObject({ command: { type: 'jointOpened' }, problem: { code: 'JOB_CONFLICT' } })
    answer = 'take'
    job.record({ type: 'noteWritten', text: 'next' })
    await settled(() => job.outbox.length === 0)
    job.dismiss(job.notTaken[0]!.id)
    expect(job.notTaken).toEqual([])
  })

  it('a session that ran out keeps the entry for after the next sign-in', async () => {
    const job = useJob()
    answer = problem('AUTH_SIGN_IN_NEEDED', 'Sign in.')
    job.record({ type: 'noteWritten', text: 'kept' })
    await settled(() => asked.includes('GET /api/session'))
    expect(job.outbox).toHaveLength(1)
    expect(job.notTaken).toEqual([])
  })
})

it('a timer that another tablet started is measured by the server’s clock, however wrong this one’s is', async () => {
  const job = useJob()
  skew = 3 * 60 * 60_000
  server.workUntil('leak')
  // The other tablet started the engine at this time of the server; by the server's clock ten minutes have passed.
  const { recordedAt } = server.state!.timers.leak!
  vi.useFakeTimers({ now: Date.parse(recordedAt!) + 11 * 60_000 - skew, toFake: ['Date'] })
  await job.load(jobId)
  expect(job.record({ type: 'leakChecked', joint: 'gearbox-out-joint', result: 'dry' })).toBeUndefined()
  vi.setSystemTime(Date.parse(recordedAt!) + 4 * 60_000 - skew)
  expect(job.record({ type: 'leakChecked', joint: 'radiator-in-joint', result: 'dry' })).toMatchObject({
    code: 'JOB_TIMER_RUNNING',
    secondsLeft: 360,
  })
  vi.useRealTimers()
})

describe('following', () => {
  const note = (seq: number): JobEvent => ({
    id: `n${seq}`,
    job: jobId,
    seq,
    at: '2026-01-01T00:00:00Z',
    recordedAt: '2026-01-01T00:00:00Z',
    by: { id: 'x', name: 'Imke' },
    device: 'other',
    body: { type: 'noteWritten', text: `note ${seq}` },
  })

  it('takes what others record, once', () => {
    const job = useJob()
    const stop = job.follow(jobId)
    expect(Stream.last.url).toBe(`/api/jobs/${jobId}/stream?after=2`)
    Stream.last.say('job', note(3))
    Stream.last.say('job', note(3))
    expect(job.state!.notes).toHaveLength(1)
    stop()
    expect(Stream.last.closed).toBe(true)
  })

  it('reads the whole again where something was missed', async () => {
    const job = useJob()
    const stop = job.follow(jobId)
    server.do({ type: 'noteWritten', text: 'missed' }).do({ type: 'noteWritten', text: 'seen' })
    Stream.last.say('job', { ...recorded(server.events.at(-1)!), seq: 4 })
    await settled(() => job.confirmed.length === 4)
    expect(job.state!.notes.map(item => item.text)).toEqual(['missed', 'seen'])
    stop()
  })

  it('is not fooled by an event of another job', () => {
    const stop = useJob().follow(jobId)
    Stream.last.say('job', { ...note(3), job: 'another' })
    expect(useJob().confirmed).toHaveLength(2)
    stop()
  })

  it('rests while the tab is hidden and goes on from where it stands', () => {
    const job = useJob()
    const stop = job.follow(jobId)
    const first = Stream.last
    Stream.last.say('job', note(3))
    hidden.hidden = true
    hidden.listener!()
    expect(first.closed).toBe(true)
    hidden.hidden = false
    hidden.listener!()
    expect(Stream.last).not.toBe(first)
    expect(Stream.last.url).toContain('after=3')
    stop()
    expect(hidden.listener).toBeUndefined()
  })
})
