import { z } from 'zod'
import { limits } from '../limits'
import { momentSchema, nameSchema, roleSchema, textSchema } from './basics'

// Who works here and on which devices, asked and answered; what every page reads as it starts is in session.ts.

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
export const wrenchSchema = z.strictObject({ millimetres: z.number().min(50).max(2000) })

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
  'zone-set',
  'dispute-settled',
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

/**
 * What was not taken and waits for a lead: an entry or a photo sent under an id that stands for something else; an entry signed on a
 * sign-in that does not count any more (`held`).
 */
export const disputeViewSchema = z.object({
  id: z.uuid(),
  kind: z.enum(['entry', 'photo', 'held']),
  job: z.uuid(),
  number: z.number(),
  plate: z.string(),
  by: z.string(),
  sentBy: z.string(),
  why: z.string(),
  at: momentSchema,
  /** What the entry says, as it was sent. */
  said: z.string().optional(),
  /** Of a held one: what would be due no more if it stood. */
  would: z.array(z.string()).optional(),
})
export type DisputeView = z.infer<typeof disputeViewSchema>
/** `stands`: of a held one, whether it is as it says. */
export const settleSchema = z.strictObject({ why: textSchema, stands: z.boolean().optional() })
export type SettleRequest = z.infer<typeof settleSchema>

/** How many are worked out before the last that somebody waits for; absent: nothing of theirs waits. */
export const waitingSchema = z.object({ before: z.number().int().min(0).optional() })
export type Waiting = z.infer<typeof waitingSchema>
/** How other devices reach this server: what it listens to, and by which addresses. */
export const reachSchema = z.object({ network: z.boolean(), addresses: z.array(z.string()), secure: z.boolean() })
export type Reach = z.infer<typeof reachSchema>

/** What stands between this workshop and a dead disk. Without `kept`, the start command takes none: somebody else has to. */
export const backupsViewSchema = z.object({
  kept: z.boolean(),
  count: z.number(),
  last: z.object({ at: momentSchema, bytes: z.number(), file: z.string() }).optional(),
  trouble: z.string().optional(),
})
export type BackupsView = z.infer<typeof backupsViewSchema>
