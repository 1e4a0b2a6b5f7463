import type { Plan } from '../core/plan/types'
import { planRest } from '../core/job/state/planRest'
import { standingOf } from '../core/job/state/standingOf'
import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PlayedJob, demoCar, demoPack, demoSheet, fixtureNames, fixtureSheet } from '../tests/helpers/demo'
import { listDue } from '../core/job/owed/obligations'
import { computations, isComputeName } from './compute'
import { errorTable } from './errors'
import { commandSchema } from './schemas/job'
import { packJsonSchema, packSchema, sheetSchema } from './schemas/sheet'
import { eventWords } from './words/eventWords'
import { dueWords, refusalWords } from './words/refusalWords'
import { stepWords } from './words/stepWords'

const read = (path: string) => readFileSync(new URL(`../${path}`, import.meta.url), 'utf8')

describe('published documents', () => {
  it('docs/errors.md lists exactly the codes of the table, with their status', () => {
    const listed = [...read('docs/errors.md').matchAll(/^\| `([A-Z_]+)` \| (\d+) \|/gm)].map(([, code, status]) => [code, Number(status)])
    expect(listed).toEqual(Object.entries(errorTable).map(([code, { status }]) => [code, status]))
  })
  it('docs/pack.schema.json is what the server serves', () => {
    expect(JSON.parse(read('docs/pack.schema.json'))).toEqual(JSON.parse(JSON.stringify(packJsonSchema())))
  })
  it('every computation is documented', () => {
    for (const name of Object.keys(computations)) expect(read('docs/formats.md')).toContain(`| \`${name}\` |`)
  })
})

describe('schemas', () => {
  it('take the demo pack and every skeleton unchanged', () => {
    expect(packSchema.parse(demoPack())).toEqual(demoPack())
    for (const name of fixtureNames) expect(sheetSchema.parse(fixtureSheet(name))).toEqual(fixtureSheet(name))
  })
  it('the format holds a mark for every system, joint kind and method the trade names', () => {
    const text = JSON.stringify(packJsonSchema())
    for (const word of [
      'power-steering',
      'turbo-coolant',
      'oil-feed',
      'banjo',
      'push-lock',
      'press-in',
      'taper-thread',
      'vacuum-fill',
      'lock-to-lock',
      'hand-start',
    ])
      expect(text).toContain(`"${word}"`)
  })
  it('never throw, whatever comes', () => {
    fc.assert(
      fc.property(fc.jsonValue(), value => {
        expect(sheetSchema.safeParse(value).success).toBe(false)
        expect(commandSchema.safeParse(value).success).toBe(false)
      }),
    )
  })
})

