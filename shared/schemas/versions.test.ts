import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { planJob } from '../../core/plan/planJob'
import { currentPlanner } from '../../core/plan/types'
import { carOf } from '../../core/job/state/carOf'
import { fold } from '../../core/job/state/evolve'
import { countsAfter } from '../../core/job/state/carState'
import { listSteps } from '../../core/job/steps/listSteps'
import type { JobEvent, Mark } from '../../core/job/types'
import { checkIntegrity } from '../../core/sheet/checkIntegrity'
import { resolveSheet } from '../../core/sheet/resolveSheet'
import type { Car, Pack, Predicate } from '../../core/sheet/types'
import { demoSheet } from '../../tests/helpers/demo'
import { limits } from '../limits'
import { versioned } from '../versioned'
import { z } from 'zod'
import { bodyOfVersion3 } from './bodyOfVersion3'
import { bodyOfVersion4 } from './bodyOfVersion4'
import { readEvent } from './event'
import { bodySchema } from './job'
import { readPackFile, readSheet } from './readSheet'

const folder = (name: string) => new URL(`../../tests/fixtures/v1/${name}/`, import.meta.url)
const filesOf = (name: string) =>
  readdirSync(folder(name)).map(file => [file, JSON.parse(readFileSync(new URL(file, folder(name)), 'utf8'))] as const)
type Recorded = { sheet: string; revision: number; car: Car; events: Record<string, unknown>[] }
const packs = filesOf('packs') as [string, Pack][]
const jobs = filesOf('jobs') as [string, Recorded][]
const sheets = packs.flatMap(([, pack]) => pack.sheets)

/** Events that came with versions 3 and 4, for what had been ticked until then. */
const sinceVersion3 = [
  'airTraced',
  'carMoved',
  'carriedOver',
  'clearanceProved',
  'endCutOff',
  'ended',
  'engineStarted',
  'engineStopped',
  'entryHeld',
  'entrySettled',
  'fastenerLost',
  'fillSpared',
  'leafletRead',
  'leakTraced',
  'leakedBefore',
  'lineCalledOut',
  'lineMade',
  'makeActDone',
  'makingSaid',
  'neighbourRenewed',
  'observed',
  'partAccepted',
  'partLooked',
  'prepared',
  'pressureHeld',
  'pressureLet',
  'ranDry',
  'rebent',
  'roundBled',
  'sealingSaid',
  'tested',
  'tightened',
  'vacuumHeld',
  'waitCut',
  'wayHung',
]

describe('what version 1 of the program wrote', () => {
  it.each(packs)('the pack %s is read, whole and sound', (_, pack) => {
    const read = readPackFile(pack)
    expect(read).toMatchObject({ ok: true })
    expect(read.ok && read.value.sheets.flatMap(checkIntegrity)).toEqual([])
    // An idling engine makes no pressure in a brake or a clutch.
    const sources = read.ok ? read.value.sheets.map(({ system, proving }) => [system, proving.pressure] as const) : []
    for (const [system, pressure] of sources) expect(pressure === 'pedal').toBe(system === 'brake' || system === 'clutch')
  })

  it('the recorded jobs hold every kind of event there is', () => {
    const said = new Set(jobs.flatMap(([, job]) => job.events.map(event => (event.body as { type: string }).type)))
    const kinds = bodySchema.options.map(option => option.shape.type.value)
    expect(kinds.filter(kind => !said.has(kind)).toSorted()).toEqual(sinceVersion3)
  })

  it.each(jobs)('the job %s is brought up, folds, and its plan still reads', (_, { sheet: id, revision, car, events }) => {
    const read = events.map(readEvent)
    expect(read.filter(one => !one.ok)).toEqual([])
    const brought = read.map(one => (one as { value: JobEvent }).value)
    for (const [i, event] of brought.entries()) {
      const { v, seen, ...same } = event
      expect([v, seen]).toEqual([4, i])
      expect(same).toEqual({ ...events[i], body: bodyOfVersion4(bodyOfVersion3(events[i]!.body)) })
    }
    const state = fold(brought)!
    expect(state.seq).toBe(events.length)
    const sheet = sheets.find(one => one.id === id && one.revision === revision)!
    const resolution = resolveSheet(sheet, { ...carOf(state), family: car.family, year: car.year, engine: car.engine })
    if (resolution.applies === 'no') throw new Error(resolution.why)
    const plan = planJob(resolution.resolved, state.inputs!)
    if (!plan.ok) throw new Error(plan.error.code)
    expect(plan.value.planner).toBe(currentPlanner)
    expect(state.planner).toBeDefined()
    // What was done then is done on today's plan.
    if (state.signedOff) {
      const open = listSteps(resolution.resolved, plan.value, state.inputs!.start, state).filter(step => step.status === 'open')
      expect(open).toEqual([])
    }
  })

  it('a job remembers the planner it was last decided with', () => {
    const [, { events }] = jobs.find(([file]) => file === 'older-planners.json')!
    const upTo = (n: number) => fold(events.slice(0, n).map(event => (readEvent(event) as { value: JobEvent }).value))!.planner
    expect([upTo(2), upTo(3), upTo(4)]).toEqual([3, 1, 2])
  })
})

