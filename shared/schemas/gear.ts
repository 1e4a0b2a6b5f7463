import { z } from 'zod'
import { endForms } from '../../core/making/cutLength'
import { mostCuts, type Coil, type CoilCut, type KeptBender, type MakingGear } from '../../core/making/gear'
import { usualRules, type MakingRules } from '../../core/making/makingRules'
import { joins } from '../../core/making/joins'
import { tubeMaterials } from '../../core/making/tubeStrength'
import { systems } from '../../core/sheet/types'
import { limits } from '../limits'

/** Benders and coils go by a name of their own in an address. */
export const gearId = z.string().regex(/^[a-z0-9-]{1,40}$/)
const outside = z.number().min(1).max(60)
const madeName = z.string().trim().min(1).max(60)
export const keptBenderSchema = z.strictObject({
  id: gearId,
  name: madeName,
  outside,
  material: z.enum(tubeMaterials),
  radius: z.number().min(1).max(500),
  takeUp: z.number().min(-500).max(500),
  setFor90: z.number().min(60).max(130),
  grip: z.number().min(0).max(500),
}) satisfies z.ZodType<KeptBender, unknown>
const cutSchema = z.strictObject({
  id: z.uuid(),
  length: z.number().min(1).max(10_000),
  at: z.iso.datetime(),
  by: z.string().max(80),
}) satisfies z.ZodType<CoilCut, unknown>
export const coilSchema = z.strictObject({
  id: gearId,
  name: madeName.optional(),
  outside,
  wall: z.number().min(0.1).max(10),
  material: z.enum(tubeMaterials),
  left: z.number().min(0).max(limits.coilMm),
  cuts: z.array(cutSchema).max(mostCuts).default([]),
}) satisfies z.ZodType<Coil, unknown>
/** What a lead says of a coil: its cuttings are the server's to know. */
export const coilSaidSchema = coilSchema.omit({ cuts: true })
export const coilCutSchema = cutSchema.pick({ id: true, length: true })
export const makingRulesSchema = z.strictObject({
  place: z.string().trim().max(120).optional(),
  systems: z
    .array(
      z.strictObject({
        system: z.enum(systems),
        materials: z.array(z.enum(tubeMaterials)).max(tubeMaterials.length),
        ends: z.array(z.enum(endForms)).max(endForms.length),
        joins: z.array(z.enum(joins)).max(joins.length),
      }),
    )
    .max(systems.length)
    .refine(rules => new Set(rules.map(({ system }) => system)).size === rules.length, 'one rule for a system'),
}) satisfies z.ZodType<MakingRules, unknown>
export const makingGearSchema = z.object({
  benders: z.array(keptBenderSchema).max(limits.gear).default([]),
  coils: z.array(coilSchema).max(limits.gear).default([]),
  rules: makingRulesSchema.default(() => JSON.parse(JSON.stringify(usualRules)) as z.output<typeof makingRulesSchema>),
}) satisfies z.ZodType<MakingGear, unknown>
