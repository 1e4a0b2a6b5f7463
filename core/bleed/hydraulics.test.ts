import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allLines, everyDemoCar } from '../../tests/helpers/demo'
import { bleedMinutes } from './bleedMinutes'
import { bleedRound, ranClear, toppedUp, usualManner } from './bleedRound'
import { airLeft, filledPath, type HydraulicPath, type HydraulicState } from './hydraulicPath'
import { sumOf, takeFirst, takeLast, volumeOf, type Parcel } from './parcels'
import { pathOfSheet } from './pathOfSheet'
import { predictRounds } from './predictRounds'
import { flowAt, stepHydraulics, storedAt, type Controls } from './stepHydraulics'

const volume = (length: number, bore: number) => (length * Math.PI * bore ** 2) / 4000
const hoseOf = volume(300, 3.2)
/** A clutch line of 1.2 m with a hose of 0.3 m. */
const path: HydraulicPath = {
  reservoir: 150,
  stroke: 7.5 * 0.85,
  line: volume(1200, 3.3) + hoseOf,
  length: 1500,
  bore: 3.3,
  slave: 4,
  give: 0.02,
  bleederBore: 1.5,
  hose: 6,
  wetted: 0,
  viscosity: 0.016,
  density: 1050,
}
const swapped = { path: { ...path, wetted: hoseOf }, air: { line: hoseOf, slave: 0.3 } }
const dry = { path: { ...path, wetted: path.line }, air: { line: path.line, slave: 3 } }
const still: Controls = { foot: 0, down: 0.6, up: 0.8, bleeder: 0, inJar: true }

/** Everything there is, counted by an account of its own. */
const liquidIn = (state: HydraulicState): number =>
  state.reservoir +
  sumOf(state.pipe).liquid +
  state.slave.liquid +
  sumOf(state.hose).liquid +
  state.jar.liquid +
  state.leaked -
  state.poured
const airAnywhere = (state: HydraulicState): number =>
  airLeft(state) + sumOf(state.hose).air + state.jar.air + state.vented - Object.values(state.airIn).reduce((sum, one) => sum + one, 0)

describe('parcels', () => {
  it('what is taken off either end and what stays are what was there', () => {
    const parcel = fc.record({ liquid: fc.double({ min: 0, max: 3, noNaN: true }), air: fc.double({ min: 0, max: 3, noNaN: true }) })
    fc.assert(
      fc.property(fc.array(parcel, { maxLength: 12 }), fc.double({ min: 0, max: 20, noNaN: true }), (parcels, wanted) => {
        for (const take of [takeLast, takeFirst]) {
          const queue: Parcel[] = [...parcels]
          const taken = take(queue, wanted)
          const all = sumOf(parcels)
          expect(sumOf([...queue, taken]).liquid).toBeCloseTo(all.liquid, 9)
          expect(sumOf([...queue, taken]).air).toBeCloseTo(all.air, 9)
          expect(volumeOf(taken)).toBeCloseTo(Math.min(wanted, volumeOf(all)), 9)
        }
      }),
    )
  })
})

describe('the parts of a step', () => {
  it('a long thin line is Hagen–Poiseuille, a short one is the orifice (handbook formulas)', () => {
    const thin = { ...path, length: 100_000, bore: 2 }
    const laminar = (Math.PI * 0.002 ** 4 * 10e5) / (128 * path.viscosity * 100)
    expect(flowAt(thin, 10, 1)).toBeCloseTo(laminar * 1e6, 3)
    const short = { ...path, length: 0.001 }
    const orifice = 0.7 * ((Math.PI * 0.0015 ** 2) / 4) * Math.sqrt((2 * 10e5) / path.density)
    expect(flowAt(short, 10, 1)).toBeCloseTo(orifice * 1e6, 1)
    expect(flowAt(path, 0, 1)).toBe(0)
    expect(flowAt(path, 10, 0)).toBe(0)
  })
  it('air gives by Boyle: at one atmosphere above, half of it is gone', () => {
    expect(storedAt(10, 0, 1.013)).toBeCloseTo(5, 9)
    expect(storedAt(0, 0.02, 10)).toBeCloseTo(0.2, 9)
  })
  it('what comes back past an open bleeder grows with how long the pedal comes up (0.03, 0.24, 0.95 mL in 0.15, 0.35, 1 s: a trial)', () => {
    const back = (seconds: number) => {
      let state = { ...filledPath(path, { line: 0, slave: 0 }), travel: 1 }
      // A pedal at the floor and nothing under pressure: as much has left as the stroke pushes.
      takeFirst((state = { ...state, pipe: [...state.pipe] }).pipe, path.stroke)
      for (let i = 0; i < seconds * 1000; i++) state = stepHydraulics(path, state, { ...still, up: 1.2, bleeder: 1, inJar: false }, 0.001)
      return state.airIn.bleeder + state.airIn.hose
    }
    expect(back(0.15)).toBeCloseTo(0.03, 1)
    expect(back(0.35)).toBeCloseTo(0.24, 1)
    expect(back(1)).toBeCloseTo(0.95, 1)
    expect(back(0.1)).toBe(0)
  })
})

