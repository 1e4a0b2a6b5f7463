import 'fake-indexeddb/auto'
import { createHmac } from 'node:crypto'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { usualJudgement } from '#core/plan/search/judgeChance'
import { usualLift } from '#core/plan/liftMinutes'
import { makingGearSchema } from '#shared/schemas/gear'
import type { JobCommand, JobEvent } from '#core/job/types'
import { entryText } from '#shared/entryProof'
import { problem, type ErrorCode, type Problem } from '#shared/errors'
import type { JobView } from '#shared/schemas/jobView'
import { PlayedJob, demoCar, lead, technician } from '../../tests/helpers/demo'
import { Shelf } from '../../tests/helpers/shelf'
import { useConnection } from './connection'
import { useJob } from './job'
import { useQueue } from './queue'
import { useSession } from './session'
import { deviceStore, StoreFault } from '~/utils/deviceStore'
import { emptyDevice } from '../../tests/helpers/emptyDevice'

// The store against a server that the test plays: what it is asked, and what it answers, or that it is away.
const jobId = '01890000-0000-7000-8000-000000000001'
const resolved = demoCar('one')

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

let server: PlayedJob
/** `refuse`: the last word on the entry that is sent. */
let answer: 'take' | 'away' | 'refuse' | Problem | ((init: RequestInit) => Promise<Response>)
let sent: unknown[]
let asked: string[]
let disk: Shelf
let skew: number
let hidden: { listener?: () => void; hidden: boolean }

/** PlayedJob events with ids such as a device makes, for this job. */
const idOf = (event: JobEvent) => (/^event-/.test(event.id) ? `01890000-0000-7000-8000-${event.id.slice(6).padStart(12, '0')}` : event.id)
const recorded = (event: JobEvent): JobEvent => ({ ...event, id: idOf(event), job: jobId, by: { id: event.by.id, name: event.by.name } })
const respond = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })

const viewOf = (): JobView => ({
  row: {
    id: jobId,
    number: 7,
    seq: server.events.length,
    sheet: resolved.sheet.id,
    sheetTitle: resolved.sheet.title,
    revision: resolved.sheet.revision,
    plate: 'SK 17 TOW',
    vehicleId: '00000000-0000-4000-8000-000000000001',
    vehicle: 'Ondrel Halyard',
    customer: 'Pilot Station',
    summary: { stage: 'planned', paused: false, step: { done: 0, of: 1 }, missing: 0, timers: [] },
    nextWords: '',
    updatedAt: '2026-01-01T00:00:00Z',
    openedAt: '2026-01-01T00:00:00Z',
    serverNow: new Date(Date.now() + skew).toISOString(),
  },
  events: server.events.map(recorded),
  sheet: resolved.sheet,
  latest: resolved.sheet.revision,
  vehicle: {
    id: '00000000-0000-4000-8000-000000000001',
    plate: 'SK 17 TOW',
    customer: 'Pilot Station',
    family: 'ondrel-halyard',
    label: 'Ondrel Halyard',
    traits: {},
  },
})

