import { z } from 'zod'
import { airLeft } from '../core/bleed/hydraulicPath'
import { beginPractice, practise, scoreRun, topUp } from '../core/bleed/practise'
import { scenarios } from '../core/bleed/scenarios'
import { sheetScenario } from '../core/bleed/sheetScenario'
import { sheetVariants } from '../core/bleed/sheetVariants'
import { stillHands, waitsTimes } from '../core/practice/loopHands'
import { beginLoop, goOn, scoreLoop } from '../core/practice/loopPractice'
import { loopScenarios } from '../core/practice/loopScenarios'
import { balanceCircuit } from '../core/fluid/balanceCircuit'
import { changeStrength, freezePoint, leastProtected, shareForFrost, strongest } from '../core/fluid/coolantStrength'
import { kindOfFluid, mayGoIn } from '../core/fluid/fluidKinds'
import { foamRest } from '../core/fluid/foamRest'
import { correctLevel, judgeLevel } from '../core/fluid/levelAtTemperature'
import { predictWarmUp } from '../core/fluid/predictWarmUp'
import { changesFor, renewedShare } from '../core/fluid/renewedShare'
import { usualViscosity } from '../core/fluid/usualViscosity'
import type { Celsius, Millilitres, Millimetres } from '../core/units/types'
import { computation, refuse, type Computation } from './computation'
import { loopHandsSchema } from './schemas/practice'
import { sheetField } from './sheetField'

const quantity = <T extends number>(low: number, high: number) => z.number().min(low).max(high) as unknown as z.ZodType<T, T>
const degrees = quantity<Celsius>(-60, 300)
const volume = quantity<Millilitres>(1, 1_000_000)
const window = z.strictObject({ low: degrees, high: degrees }).refine(({ low, high }) => low <= high, 'runs backwards')
const amount = z.strictObject({ millilitres: quantity<Millilitres>(-1_000_000, 1_000_000), within: quantity<Millilitres>(0, 1_000_000) })
const words = z.string().trim().min(1).max(200)
const share = z.number().min(0).max(1)