describe('what version 3 named by a text', () => {
  it.each<[string, unknown, unknown]>([
    ['the car made ready', { type: 'stepDone', step: 'prepare' }, { type: 'prepared' }],
    ['made ready, of the first sheets', { type: 'stepDone', step: 'prepare:halyard' }, { type: 'prepared' }],
    ['a tick that counted for nothing', { type: 'stepDone', step: 'leak:x' }, { type: 'noteWritten', text: 'Ticked: leak:x' }],
    [
      'a step left out',
      { type: 'stepSkipped', step: 'compare:supply', reason: 'same' },
      { type: 'stepSkipped', step: { kind: 'compare', target: 'supply' }, reason: 'same' },
    ],
    [
      'one of which there is one',
      { type: 'stepSkipped', step: 'road-test', reason: 'no plates' },
      { type: 'stepSkipped', step: { kind: 'road-test', target: 'car' }, reason: 'no plates' },
    ],
    ['taken back', { type: 'stepUndone', step: 'undo', reverts: ['a'] }, { type: 'stepUndone', reverts: ['a'] }],
    [
      'a photo of something',
      { type: 'photoTaken', photo: 'p', step: 'off:tray:2' },
      { type: 'photoTaken', photo: 'p', step: { kind: 'off', target: 'tray' } },
    ],
    ['a photo of nothing that is known', { type: 'photoTaken', photo: 'p', step: 'undo' }, { type: 'photoTaken', photo: 'p' }],
    [
      'a way that hung',
      { type: 'wayHung', goal: 'joint:wheel-joint', way: 1 },
      { type: 'wayHung', goal: { kind: 'joint', target: 'wheel-joint' }, way: 1 },
    ],
    ['a goal nobody knows, for the schema to refuse', { type: 'wayHung', goal: 'moon', way: 1 }, { type: 'wayHung', goal: 'moon', way: 1 }],
    ['anything else', { type: 'lineOut', line: 'supply' }, { type: 'lineOut', line: 'supply' }],
  ])('%s', (_, older, newer) => expect(bodyOfVersion4(older)).toEqual(newer))
})

