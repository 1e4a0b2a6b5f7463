import { z } from 'zod'
import type { Millilitres } from '../../core/units/types'
import { storageTroubles } from '../errors'
import { limits } from '../limits'
import { liftSchema, nameSchema, roleSchema } from './basics'
import { isZone } from '../words/momentWords'
import { makingGearSchema } from './gear'

// Who is signed in, what the shop has set, and whether it stands well: read by every page as it starts.

/** Answers take what a newer server adds; what this program needs has to be there and right. */
export const personViewSchema = z.object({ id: z.uuid(), name: nameSchema, role: roleSchema, active: z.boolean() })
export type PersonView = z.infer<typeof personViewSchema>

const weight = z.number().min(0).max(50)
export const judgementSchema = z.strictObject({
  sound: weight,
  aged: weight,
  weeping: weight,
  ofAge: z.number().min(1).max(60),
  years: z.number().int().min(1).max(30),
})

const money = z.number().min(0).max(100_000)
const amountMl = z.number().min(1).max(limits.fluidMl) as unknown as z.ZodType<Millilitres, Millilitres>
/** The shop's fluids: what it buys them in, what stands open, what comes from a barrel. */
export const shelfSchema = z
  .array(
    z.strictObject({
      fluid: z.string().trim().min(1).max(80),
      containers: z.array(z.strictObject({ size: amountMl, price: money.optional() })).max(limits.containers),
      open: z.strictObject({ left: amountMl, since: z.iso.date().optional() }).optional(),
      bulk: z.strictObject({ pricePerLitre: money.optional() }).optional(),
    }),
  )
  .max(limits.shelf)

/** A time zone by its IANA name, as this machine knows it. */
export const zoneSchema = z.string().max(64).refine(isZone, 'not a time zone this machine knows')

/** The shop's clock, as it is set. */
export const clockSchema = z.strictObject({ zone: zoneSchema })

/** What a device signs its entries with while this person is signed in on it (docs/decisions/0010). */
export const signInViewSchema = z.object({ person: personViewSchema, signIn: z.uuid(), key: z.string() })
export type SignInView = z.infer<typeof signInViewSchema>

export const sessionViewSchema = z.object({
  person: personViewSchema.optional(),
  /** No people yet: the first visit makes the admin. */
  setup: z.boolean(),
  workshop: z.string(),
  /** The shop's time zone: every page and every PDF tells its times in it. An older server does not say. */
  zone: zoneSchema.optional(),
  /** Length of the torque wrench this person works with, mm; asked for once, on any tablet. */
  wrench: z.number().optional(),
  /** How this shop judges what it leaves alone, and what its lift takes. */
  judgement: judgementSchema,
  lift: liftSchema,
  /** The shop's fluids; nothing of it before somebody has signed in. */
  shelf: shelfSchema.default([]),
  /** What lines are made with, and by which rules; after the same door. */
  making: makingGearSchema.default(() => makingGearSchema.parse({})),
  /** Only with demo data: who can sign in, and with what. */
  people: z.array(z.object({ id: z.uuid(), name: nameSchema, role: roleSchema, hint: z.string().optional() })),
})
export type SessionView = z.infer<typeof sessionViewSchema>

export const healthSchema = z.object({
  status: z.enum(['ok', 'no-database', 'no-storage']),
  version: z.string(),
  database: z.object({ reachable: z.boolean(), server: z.string().optional(), migration: z.string().optional() }),
  /** Why nothing can be kept at the moment, where that is so. */
  storage: z.enum(storageTroubles).optional(),
  /** How long anybody waits for this process to turn to them, ms, in the last minute or two. */
  delay: z.object({ p99: z.number(), max: z.number() }).optional(),
  demo: z.boolean(),
})
export type Health = z.infer<typeof healthSchema>