/** What the core knows of fluids by themselves: no sheet, no car. */
export const fluidComputations = {
  level: computation(
    'a level at another temperature, against its marks, and what to add or draw off, mm above the lower mark and mL',
    z.strictObject({
      fluid: z.strictObject({ volume, expansionPerKelvin: z.number().min(0).max(0.01), mlPerMm: z.number().min(0.01).max(10_000) }),
      band: quantity<Millimetres>(0, 500).default(0 as Millimetres),
      seen: z.strictObject({ mm: quantity<Millimetres>(-1000, 1000), celsius: degrees }),
      window: window.optional(),
    }),
    ({ fluid, band, seen, window: readIn }) => {
      const correction = correctLevel(fluid, { band }, seen, readIn)
      return { ok: true, value: { now: judgeLevel({ band }, seen.mm), there: judgeLevel({ band }, correction.expected), ...correction } }
    },
  ),
  'warm-up': computation(
    'when a fluid that warms up comes into its window, from temperatures read, minutes',
    z.strictObject({ readings: z.array(z.strictObject({ seconds: z.number().min(0).max(86_400), celsius: degrees })).max(1000), window }),
    ({ readings, window: readIn }) => {
      const late = readings.findIndex(({ seconds }, i) => i > 0 && seconds < readings[i - 1]!.seconds)
      if (late >= 0) return refuse('The readings are not in their order.', `readings.${late}`)
      return { ok: true, value: predictWarmUp(readings, readIn) }
    },
  ),
  mix: computation(
    'whether one fluid may go where another is asked for, and how much is new after partial changes',
    z.strictObject({
      asked: words,
      offered: words,
      alsoNamed: z.array(words).max(20).default([]),
      volume: volume.optional(),
      changes: z.array(quantity<Millilitres>(0, 1_000_000)).max(100).optional(),
      wanted: share.optional(),
    }),
    ({ asked, offered, alsoNamed, volume: holds, changes, wanted }) => ({
      ok: true,
      value: {
        mixing: mayGoIn(asked, offered, alsoNamed),
        renewed: holds && changes && renewedShare(holds, changes),
        changesNeeded: holds && changes?.[0] !== undefined && wanted !== undefined ? changesFor(holds, changes[0], wanted) : undefined,
      },
    }),
  ),
  coolant: computation(
    'freeze point of a coolant, and what to drain and fill for a wanted strength or frost, shares and mL',
    z.strictObject({
      volume,
      share: z.number().min(0).max(strongest),
      wanted: z.number().min(0).max(strongest).optional(),
      frost: degrees.optional(),
      concentrate: share.optional(),
    }),
    ({ volume: holds, share: is, wanted, frost, concentrate }) => {
      try {
        const aim = wanted ?? (frost === undefined ? undefined : shareForFrost(frost))
        return {
          ok: true,
          value: {
            freezesAt: freezePoint(is),
            wanted: aim,
            /** Whether what is in, or would be, still protects from corrosion. */
            protects: (aim ?? is) >= leastProtected,
            wantedFreezesAt: aim === undefined ? undefined : freezePoint(aim),
            change: aim === undefined ? undefined : changeStrength(holds, is, aim, concentrate),
          },
        }
      } catch (error) {
        if (error instanceof RangeError) return refuse(`Not with this: ${error.message}.`)
        throw error
      }
    },
  ),
  balance: computation(
    'what a circuit is still owed: what left and went in, each with how far it may be off, and what a level says, mL',
    z.strictObject({ out: z.array(amount.nullable()).max(100), added: z.array(amount).max(100), level: amount.optional() }),
    ({ out, added, level }) => ({
      ok: true,
      value: balanceCircuit(
        out.map(one => one ?? undefined),
        added,
        level,
      ),
    }),
  ),
  simulate: computation(
    'a practice circuit, or one with a sheet’s own lines, under hands that are written down beforehand: where it stands, what it is worth',
    z.strictObject({
      scenario: z.enum(scenarios.map(({ id }) => id) as [string, ...string[]]).optional(),
      sheet: sheetField.optional(),
      variant: z.enum(sheetVariants).optional(),
      acts: z
        .array(
          z.strictObject({
            seconds: z.number().min(0).max(60),
            presses: z.boolean().default(false),
            bleeder: share.default(0),
            inJar: z.boolean().default(true),
            topUp: z.boolean().default(false),
          }),
        )
        .max(2000),
      verdict: z.enum(['bled', 'draws-air']).optional(),
    }),
    ({ scenario, sheet, variant, acts, verdict }) => {
      if ((scenario === undefined) === (sheet === undefined)) return refuse('Name a practice circuit, or give a sheet.', 'scenario')
      if (sheet && !variant) return refuse(`Say which: ${sheetVariants.join(', ')}.`, 'variant')
      const circuit = sheet ? sheetScenario(sheet, variant!) : scenarios.find(({ id }) => id === scenario)
      if (!circuit) return refuse('This sheet has no circuit that can be practised on like that.', 'sheet')
      const most = 600
      if (acts.reduce((sum, { seconds }) => sum + seconds, 0) > most) return refuse(`At most ${most} seconds are run at once.`, 'acts')
      let run = beginPractice(circuit)
      const trace = acts.map(({ seconds, topUp: fills, ...hands }) => {
        if (fills) run = topUp(run)
        run = practise(run, hands, seconds)
        const { time, travel, pressure, reservoir } = run.state
        return { seconds: time, travel, pressure, reservoir, airLeft: airLeft(run.state), strokes: run.strokes }
      })
      return { ok: true, value: { trace, slips: run.slips, score: verdict && scoreRun(run, verdict) } }
    },
  ),
  'simulate-loop': computation(
    'a practice circuit that circulates (steering, coolant) under hands that are written down beforehand: where it stands after each',
    z.strictObject({
      scenario: z.enum(loopScenarios.map(({ id }) => id) as [string, ...string[]]),
      acts: z.array(loopHandsSchema.partial().extend({ seconds: z.number().min(0).max(60) })).max(2000),
      verdict: z.enum(['bled', 'draws-air']).optional(),
    }),
    ({ scenario, acts, verdict }) => {
      const most = 6 * 3600
      if (acts.reduce((sum, { seconds, waits }) => sum + seconds * (waits ? waitsTimes : 1), 0) > most)
        return refuse(`At most ${most} seconds of its clock are run at once.`, 'acts')
      let run = beginLoop(loopScenarios.find(({ id }) => id === scenario)!)
      const trace = acts.map(({ seconds, ...hands }) => {
        run = goOn(run, { ...stillHands, ...hands }, seconds)
        return run.state
      })
      return { ok: true, value: { trace, slips: run.slips, score: verdict && scoreLoop(run, verdict) } }
    },
  ),
  foam: computation(
    'how long foam takes to settle in a fluid of a kind at a temperature, minutes',
    z.strictObject({ fluid: words, celsius: degrees }),
    ({ fluid, celsius }) => {
      const viscosity = usualViscosity(kindOfFluid(fluid))
      return viscosity ? { ok: true, value: foamRest(viscosity, celsius) } : refuse('Nothing is known of how thick this fluid is.', 'fluid')
    },
  ),
} as const satisfies Record<string, Computation>
