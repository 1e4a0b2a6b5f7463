import { z } from 'zod'
import { changeStrength, freezePoint, shareForFrost, strongest } from '../core/fluid/coolantStrength'
import { kindOfFluid, mayGoIn } from '../core/fluid/fluidKinds'
import { foamRest } from '../core/fluid/foamRest'
import { correctLevel, judgeLevel } from '../core/fluid/levelAtTemperature'
import { predictWarmUp } from '../core/fluid/predictWarmUp'
import { changesFor, renewedShare } from '../core/fluid/renewedShare'
import { usualViscosity } from '../core/fluid/usualViscosity'
import type { Celsius, Millilitres, Millimetres } from '../core/units/types'
import { computation, refuse, type Computation } from './computation'

const quantity = <T extends number>(low: number, high: number) => z.number().min(low).max(high) as unknown as z.ZodType<T, T>
const degrees = quantity<Celsius>(-60, 300)
const volume = quantity<Millilitres>(1, 1_000_000)
const window = z.strictObject({ low: degrees, high: degrees }).refine(({ low, high }) => low <= high, 'runs backwards')
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
  foam: computation(
    'how long foam takes to settle in a fluid of a kind at a temperature, minutes',
    z.strictObject({ fluid: words, celsius: degrees }),
    ({ fluid, celsius }) => {
      const viscosity = usualViscosity(kindOfFluid(fluid))
      return viscosity ? { ok: true, value: foamRest(viscosity, celsius) } : refuse('Nothing is known of how thick this fluid is.', 'fluid')
    },
  ),
} as const satisfies Record<string, Computation>