describe('reading', () => {
  const event = jobs[0]![1].events[1]!
  it.each<[string, unknown, unknown]>([
    ['a newer version', { ...event, v: 9 }, { why: 'newer', version: 9 }],
    ['a type nobody knows', { ...event, body: { type: 'teleported' } }, { why: 'newer', version: 1 }],
    ['a version that is none', { ...event, v: 'two' }, { why: 'damaged' }],
    ['no object', null, { why: 'damaged' }],
    ['a list', [], { why: 'damaged' }],
    ['a field too many', { ...event, role: 'admin' }, { why: 'damaged', issues: [{ path: '' }] }],
    ['a field wrong', { ...event, device: 7 }, { why: 'damaged', issues: [{ path: 'device' }] }],
  ])('%s', (_, raw, error) => expect(readEvent(raw)).toMatchObject({ ok: false, error }))

  it('goes up one version at a time, and a way up that fails is damage, not a fault', () => {
    const upcast = {
      1: (older: Record<string, unknown>) => ({ v: 2, n: Number(older.n) * 10 }),
      2: (older: Record<string, unknown>) => ({ v: 3, n: Number(older.n) + 1 }),
    }
    const read = versioned({
      current: 3,
      versionOf: raw => raw.v as number,
      upcast,
      schema: z.strictObject({ v: z.literal(3), n: z.number() }),
    })
    expect(read({ v: 1, n: 4 })).toEqual({ ok: true, value: { v: 3, n: 41 } })
    expect(read({ v: 2, n: 4 })).toEqual({ ok: true, value: { v: 3, n: 5 } })
    const failing = versioned({
      current: 2,
      versionOf: () => 1,
      upcast: {
        1: () => {
          throw new TypeError('no such field')
        },
      },
      schema: z.unknown(),
    })
    expect(failing({})).toMatchObject({ ok: false, error: { why: 'damaged' } })
    expect(() => versioned({ current: 3, versionOf: () => 1, upcast: { 1: one => one }, schema: z.unknown() })).toThrow(/version 2/)
  })

  it('a sheet of tomorrow is newer, not damaged; a file of something else is neither', () => {
    expect(readSheet({ ...demoSheet(), format: 'efferent.line-sheet/3' })).toEqual({ ok: false, error: { why: 'newer', version: 3 } })
    expect(readSheet({ ...demoSheet(), format: 'somebody.else/1' })).toMatchObject({ ok: false, error: { why: 'damaged' } })
  })
})

describe('bounds before the schema', () => {
  const leaf: Predicate = { trait: 'coolers', is: 'two' }
  const nested = (depth: number): Predicate => (depth === 1 ? leaf : { not: nested(depth - 1) })
  const wide = (parts: number): Predicate => ({ all: Array.from({ length: parts - 1 }, () => leaf) })
  const withWhen = (when: Predicate) => ({
    ...demoSheet(),
    lines: demoSheet().lines.map((line, i) => (i === 0 ? { ...line, when } : line)),
  })
  const issueOf = (raw: unknown) => {
    const read = readSheet(raw)
    return read.ok || read.error.why !== 'damaged' ? undefined : read.error.issues[0]!
  }
  it('a condition as deep as allowed is read, one deeper is not, with its place', () => {
    expect(issueOf(withWhen(nested(limits.predicateDepth)))).toBeUndefined()
    expect(issueOf(withWhen(nested(limits.predicateDepth + 1)))).toMatchObject({ path: 'lines[0].when' })
  })
  it('a condition of too many parts, and a sheet of too many values, are refused before the schema sees them', () => {
    expect(issueOf(withWhen(wide(limits.predicateNodes + 2)))).toMatchObject({ path: 'lines[0].when' })
    const huge = { any: Array.from({ length: 100_000 }, () => ({ any: [leaf, leaf, leaf] })) }
    expect(issueOf({ ...demoSheet(), verdicts: Array.from({ length: 3 }, () => ({ when: huge })) })).toBeDefined()
    expect(issueOf({ ...demoSheet(), notes: Array.from({ length: limits.sheetNodes }, () => ({ text: 'x' })) })!.message).toMatch(/values/)
  })
})

it('a proof counts where its device had folded in what it proves, or had made it itself, and nowhere else', () => {
  const at = (n: number, seen: number, device: string) => ({ n, seen, device }) as Mark
  const disturbed = at(5, 4, 'under-the-car')
  expect(countsAfter(at(6, 5, 'at-the-desk'), disturbed)).toBe(true)
  expect(countsAfter(at(6, 4, 'at-the-desk'), disturbed)).toBe(false)
  expect(countsAfter(at(6, 4, 'under-the-car'), disturbed)).toBe(true)
  expect(countsAfter(at(4, 3, 'under-the-car'), disturbed)).toBe(false)
  expect(countsAfter(undefined, undefined)).toBe(false)
  expect(countsAfter(at(1, 0, 'at-the-desk'), undefined)).toBe(true)
})
