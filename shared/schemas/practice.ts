import { z } from 'zod'
import { sheetVariants } from '../../core/bleed/sheetVariants'
import type { LoopHands } from '../../core/practice/loopHands'
import { limits } from '../limits'
import { momentSchema, nameSchema, slugSchema } from './basics'

// A practice run as it was made: hands, and for how many milliseconds each. What it is worth is worked out from them.

const verdictSchema = z.enum(['bled', 'draws-air'])
const actMs = z.number().int().min(0).max(60_000)
const pedalActSchema = z.strictObject({
  ms: actMs,
  presses: z.boolean(),
  bleeder: z.number().min(0).max(1),
  inJar: z.boolean(),
  topUp: z.boolean().optional(),
})
const handSchema = z.boolean()
export const loopHandsSchema = z.strictObject({
  engine: handSchema,
  turn: z.union([z.literal(-1), z.literal(0), z.literal(1)]),
  pour: handSchema,
  draw: handSchema,
  cap: handSchema,
  screw: handSchema,
  heater: handSchema,
  revs: handSchema,
  waits: handSchema,
}) satisfies z.ZodType<LoopHands>
const loopActSchema = loopHandsSchema.extend({ ms: actMs })
/** The pedal's hands, on a made-up circuit or a sheet's own, or those of a loop that circulates. */
const run = { id: z.uuid().optional(), verdict: verdictSchema }
export const practiceRequestSchema = z.union([
  z.strictObject({
    sheet: slugSchema,
    revision: z.number().int().min(1).max(limits.revisions),
    variant: z.enum(sheetVariants),
    ...run,
    acts: z.array(pedalActSchema).min(1).max(2000),
  }),
  z.strictObject({ scenario: slugSchema, ...run, acts: z.array(pedalActSchema).min(1).max(2000) }),
  z.strictObject({ scenario: slugSchema, ...run, loop: z.array(loopActSchema).min(1).max(2000) }),
])
export type PracticeRequest = z.infer<typeof practiceRequestSchema>
export type PedalAct = z.infer<typeof pedalActSchema>
export type LoopAct = z.infer<typeof loopActSchema>
/** `id`: of the run, as it was sent. */
export const practiceScoreSchema = z.object({ id: z.uuid().optional(), points: z.number().int(), passed: z.boolean() })
export const practiceViewSchema = z.object({
  person: z.uuid(),
  name: nameSchema,
  scenario: nameSchema,
  points: z.number().int(),
  passed: z.boolean(),
  runs: z.number().int(),
  lastAt: momentSchema,
})
export type PracticeView = z.infer<typeof practiceViewSchema>