async function play(path: string, init: RequestInit): Promise<Response> {
  if (path === '/api/health') return answer === 'away' ? Promise.reject(new TypeError('away')) : respond(200, {})
  asked.push(`${init.method} ${path}`)
  if (answer === 'away') throw new TypeError('network away')
  if (init.method === 'GET') {
    if (path === '/api/session') return respond(200, useSession().view)
    return respond(200, viewOf())
  }
  if (answer === 'refuse') {
    const [{ id }] = (JSON.parse(init.body as string) as { events: [{ id: string }] }).events
    return respond(409, problem('JOB_CONFLICT', 'Imke has worked on this job since.', { refused: id }))
  }
  if (typeof answer === 'function') return answer(init)
  if (answer !== 'take') return respond(answer.status, answer)
  sent.push(...(JSON.parse(init.body as string) as { events: unknown[] }).events)
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

/** Waits for a condition that promises behind the store will make true; generous, for busy machines: it returns as soon as it is. */
const settled = (condition: () => boolean) => vi.waitFor(() => expect(condition()).toBe(true), { timeout: 20_000, interval: 10 })

const signedIn = (person: typeof technician): void => {
  useSession().view = {
    person: { ...person, active: true },
    setup: false,
    judgement: usualJudgement,
    lift: usualLift,
    workshop: '',
    shelf: [],
    making: makingGearSchema.parse({}),
    people: [],
  }
}

// For good: what one test has begun may end in the next.
Object.assign(globalThis, { requestAnimationFrame: (draw: () => void) => setTimeout(draw), cancelAnimationFrame: clearTimeout })

beforeEach(async () => {
  await deviceStore().listEntries()
  await emptyDevice()
  sent = []
  server = new PlayedJob(resolved).plan()
  answer = 'take'
  asked = []
  skew = 0
  disk = new Shelf()
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
  setActivePinia(createPinia())
  signedIn(technician)
  await useJob().load(jobId)
})
afterEach(() => {
  answer = 'take'
  vi.unstubAllGlobals()
})

describe('recording', () => {
  const queue = () => useQueue()
  const post = () => asked.filter(call => call.startsWith('POST'))
  const kept = () => deviceStore().listEntries()

  it('is on the disk of the device before it is on the screen, and is confirmed by the server', async () => {
    const job = useJob()
    answer = 'away'
    const recording = job.record({ type: 'jointOpened', joint: 'gearbox-out-joint' })
    expect(job.state!.joints['gearbox-out-joint']).toBeUndefined()
    expect(await recording).toBeUndefined()
    expect(job.state!.joints['gearbox-out-joint']!.opened).toBeDefined()
    expect((await kept()).map(row => row.id)).toEqual([job.outbox[0]!.id])
    answer = 'take'
    await settled(() => job.outbox.length === 0 && job.confirmed.length === 3)
    expect(job.confirmed.at(-1)!.recordedAt).toBeDefined()
    expect(await kept()).toEqual([])
  })

  it('a full device says so, records nothing and leaves the screen as it was', async () => {
    const job = useJob()
    const before = job.state
    const full = vi.spyOn(deviceStore(), 'addEntry').mockRejectedValueOnce(new StoreFault(new DOMException('full', 'QuotaExceededError')))
    expect(await job.record({ type: 'noteWritten', text: 'too much' })).toEqual({})
    expect(job.state).toEqual(before)
    expect(queue().notKept).toContain('full')
    expect(post()).toEqual([])
    full.mockRestore()
    expect(await job.record({ type: 'noteWritten', text: 'fits now' })).toBeUndefined()
    expect(queue().notKept).toBe('')
  })

  const noteOf = ({ body }: RequestInit) => (JSON.parse(body as string) as { events: { id: string; command: JobCommand }[] }).events[0]!
  const asEvent = (init: RequestInit, change: object = {}) => {
    const { id, command } = noteOf(init)
    return { ...recorded(server.events.at(-1)!), id, body: command, seq: 3, ...change }
  }
  it.each<[string, (init: RequestInit) => Response]>([
    ['a sign-in page', () => new Response('<html>Harbour Guest</html>')],
    ['nothing', () => new Response(null, { status: 204 })],
    ['a yes', () => respond(200, { ok: true })],
    ['how far the job is, and nothing of it', () => respond(200, { seq: 1, events: [] })],
    ['somebody else’s entry', init => respond(200, { seq: 3, events: [asEvent(init, { id: '00000000-0000-7000-8000-0000000000ff' })] })],
    [
      'the entry in another job',
      init => respond(200, { seq: 3, events: [asEvent(init, { job: '00000000-0000-4000-8000-0000000000ff' })] }),
    ],
  ])('%s is no receipt: the entry stays on the device', async (_, other) => {
    const job = useJob()
    answer = init => Promise.resolve(other(init))
    await job.record({ type: 'noteWritten', text: 'heard by nobody' })
    await settled(() => post().length > 0)
    await queue().send()
    expect((await kept()).length).toBe(1)
    answer = 'take'
    await queue().send()
    await settled(() => job.outbox.length === 0)
    expect(await kept()).toEqual([])
  })

  it('a refusal on the device asks nobody and changes nothing', async () => {
    const job = useJob()
    const before = job.state
    expect(await job.record({ type: 'jointCapped', joint: 'gearbox-out-joint' })).toMatchObject({ refusal: { code: 'JOB_JOINT_STATE' } })
    expect(job.state).toEqual(before)
    expect(post()).toEqual([])
  })

  it('pressed twice before the first is kept, the second is decided on what the first has made', async () => {
    const job = useJob()
    const both = await Promise.all([
      job.record({ type: 'jointOpened', joint: 'gearbox-out-joint' }),
      job.record({ type: 'jointOpened', joint: 'gearbox-out-joint' }),
    ])
    expect(both).toEqual([undefined, { refusal: expect.objectContaining({ code: 'JOB_JOINT_STATE' }) }])
  })

  it('one entry builds on the other while the server is away, and all go out in order when it is back', async () => {
    const job = useJob()
    answer = 'away'
    for (const command of [
      { type: 'jointOpened', joint: 'gearbox-out-joint' },
      { type: 'jointCapped', joint: 'gearbox-out-joint' },
      { type: 'noteWritten', text: 'dripped little' },
    ] as const)
      expect(await job.record(command)).toBeUndefined()
    expect(job.state!.joints['gearbox-out-joint']!.capped).toBeDefined()
    await settled(() => useConnection().trouble === 'no-server')
    expect(job.outbox).toHaveLength(3)
    answer = 'take'
    await settled(() => useConnection().trouble === 'none')
    await queue().send()
    await settled(() => job.outbox.length === 0)
    expect(server.events.slice(-3).map(event => event.body.type)).toEqual(['jointOpened', 'jointCapped', 'noteWritten'])
    expect(job.state!.seq).toBe(5)
  })

  it('survives a reload: a new page finds the entries on the device and sends them as their author’s', async () => {
    answer = 'away'
    await useJob().record({ type: 'noteWritten', text: 'kept' })
    await settled(() => useConnection().trouble === 'no-server')
    setActivePinia(createPinia())
    signedIn(lead)
    answer = 'take'
    await useQueue().send()
    expect(server.events.at(-1)!.body).toMatchObject({ type: 'noteWritten', text: 'kept' })
    expect(sent.at(-1)).toMatchObject({ by: technician.id, seen: 2, v: 5 })
  })

  it('carries the mark of its author’s key, whoever sends it', async () => {
    const key = { person: technician.id, signIn: '01890000-0000-4000-8000-00000000000c', key: Buffer.alloc(32, 7).toString('base64url') }
    await deviceStore().keepKey(key)
    await useJob().record({ type: 'noteWritten', text: 'mine' })
    await settled(() => sent.length === 1)
    const mac = createHmac('sha256', Buffer.alloc(32, 7))
      .update(entryText(jobId, sent[0] as object))
      .digest('base64url')
    expect((sent[0] as { proof: unknown }).proof).toEqual({ signIn: key.signIn, mac })
  })

  it('the server’s last word takes an entry back and shows it with what it said, also after a reload, until somebody has read it', async () => {
    const job = useJob()
    answer = 'refuse'
    await job.record({ type: 'jointOpened', joint: 'gearbox-out-joint' })
    await settled(() => queue().refused.length === 1)
    expect(job.state!.joints['gearbox-out-joint']).toBeUndefined()
    answer = 'take'
    await job.record({ type: 'noteWritten', text: 'next' })
    await settled(() => job.outbox.length === 0)
    setActivePinia(createPinia())
    signedIn(technician)
    await useQueue().open()
    const [refused] = useQueue().refused
    expect(refused).toMatchObject({ refused: { code: 'JOB_CONFLICT' }, words: expect.stringContaining('Gearbox') })
    await useQueue().dismiss(refused!.id)
    expect(await kept()).toEqual([])
  })

  it.each<[string, ErrorCode]>([
    ['a fault of the server', 'INTERNAL'],
    ['an author that cannot be proved now', 'ENTRY_AUTHOR'],
    ['a server that is older than this page', 'ENTRY_NEWER'],
    ['a body it finds wrong without naming the entry', 'REQUEST_BODY'],
    ['a role it has not', 'AUTH_ROLE'],
  ])('%s is no last word: the entry stays, with why, and other jobs go on', async (_, code) => {
    const job = useJob()
    answer = problem(code, 'Not now.')
    await job.record({ type: 'noteWritten', text: 'kept' })
    await settled(() => Object.keys(queue().held).length === 1)
    expect(job.outbox).toHaveLength(1)
    expect(Object.values(queue().held)[0]).toMatchObject({ code })
    answer = 'take'
    await queue().send()
    await settled(() => job.outbox.length === 0 && Object.keys(queue().held).length === 0)
  })

  it('what was held here and went through from another tab is held no longer', async () => {
    const job = useJob()
    answer = problem('INTERNAL', 'Not now.')
    await job.record({ type: 'noteWritten', text: 'kept' })
    await settled(() => Object.keys(queue().held).length === 1)
    const { id, command } = job.outbox[0]!.entry
    server.do(command as JobCommand)
    server.events.at(-1)!.id = id
    await deviceStore().removeEntry(id)
    await settled(() => job.outbox.length === 0)
    expect(queue().held).toEqual({})
  })

  it.each<[ErrorCode, string]>([
    ['STORAGE_FULL', 'no-storage'],
    ['STORAGE_READ_ONLY', 'no-storage'],
    ['STORAGE_BUSY', 'busy'],
    ['SERVER_BUSY', 'busy'],
    ['DATABASE_GONE', 'no-database'],
  ])('%s keeps the entry and sends it when that is over', async (code, trouble) => {
    const job = useJob()
    answer = problem(code, 'Later.')
    await job.record({ type: 'noteWritten', text: 'kept' })
    await settled(() => useConnection().trouble === trouble)
    expect(job.outbox).toHaveLength(1)
    answer = 'take'
    await queue().send()
    await settled(() => job.outbox.length === 0)
  })

  it('a session that ran out keeps the entry for after the next sign-in', async () => {
    const job = useJob()
    answer = problem('AUTH_SIGN_IN_NEEDED', 'Sign in.')
    await job.record({ type: 'noteWritten', text: 'kept' })
    await settled(() => asked.includes('GET /api/session'))
    expect(job.outbox).toHaveLength(1)
    expect(queue().refused).toEqual([])
  })

  it('what version 1 of the program kept in localStorage is brought over and sent', async () => {
    const [event, id] = [recorded(server.events[0]!), '01890000-0000-7000-8000-0000000000aa']
    const { v: _v, seen: _seen, ...older } = event
    const command = { type: 'noteWritten', text: 'from before' }
    disk.setItem(`efferent.outbox.${jobId}`, JSON.stringify([{ event: { ...older, id, seq: 3, body: command }, command, basedOn: 2 }]))
    setActivePinia(createPinia())
    signedIn(technician)
    await useQueue().send()
    expect(sent.at(-1)).toMatchObject({ v: 2, id, seen: 2, by: technician.id, command })
    expect(disk.getItem(`efferent.outbox.${jobId}`)).toBeNull()
  })

  it('a row that cannot be read is shown as it is, and thrown away by nobody but a person', async () => {
    await deviceStore().addEntry({ id: 'odd', job: jobId, v: 2, nonsense: true } as never)
    setActivePinia(createPinia())
    signedIn(technician)
    await useQueue().send()
    expect(useQueue().unreadable[0]!.text).toContain('nonsense')
    await useQueue().dismiss('odd')
    expect(await kept()).toEqual([])
  })

  it('what another tab has sent stays on the screen until it is seen on record', async () => {
    const job = useJob()
    answer = 'away'
    await job.record({ type: 'noteWritten', text: 'by the other tab' })
    const { id, command } = job.outbox[0]!.entry
    server.do(command as JobCommand)
    server.events.at(-1)!.id = id
    answer = 'take'
    await deviceStore().removeEntry(id)
    await settled(() => job.confirmed.some(event => event.id === id))
    expect(job.outbox).toEqual([])
    expect(job.state!.notes).toHaveLength(1)
  })
})

vi.setConfig({ testTimeout: 30_000 })

it('a timer that another tablet started is measured by the server’s clock, however wrong this one’s is', async () => {
  const job = useJob()
  skew = 3 * 60 * 60_000
  server.workUntil('leak')
  // The other tablet started the engine at this time of the server; by the server's clock ten minutes have passed.
  const { recordedAt } = server.state!.timers.leak!
  vi.useFakeTimers({ now: Date.parse(recordedAt!) + 4 * 60_000 - skew, toFake: ['Date'] })
  await job.load(jobId)
  const dry = { type: 'leakChecked', joint: 'gearbox-out-joint', result: 'dry' } as const
  expect(await job.record(dry)).toMatchObject({ refusal: { code: 'JOB_TIMER_RUNNING', secondsLeft: 360 } })
  // Set back by a year, the clock spoils nothing: it is no earlier than it was.
  vi.setSystemTime(Date.now() - 365 * 24 * 3_600_000)
  expect(await job.record(dry)).toMatchObject({ refusal: { code: 'JOB_TIMER_RUNNING', secondsLeft: 360 } })
  vi.setSystemTime(Date.now() + 7 * 60_000)
  expect(await job.record(dry)).toBeUndefined()
  // What is recorded is dated by the server's clock.
  const dated = Date.parse(job.outbox.at(-1)!.event.at) - Date.parse(recordedAt!)
  expect(Math.round(dated / 1000)).toBe(11 * 60)
  vi.useRealTimers()
})

describe('following', () => {
  const note = (seq: number): JobEvent => ({
    v: 4,
    seen: seq - 1,
    id: `01890000-0000-7000-8000-0000000bb${String(seq).padStart(3, '0')}`,
    job: jobId,
    seq,
    at: '2026-01-01T00:00:00Z',
    recordedAt: '2026-01-01T00:00:00Z',
    by: { id: lead.id, name: 'Imke' },
    device: 'other',
    body: { type: 'noteWritten', text: `note ${seq}` },
  })

  it('takes what others record, once', async () => {
    const job = useJob()
    const stop = job.follow(jobId)
    expect(Stream.last.url).toBe(`/api/jobs/${jobId}/stream?after=2`)
    Stream.last.say('job', note(3))
    Stream.last.say('job', note(3))
    Stream.last.say('job', note(4))
    await settled(() => job.confirmed.length === 4)
    expect(job.state!.notes.map(({ text }) => text)).toEqual(['note 3', 'note 4'])
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

  it('what came and cannot be read is told, with its reason, and nothing is guessed at', async () => {
    const job = useJob()
    const told: unknown[] = []
    const stop = job.follow(jobId, error => told.push(error))
    Stream.last.say('job', { ...note(3), body: { type: 'noteWritten' } })
    await settled(() => told.length > 0)
    expect(String(told[0])).toContain('cannot be read')
    expect(job.confirmed).toHaveLength(2)
    const before = asked.length
    Stream.last.say('unread', { detail: 'Stored, but not readable: event 3.' })
    await settled(() => asked.slice(before).includes(`GET /api/jobs/${jobId}`))
    stop()
  })

  it('is not fooled by an event of another job', async () => {
    const job = useJob()
    const stop = job.follow(jobId)
    Stream.last.say('job', { ...note(4), job: '01890000-0000-7000-8000-00000000000f' })
    Stream.last.say('job', note(3))
    await settled(() => job.confirmed.length > 2)
    expect(job.confirmed.map(({ seq }) => seq)).toEqual([1, 2, 3])
    stop()
  })

  it('rests while the tab is hidden and goes on from where it stands', async () => {
    const job = useJob()
    const stop = job.follow(jobId)
    const first = Stream.last
    Stream.last.say('job', note(3))
    await settled(() => job.confirmed.length === 3)
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