describe('whatever hands and feet do', () => {
  const paths = fc.record({
    reservoir: fc.double({ min: 0, max: 80, noNaN: true }),
    wetted: fc.double({ min: 0, max: path.line, noNaN: true }),
    suckedIn: fc.constantFrom(0, 0.1),
    leak: fc.constantFrom(undefined, { rate: 0.05, to: 'reservoir' as const }, { rate: 0.05, to: 'out' as const }),
    crest: fc.constantFrom(undefined, { holds: 1, carriedBy: 3 }),
  })
  const act = fc.record({
    foot: fc.constantFrom(0, 0, 5, 20),
    down: fc.double({ min: 0.2, max: 2, noNaN: true }),
    up: fc.double({ min: 0.2, max: 2, noNaN: true }),
    bleeder: fc.constantFrom(0, 0, 0.1, 1),
    inJar: fc.boolean(),
    steps: fc.integer({ min: 1, max: 60 }),
    dt: fc.constantFrom(0.001, 0.01, 0.05),
  })
  it('liquid and air are what they were, less what left by a named way; nothing is less than nothing', () => {
    fc.assert(
      fc.property(
        paths,
        fc.array(act, { minLength: 1, maxLength: 12 }),
        fc.double({ min: 0, max: 8, noNaN: true }),
        (change, acts, air) => {
          const tried: HydraulicPath = { ...path, ...change }
          let state = filledPath(tried, { line: air, slave: air / 4 })
          const [liquid, gas] = [liquidIn(state), airAnywhere(state)]
          for (const { steps, dt, ...controls } of acts)
            for (let i = 0; i < steps; i++) {
              state = stepHydraulics(tried, state, controls, dt)
              expect(state.pressure).toBeGreaterThanOrEqual(0)
              expect(state.travel).toBeGreaterThanOrEqual(0)
              expect(state.travel).toBeLessThanOrEqual(1)
              expect(Math.min(state.reservoir, state.slave.liquid, state.slave.air, state.crest, state.clinging)).toBeGreaterThanOrEqual(
                -1e-9,
              )
            }
          expect(liquidIn(state)).toBeCloseTo(liquid, 8)
          expect(airAnywhere(state)).toBeCloseTo(gas, 8)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('a foot never presses harder than it can', () => {
    let state = filledPath(path, { line: 1, slave: 0 })
    for (let i = 0; i < 200; i++) {
      state = stepHydraulics(path, state, { ...still, foot: 12 }, 0.01)
      expect(state.pressure).toBeLessThanOrEqual(12 + 1e-9)
    }
    expect(state.pressure).toBeCloseTo(12, 6)
    // Air alone gave way: Boyle by hand, 1 mL at 12 bar above the atmosphere, and the hoses.
    expect(state.travel * path.stroke).toBeCloseTo(12 / (12 + 1.013) + 0.02 * 12, 2)
  })
})

describe('how many rounds', () => {
  it('a swapped hose clears in a few, a dry line takes several times as many (common practice, no source)', () => {
    const few = predictRounds(swapped.path, swapped.air)
    const many = predictRounds(dry.path, dry.air)
    expect(few.rounds.likely).toBeGreaterThanOrEqual(3)
    expect(few.rounds.likely).toBeLessThanOrEqual(5)
    expect(many.rounds.likely).toBeGreaterThanOrEqual(6)
    expect(many.rounds.likely).toBeLessThanOrEqual(12)
    expect(many.rounds.likely / few.rounds.likely).toBeGreaterThanOrEqual(2)
    for (const { rounds, through } of [few, many]) {
      expect(rounds.least).toBeLessThanOrEqual(rounds.likely)
      expect(rounds.most).toBeGreaterThanOrEqual(rounds.likely)
      expect(through.likely).toBeGreaterThan(0)
    }
    expect(many.minutes).toBeGreaterThan(few.minutes)
    expect([few.never, many.never]).toEqual([false, false])
  })
  it('a small reservoir left alone runs dry, and its air shows at the bleeder rounds later', () => {
    const small = { ...dry.path, reservoir: 60 }
    let state = filledPath(small, dry.air)
    const seen: { dry: boolean; share: number }[] = []
    for (let round = 0; round < 16; round++) {
      const { state: after, result } = bleedRound(small, state, usualManner)
      state = after
      seen.push({ dry: state.airIn.reservoir > 0, share: result.airOut / result.out })
    }
    const ranDry = seen.findIndex(({ dry: isDry }) => isDry)
    expect(ranDry).toBeGreaterThanOrEqual(6)
    expect(ranDry).toBeLessThanOrEqual(11)
    const shows = seen.findIndex(({ share }, i) => i > ranDry && share > 0.02)
    expect(shows - ranDry).toBeGreaterThanOrEqual(1)
    expect(shows).toBeGreaterThan(0)
    expect(shows - ranDry).toBeLessThanOrEqual(8)
    // Topped up in time it never draws any.
    expect(predictRounds(small, dry.air).topUpAfter).toBeLessThan(ranDry)
  })
  it('a seal that draws air never lets it run clear; a helper who lets go too soon leaves air behind', () => {
    const { rounds, never } = predictRounds({ ...swapped.path, suckedIn: 0.05 }, swapped.air)
    expect(never).toBe(true)
    expect(rounds.likely).toBe(30)
    // Let down to the floor each time, as many do: closed before it comes up, nothing comes back.
    const floor = { ...usualManner, crack: 0.3, open: 0.8 }
    const after = (manner: typeof floor) => {
      let state = filledPath(swapped.path, swapped.air)
      for (let round = 0; round < 3; round++) state = toppedUp(swapped.path, bleedRound(swapped.path, state, manner).state)
      return state
    }
    const [good, late] = [after(floor), after({ ...floor, lateBy: 0.8, inJar: false })]
    expect(good.airIn.bleeder).toBe(0)
    expect(late.airIn.bleeder).toBeGreaterThan(0.1)
    expect(airLeft(late)).toBeGreaterThan(3 * airLeft(good))
  })
  it('coarse steps and fine ones agree', () => {
    const rounds = (scale: number) => {
      let state = filledPath(swapped.path, swapped.air)
      const shares: number[] = []
      for (let i = 0; i < 4; i++) {
        const { state: after, result } = bleedRound(swapped.path, state, usualManner, scale)
        state = toppedUp(swapped.path, after)
        shares.push(result.out)
        if (ranClear(result)) break
      }
      return shares
    }
    const [coarse, fine] = [rounds(1), rounds(0.1)]
    expect(Math.abs(coarse.length - fine.length)).toBeLessThanOrEqual(1)
    for (let i = 0; i < Math.min(coarse.length, fine.length); i++) expect(coarse[i]! / fine[i]!).toBeCloseTo(1, 1)
  })
})

describe('the minutes that a plan takes for it', () => {
  it('are those of the fine prediction, within a quarter, and more for a dry line than for its hose', () => {
    for (const car of everyDemoCar()) {
      const found = pathOfSheet(car, allLines(car))
      const planned = bleedMinutes(car, allLines(car))
      expect(planned === undefined).toBe(found === undefined)
      if (!found || planned === undefined) continue
      const { minutes } = predictRounds(found.path, found.air)
      expect(Math.abs(planned / minutes - 1), car.sheet.id).toBeLessThan(0.25)
      expect(bleedMinutes(car, allLines(car))).toBe(planned)
    }
    const wherry = everyDemoCar().find(({ sheet }) => sheet.id === 'wherry-rear-brake')!
    expect(bleedMinutes(wherry, ['hose', 'hard'])!).toBeGreaterThan(bleedMinutes(wherry, ['hose'])!)
    // A dry line is not done in two minutes.
    expect(bleedMinutes(wherry, ['hose', 'hard'])!).toBeGreaterThan(2)
  })
})

describe('the path of a sheet', () => {
  const carOf = (id: string) => everyDemoCar().find(({ sheet }) => sheet.id === id)!
  it('is as long and as full as its lines, and dry where they are renewed', () => {
    const car = carOf('wherry-rear-brake')
    const whole = pathOfSheet(car, ['hose', 'hard'])!
    const hose = pathOfSheet(car, ['hose'])!
    expect(whole.path.wetted).toBeCloseTo(whole.path.line, 9)
    expect(hose.path.line).toBe(whole.path.line)
    expect(hose.air.line).toBeLessThan(whole.air.line)
    expect(hose.air.slave).toBeLessThan(whole.air.slave)
    // 3/16 in tube is the narrowest of it: about 3.3 mm inside.
    expect(whole.path.bore).toBeGreaterThan(2.5)
    expect(whole.path.bore).toBeLessThan(3.6)
    expect(predictRounds(whole.path, whole.air).rounds.likely).toBeGreaterThan(predictRounds(hose.path, hose.air).rounds.likely)
  })
  it('is none where no pedal works it, or where nobody has measured a line', () => {
    expect(pathOfSheet(carOf('ketch-steering-pressure'), ['pressure'])).toBeUndefined()
    const car = carOf('wherry-rear-brake')
    const bare = { ...car, lines: car.lines.map((line, i) => (i === 0 ? { ...line, sections: [] } : line)) }
    expect(pathOfSheet(bare, ['hose'])).toBeUndefined()
  })
  it('for every demo job with a pedal or a lever, says so many rounds that somebody would make them', () => {
    const made = everyDemoCar().flatMap(car => {
      const found = pathOfSheet(car, allLines(car))
      return found ? [[car.sheet.id, predictRounds(found.path, found.air)] as const] : []
    })
    expect(made.length).toBeGreaterThanOrEqual(5)
    for (const [id, { rounds, never }] of made) {
      expect(never, id).toBe(false)
      expect(rounds.likely, id).toBeLessThanOrEqual(20)
    }
  })
})