describe('words', () => {
  const { sheet } = demoCar('one')
  it('every step, event and missing item of a whole job reads as a sentence without ids or holes', () => {
    const played = new PlayedJob(demoCar('one')).plan()
    const lines = played.steps().flatMap(step => [stepWords(step, sheet).title, stepWords(step, sheet).button])
    played.workUntil('torque:gearbox-in-joint-short')
    const refusal = played.try({ type: 'signedOff' })!
    lines.push(
      refusalWords(refusal, sheet),
      ...played.events.map(event => eventWords(event.body, sheet)),
      ...(refusal.code === 'JOB_MISSING' ? refusal.items.map(item => dueWords(item, sheet)) : []),
    )
    expect(lines.length).toBeGreaterThan(150)
    for (const line of lines) {
      expect(line).toMatch(/\S{2}/)
      expect(line).not.toMatch(/undefined|NaN|\[object|\b[a-z]+-[a-z]+-joint/)
    }
  })
  it('cautions stand in the step before the action', () => {
    const steps = new PlayedJob(demoCar('one')).plan().steps()
    const cautionsOf = (id: string) =>
      stepWords(
        steps.find(step => step.id === id || step.kind === id)!,
        sheet,
      ).cautions.map(caution => caution.kind)
    expect(cautionsOf('prepare')).toContain('burn')
    expect(cautionsOf('open:radiator-in-joint')).toContain('eyes')
    expect(cautionsOf('run')).toEqual(expect.arrayContaining(['entangle', 'fire']))
    expect(cautionsOf('on:undershield')).toContain('entangle')
    expect(
      stepWords(
        steps.find(step => step.kind === 'move')!,
        sheet,
      ).cautions[0]!.text,
    ).toContain('Lift locks')
  })
})

describe('what is owed, over compute', () => {
  const played = new PlayedJob(demoCar('one')).plan(['supply']).workUntil('fill')
  const id = (n: number) => `01890000-0000-7000-8000-${String(n).padStart(12, '0')}`
  const events = played.events.map((event, i) => ({ ...event, id: id(i + 1), job: id(0), by: { id: event.by.id, name: event.by.name } }))
  const request = { sheet: played.resolved.sheet, car: played.resolved.car, events }
  it('is what the job page says', () => {
    expect(computations.obligations.run(request)).toEqual({ ok: true, value: listDue(played.resolved, played.state!) })
  })
  it('and what is left of it is planned from there, as from the state of the car itself', () => {
    const left = planRest(played.resolved, played.state!)
    const { sheet: one, car, events: said } = request
    const answer = computations.plan.run({ sheet: one, car, events: said })
    expect(answer).toMatchObject({ ok: true, value: left.ok ? { minutes: left.value.minutes, operations: left.value.operations } : {} })
    const standing = standingOf(played.resolved, played.state!)
    const again = computations.plan.run({ sheet: one, car, inputs: played.state!.inputs, standing })
    expect(again.ok && (again.value as Plan).minutes.total).toBeCloseTo(left.ok ? left.value.minutes.total : 0, 6)
    expect(computations.plan.run({ sheet: one, car })).toMatchObject({ ok: false, errors: [{ path: 'inputs' }] })
  })
  it('refuses events that cannot be read by their place, and a job without a beginning', () => {
    const torn = { ...request, events: [events[0], { ...events[1], at: 'yesterday' }, events[2], { body: { type: 'teleported' } }] }
    expect(computations.obligations.run(torn)).toMatchObject({ ok: false, errors: [{ path: 'events.1' }, { path: 'events.3' }] })
    expect(computations.obligations.run({ ...request, events: events.slice(1) })).toMatchObject({
      ok: false,
      errors: [{ path: 'events.0' }],
    })
    expect(computations.obligations.run({ ...request, events: [] })).toMatchObject({ ok: false })
  })
})

describe('compute', () => {
  const car = { family: 'ondrel-halyard', traits: { coolers: 'two' } }
  it('resolve asks while the layout is open', () => {
    expect(computations.resolve.run({ sheet: demoSheet(), car: { ...car, traits: {} } })).toMatchObject({
      ok: true,
      value: { lines: ['supply'], question: { id: 'second-cooler' } },
    })
  })
  it('kit and drain answer in numbers', () => {
    expect(computations.kit.run({ sheet: demoSheet(), car, inputs: { lines: ['supply'], start: 'ground' } })).toMatchObject({
      ok: true,
      value: { kit: expect.arrayContaining([expect.objectContaining({ name: 'O-ring', count: 2 })]) },
    })
    const drain = computations.drain.run({ sheet: demoSheet(), line: 'supply', order: ['from', 'to'] })
    expect(drain).toMatchObject({ ok: true, value: { lengthMm: expect.closeTo(1214, 0), openings: [{ end: 'from' }, { end: 'to' }] } })
  })
  it.each([
    ['plan', { sheet: demoSheet(), car, inputs: { lines: [], start: 'ground' } }, 'Choose at least one line'],
    [
      'plan',
      { sheet: demoSheet(), car: { family: 'elsewhere', traits: {} }, inputs: { lines: ['supply'], start: 'ground' } },
      'another family',
    ],
    ['resolve', { sheet: { ...demoSheet(), ports: [] }, car }, 'integrity'],
    [
      'torque',
      { torque: { value: 18, unit: 'N.m' }, window: { low: { value: 20, unit: 'N.m' }, high: { value: 10, unit: 'N.m' } } },
      'backwards',
    ],
    ['torque', { torque: { value: 18, unit: 'N.m' }, adapter: { wrench: 100, extension: 200, angle: 180 } }, 'schema'],
    ['drain', { sheet: demoSheet(), line: 'gone', order: ['from'] }, 'no line'],
    ['spill', { sheet: demoSheet(), car, lines: ['supply'], openOrder: ['gone'] }, 'gone'],
  ] as const)('%s refuses what cannot be computed', (name, request, words) => {
    const outcome = computations[name].run(request)
    expect(outcome.ok ? '' : outcome.message).toContain(words)
  })
  it('knows its own names only', () => expect(['plan', 'toString', '__proto__'].map(isComputeName)).toEqual([true, false, false]))
})
