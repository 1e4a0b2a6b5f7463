import { describe, expect, it } from 'vitest'
import { sheetOf } from '../tests/helpers/demo'
import { computations } from './compute'

const value = (name: keyof typeof computations, request: unknown) => {
  const answer = computations[name].run(request)
  return answer.ok ? (answer.value as Record<string, unknown>) : answer
}

describe('fluids over compute', () => {
  it('a level cold, and where it lands hot', () => {
    const fluid = { volume: 8000, expansionPerKelvin: 0.00076, mlPerMm: 30 }
    const answer = value('level', { fluid, band: 8, seen: { mm: -7, celsius: 20 }, window: { low: 65, high: 80 } })
    expect(answer).toMatchObject({ now: 'below', there: 'at', at: 72.5 })
    expect(answer).not.toHaveProperty('change.act')
    expect(value('level', { fluid, seen: { mm: 9, celsius: 20 } })).toMatchObject({
      now: 'above',
      change: { act: 'draw-off', likely: 270 },
    })
    for (const wrong of [
      { ...fluid, mlPerMm: 0 },
      { ...fluid, expansionPerKelvin: 1 },
    ])
      expect(value('level', { fluid: wrong, seen: { mm: 0, celsius: 20 } })).toMatchObject({ ok: false })
  })
  it('warming up, by readings in their order', () => {
    const window = { low: 35, high: 45 }
    expect(value('warm-up', { readings: [{ seconds: 0, celsius: 40 }], window })).toEqual({ state: 'in-window' })
    const torn = [60, 0].map(seconds => ({ seconds, celsius: 20 }))
    expect(value('warm-up', { readings: torn, window })).toMatchObject({ ok: false, errors: [{ path: 'readings.1' }] })
    expect(value('warm-up', { readings: [], window: { low: 45, high: 35 } })).toMatchObject({ ok: false, errors: [{ path: 'window' }] })
  })
  it('what may go in, and how much is new then', () => {
    const halves = { asked: 'DOT 4', offered: 'DOT 5', volume: 600, changes: [300, 300], wanted: 0.9 }
    expect(value('mix', halves)).toEqual({ mixing: { may: 'no', because: 'silicone' }, renewed: 0.75, changesNeeded: 4 })
    expect(value('mix', { asked: 'GX-6', offered: 'GX-6' })).toMatchObject({ mixing: { may: 'yes' } })
  })
  it('coolant for a frost, and a sentence where no mixture does it', () => {
    // Watered down to 5 % it freezes late enough for a mild winter, and protects nothing.
    expect(value('coolant', { volume: 6000, share: 0.3, wanted: 0.05 })).toMatchObject({ protects: false, change: { of: 'water' } })
    expect(value('coolant', { volume: 6000, share: 0.3, wanted: 0.5 })).toMatchObject({ protects: true })
    expect(value('coolant', { volume: 7000, share: 0.3, frost: -37 })).toMatchObject({
      freezesAt: -15,
      wanted: 0.5,
      change: { of: 'concentrate', add: expect.closeTo(2000, 6) },
    })
    expect(value('coolant', { volume: 7000, share: 0.3, frost: -58 })).toMatchObject({ ok: false })
    expect(value('coolant', { volume: 7000, share: 0.3, wanted: 0.6, concentrate: 0.5 })).toMatchObject({ ok: false })
    expect(value('coolant', { volume: 7000, share: 0.7 })).toMatchObject({ ok: false, errors: [{ path: 'share' }] })
  })
  it('foam in a fluid of a known kind only', () => {
    expect(value('foam', { fluid: 'steering fluid SF-2', celsius: 18 })).toMatchObject({ likely: expect.closeTo(30, -1) })
    expect(value('foam', { fluid: 'coolant', celsius: 18 })).toMatchObject({ ok: false, errors: [{ path: 'fluid' }] })
  })
  it('what is owed, with how far it may be off, and nothing said where something was not measured', () => {
    const off = (millilitres: number, within: number) => ({ millilitres, within })
    expect(value('balance', { out: [off(400, 30), off(100, 40)], added: [off(450, 0)] })).toMatchObject({ owed: off(50, 50) })
    expect(value('balance', { out: [off(400, 30), null], added: [] })).not.toHaveProperty('owed.millilitres')
    expect(value('balance', { out: [off(400, -1)], added: [] })).toMatchObject({ ok: false, errors: [{ path: 'out.0.within' }] })
  })
  it('a practice circuit under written hands: the same twice, scored once somebody says what they found', () => {
    const stroke = [{ seconds: 0.7, presses: true }, { seconds: 0.3, presses: true, bleeder: 0.15 }, { seconds: 0.8 }]
    const acts = [
      ...Array.from({ length: 10 }).flatMap(() => stroke),
      { seconds: 0, topUp: true },
      ...Array.from({ length: 8 }).flatMap(() => stroke),
    ]
    const run = value('simulate', { scenario: 'hose', acts, verdict: 'bled' })
    expect(run).toMatchObject({ slips: [], score: { passed: true, rightVerdict: true } })
    expect(value('simulate', { scenario: 'hose', acts, verdict: 'bled' })).toEqual(run)
    expect((run as { trace: { strokes: number }[] }).trace.at(-1)!.strokes).toBe(18)
    expect(value('simulate', { scenario: 'hose', acts: stroke })).not.toHaveProperty('score.points')
    expect(value('simulate', { scenario: 'moon', acts: [] })).toMatchObject({ ok: false })
    const long = Array.from({ length: 20 }, () => ({ seconds: 60 }))
    expect(value('simulate', { scenario: 'hose', acts: long })).toMatchObject({ ok: false, errors: [{ path: 'acts' }] })
  })
  it('a loop under written hands: the same twice, bounded by its clock', () => {
    const acts = [
      { seconds: 30, engine: true },
      { seconds: 10, waits: true },
    ]
    const run = value('simulate-loop', { scenario: 'steering-hose', acts, verdict: 'bled' })
    expect(run).toMatchObject({ slips: [{ kind: 'whipped' }], score: { passed: false } })
    expect(value('simulate-loop', { scenario: 'steering-hose', acts, verdict: 'bled' })).toEqual(run)
    expect((run as { trace: { time: number }[] }).trace.map(({ time }) => Math.round(time))).toEqual([30, 630])
    const long = Array.from({ length: 7 }, () => ({ seconds: 60, waits: true }))
    expect(value('simulate-loop', { scenario: 'steering-hose', acts: long })).toMatchObject({ ok: false, errors: [{ path: 'acts' }] })
  })
  it('how a car is bled, and how many rounds; none where no pedal works it', () => {
    const car = { family: 'tolvane-petrel', traits: {} }
    const sheet = sheetOf('petrel-clutch-hose')
    const answer = value('bleed', { sheet, car, lines: ['hose'], tools: ['vacuum-pump'] })
    expect(answer).toMatchObject({ opened: 'hose', prediction: { never: false } })
    expect((answer as { methods: { method: string }[] }).methods.map(({ method }) => method)).toContain('pump-and-hold')
    expect(value('bleed', { sheet, car, lines: ['moon'] })).toMatchObject({ ok: false, errors: [{ path: 'lines.0' }] })
    const steering = sheetOf('ketch-steering-pressure')
    const [applies] = steering.applies
    const other = value('bleed', { sheet: steering, car: { family: applies!.families[0]!, traits: {} }, lines: [] })
    expect(other).not.toHaveProperty('prediction.rounds')
  })
})
