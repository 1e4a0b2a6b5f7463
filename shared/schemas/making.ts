import { z } from 'zod'
import { endForms } from '../../core/making/cutLength'
import { sealings } from '../../core/making/fittingFamilies'
import type { FittingSeen } from '../../core/making/identifyFitting'
import type { LineInMaking } from '../../core/making/workOut'
import { joins } from '../../core/making/joins'
import { systems } from '../../core/sheet/types'
import { hoseMaterials, type HoseAsked } from '../../core/making/hose'
import { tubeMaterials } from '../../core/making/tubeStrength'
import { limits } from '../limits'
import { versioned } from '../versioned'

const length = z.number().min(0).max(10_000)
const slug = z.string().regex(/^[a-z0-9-]{1,40}$/)
export const bendRowSchema = z.strictObject({
  straight: length,
  rotate: z.number().min(-360).max(360),
  bend: z.number().min(0).max(179),
  radius: z.number().min(0).max(500),
})
export const bendRowsSchema = z.array(bendRowSchema).max(limits.benchRows)
const endSchema = z.strictObject({
  form: z.enum(endForms).optional(),
  standOut: z.number().min(0).max(50).optional(),
  finished: z.number().min(0).max(50).optional(),
})
const looseSchema = z.strictObject({
  id: slug,
  kind: z.enum(['nut', 'sleeve', 'bracket', 'armour']),
  end: z.enum(['from', 'to']).optional(),
  opens: z.boolean().optional(),
})
export const lineInMakingSchema = z.strictObject({
  rows: bendRowsSchema,
  tube: z.strictObject({
    outside: z.number().min(1).max(60).optional(),
    wall: z.number().min(0.1).max(10).optional(),
    material: z.enum(tubeMaterials).optional(),
  }),
  join: z.enum(joins).optional(),
  ends: z.strictObject({ from: endSchema, to: endSchema }),
  bender: z.strictObject({
    radius: z.number().min(1).max(500).optional(),
    takeUp: z.number().min(-500).max(500).optional(),
    setFor90: z.number().min(60).max(130).optional(),
    grip: z.number().min(0).max(500).optional(),
  }),
  trim: z.number().min(0).max(500).optional(),
  straightAtFlare: z.number().min(0).max(500).optional(),
  pressure: z.number().min(0).max(100_000).optional(),
  loose: z.array(looseSchema).max(20),
}) satisfies z.ZodType<LineInMaking, unknown>

/** The line on paper at true size. */
export const templatesAskedSchema = z.strictObject({ line: lineInMakingSchema, paper: z.enum(['a4', 'letter']) })

const spigotSchema = z.strictObject({ bead: z.number().min(0).max(200), length: z.number().min(1).max(500) })
export const hoseAskedSchema = z.strictObject({
  material: z.enum(hoseMaterials),
  inside: z.number().min(1).max(150),
  wall: z.number().min(0.5).max(30),
  between: z.number().min(1).max(10_000),
  spigots: z.tuple([spigotSchema, spigotSchema]),
  clampWidth: z.number().min(1).max(60),
  pressure: z.number().min(0).max(100_000).optional(),
  movement: z.number().min(0).max(500).optional(),
  bendRadius: z.number().min(1).max(5000).optional(),
}) satisfies z.ZodType<HoseAsked, unknown>

export const fittingSeenSchema = z.strictObject({
  diameter: z.number().min(1).max(100).optional(),
  side: z.enum(['outside', 'inside']).optional(),
  part: z.enum(['turns', 'stays']).optional(),
  pitch: z.number().min(0.2).max(6).optional(),
  hex: z.number().min(3).max(100).optional(),
  coneAngle: z.number().min(5).max(90).optional(),
  sealing: z.enum(sealings).optional(),
  tube: z.number().min(1).max(60).optional(),
  narrows: z.boolean().optional(),
}) satisfies z.ZodType<FittingSeen, unknown>

const pixel = z.tuple([z.number().min(-1e5).max(1e5), z.number().min(-1e5).max(1e5)])
const legs = z
  .array(z.tuple([pixel, pixel]))
  .min(1)
  .max(12)
export const photoJobSchema = z.strictObject({
  width: z.number().int().min(100).max(20_000),
  height: z.number().int().min(100).max(20_000),
  papers: z
    .array(z.enum(['a4', 'letter']))
    .min(1)
    .max(2),
  pictures: z
    .array(z.strictObject({ papers: z.array(z.array(pixel).length(4).nullable()).min(1).max(2), legs }))
    .min(2)
    .max(4),
  known: z
    .array(
      z.strictObject({
        a: z.number().int().min(0).max(12),
        b: z.number().int().min(0).max(12),
        length: z.number().positive().max(10_000),
        within: z.number().positive().max(100),
      }),
    )
    .max(12)
    .optional(),
})

export const benchVersion = 1
/** What lies on the bench of one device: a line in making, how far it is, and the line it is held against. */
export const benchSchema = z.strictObject({
  v: z.literal(benchVersion),
  line: lineInMakingSchema,
  /** What the line on the bench is for; in a job its sheet says it. */
  system: z.enum(systems).optional(),
  done: z.array(z.string().max(60)).max(120),
  other: bendRowsSchema,
  /** What was found for a part of a job, until it is recorded there. */
  verdict: z.strictObject({ job: z.uuid(), line: z.string().max(64), agrees: z.boolean(), words: z.string().max(500) }).optional(),
})
export type Bench = z.output<typeof benchSchema>
export const readBench = versioned({
  current: benchVersion,
  versionOf: raw => (typeof raw.v === 'number' ? raw.v : undefined),
  upcast: {},
  schema: benchSchema,
})
/** A bench with nothing on it: what nobody has said stays unsaid. */
export const emptyBench = (): Bench => ({
  v: benchVersion,
  line: { rows: [], tube: {}, ends: { from: {}, to: {} }, bender: {}, loose: [] },
  done: [],
  other: [],
})
