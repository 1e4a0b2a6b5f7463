import { z } from 'zod'
import type { Millilitres } from '../../core/units/types'
import { storageTroubles } from '../errors'
import { limits } from '../limits'
import { liftSchema, momentSchema, nameSchema, roleSchema } from './basics'
import { makingGearSchema } from './gear'

// Who works here and on which devices, what the shop has set, and whether it stands well: asked and answered.

export const signInSchema = z.strictObject({ person: z.uuid(), secret: z.string().min(1).max(limits.passwordLength[1]) })
export const setupSchema = z.strictObject({
  workshop: nameSchema,
  name: nameSchema,
  password: z.string().min(limits.passwordLength[0]).max(limits.passwordLength[1]),
})
const pin = z
  .string()
  .regex(new RegExp(`^\\d{${limits.pinDigits[0]},${limits.pinDigits[1]}}$`), `${limits.pinDigits[0]} to ${limits.pinDigits[1]} digits`)
/** An admin signs in with a password, everybody else with a PIN. */
export const newPersonSchema = z.discriminatedUnion('role', [
  z.strictObject({ name: nameSchema, role: z.enum(['technician', 'lead', 'desk']), secret: pin }),
  z.strictObject({
    name: nameSchema,
    role: z.literal('admin'),
    secret: z.string().min(limits.passwordLength[0]).max(limits.passwordLength[1]),
  }),
])
export const changePersonSchema = z
  .strictObject({
    active: z.boolean().optional(),
    secret: z.string().min(limits.pinDigits[0]).max(limits.passwordLength[1]).optional(),
    /** Wrong tries at the PIN count no more. */
    forgiven: z.literal(true).optional(),
  })
  .refine(change => Object.values(change).some(value => value !== undefined), 'nothing to change')
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

export const wrenchSchema = z.strictObject({ millimetres: z.number().min(50).max(2000) })

/** Answers take what a newer server adds; what this program needs has to be there and right. */
export const personViewSchema = z.object({ id: z.uuid(), name: nameSchema, role: roleSchema, active: z.boolean() })
export type PersonView = z.infer<typeof personViewSchema>

export const deviceChangeSchema = z.strictObject({ name: nameSchema })
/** A device at the door, or let in; `mine`: the one that asks. */
export const deviceViewSchema = z.object({
  id: z.uuid(),
  code: z.string(),
  name: z.string(),
  askedAt: momentSchema,
  letInAt: momentSchema.optional(),
  letInBy: z.string().optional(),
  mine: z.boolean(),
})
export type DeviceView = z.infer<typeof deviceViewSchema>

/** Somebody signed in now. */
export const signedInViewSchema = z.object({
  id: z.uuid(),
  person: nameSchema,
  role: roleSchema,
  device: z.string(),
  address: z.string(),
  beganAt: momentSchema,
  mine: z.boolean(),
})
export type SignedInView = z.infer<typeof signedInViewSchema>

export const auditKinds = [
  'signed-in',
  'sign-in-ended',
  'person-added',
  'person-shut-out',
  'person-let-in',
  'secret-set',
  'tries-forgiven',
  'device-let-in',
  'device-shut-out',
  'judgement-set',
  'lift-set',
  'making-rules-set',
  'coil-set',
  'shelf-set',
] as const
export type AuditKind = (typeof auditKinds)[number]
export const auditViewSchema = z.object({
  n: z.number(),
  at: momentSchema,
  kind: z.enum(auditKinds),
  by: z.string(),
  about: z.string(),
  address: z.string(),
})
export type AuditView = z.infer<typeof auditViewSchema>
export const auditPageSchema = z.object({ before: z.coerce.number().int().min(1).optional() })

/** What stands between this workshop and a dead disk. Without `kept`, the start command takes none: somebody else has to. */
export const backupsViewSchema = z.object({
  kept: z.boolean(),
  count: z.number(),
  last: z.object({ at: momentSchema, bytes: z.number(), file: z.string() }).optional(),
  trouble: z.string().optional(),
})
export type BackupsView = z.infer<typeof backupsViewSchema>

/** What a device signs its entries with while this person is signed in on it (docs/decisions/0010). */
export const signInViewSchema = z.object({ person: personViewSchema, signIn: z.uuid(), key: z.string() })
export type SignInView = z.infer<typeof signInViewSchema>

export const sessionViewSchema = z.object({
  person: personViewSchema.optional(),
  /** No people yet: the first visit makes the admin. */
  setup: z.boolean(),
  workshop: z.string(),
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
  /** Why nothing can be kept at the momentSchema, where that is so. */
  storage: z.enum(storageTroubles).optional(),
  /** How long anybody waits for this process to turn to them, ms, in the last minute or two. */
  delay: z.object({ p99: z.number(), max: z.number() }).optional(),
  demo: z.boolean(),
})
export type Health = z.infer<typeof healthSchema>
