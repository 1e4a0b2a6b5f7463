import { z } from 'zod'
import type { LiftMinutes } from '../../core/access/liftMinutes'
import type { PlanInputs } from '../../core/access/planJob'
import { conditions } from '../../core/access/judgeChance'
import { remedies } from '../../core/fittings/seizedPath'
import { roles, timerNames, type JobCommand } from '../../core/job/types'
import { bleedMethods, liftPositions, proofs } from '../../core/sheet/types'
import type { Adapter } from '../../core/torque/correctForAdapter'
import type { Entered } from '../../core/units/types'
import { limits } from '../limits'
import { nameSchema as name, slugSchema as slug, textSchema as text } from './sheet'

const amount = z.number().min(-1e6).max(1e6)
const entered = <D extends 'torque' | 'volume' | 'temperature'>(units: readonly string[]) =>
  z.strictObject({ value: amount, unit: z.enum(units) }) as unknown as z.ZodType<Entered<D>, Entered<D>>
const torque = entered<'torque'>(['N.m', 'lbf.ft', 'lbf.in', 'kgf.cm'])
const volume = entered<'volume'>(['mL', 'L', 'qt', 'floz'])
const temperature = entered<'temperature'>(['degC', 'degF'])
const stepId = z
  .string()
  .min(1)
  .max(160)
  .regex(/^[a-z0-9:-]+$/)
const counts = z.array(z.number().int().min(0).max(99)).max(20)
const lines = z.array(slug).max(24)
const maybeText = z.string().max(limits.text)
const traits = z.record(slug, slug)
const how = z.enum(['measured', 'estimated'])

export const adapterSchema: z.ZodType<Adapter, Adapter> = z
  .strictObject({ wrench: z.number().min(50).max(2000), extension: z.number().min(0).max(500), angle: z.number().min(0).max(180) })
  .refine(
    ({ wrench, extension, angle }) => wrench + extension * Math.cos((angle * Math.PI) / 180) > 0,
    'the adapter folds back past the handle',
  ) as unknown as z.ZodType<Adapter, Adapter>

const moveMinutes = z.number().min(0).max(60)
export const liftSchema: z.ZodType<LiftMinutes, LiftMinutes> = z.strictObject({
  groundHalf: moveMinutes,
  halfRaised: moveMinutes,
  groundRaised: moveMinutes,
})
export const planInputsSchema: z.ZodType<PlanInputs, PlanInputs> = z.strictObject({
  lines,
  start: z.enum(liftPositions),
  forbidden: z.record(z.string().max(160), z.array(z.number().int().min(0).max(12)).max(12)).optional(),
  done: z.array(slug).max(60).optional(),
  missingTools: z.array(name).max(40).optional(),
  neighbours: z.array(slug).max(24).optional(),
  oneAtATime: z.boolean().optional(),
  firstEnd: z.enum(['hardest', 'easiest']).optional(),
  bleed: z.enum(bleedMethods).optional(),
  lift: liftSchema.optional(),
})
const vehicle = z.strictObject({
  id: z.uuid(),
  plate: name,
  label: name,
  family: slug,
  year: z.number().int().optional(),
  engine: slug.optional(),
})

/** What a device may say happened. `opened` is made by the server only: it picks number, sheet and vehicle. */
const c = <T extends string, S extends z.ZodRawShape>(type: T, shape: S) => z.strictObject({ type: z.literal(type), ...shape })
export const commandSchema = z.discriminatedUnion('type', [
  c('opened', {
    number: z.number().int(),
    sheet: z.strictObject({ id: slug, revision: z.number().int() }),
    vehicle,
    customer: name,
    complaint: maybeText.optional(),
    traits,
  }),
  c('traitsLearned', { question: slug, answer: slug }),
  c('scopeChosen', { lines }),
  c('planned', { inputs: planInputsSchema }),
  c('revisionMoved', { revision: z.number().int().min(1).max(100_000) }),
  c('stepDone', { step: stepId }),
  c('stepSkipped', { step: stepId, reason: maybeText }),
  c('stepUndone', { step: stepId, reverts: z.array(z.uuid()).min(1).max(20) }),
  c('partReceived', { line: slug, against: z.enum(['sheet', 'old-line']), agrees: z.boolean(), differs: maybeText.optional() }),
  c('operationOff', { operation: slug, fasteners: counts }),
  c('operationOn', { operation: slug, fasteners: counts }),
  c('fastenersCounted', { operation: slug, fasteners: counts }),
  c('jointOpened', { joint: slug }),
  c('jointCapped', { joint: slug }),
  c('jointSeized', { joint: slug, remedy: z.enum(remedies), note: maybeText.optional() }),
  c('neighbourDecided', {
    neighbour: z.union([
      slug,
      z
        .string()
        .max(limits.slug + 5)
        .regex(/^line:[a-z0-9]+(-[a-z0-9]+)*$/),
    ]),
    choice: z.enum(['now', 'leave']),
    by: z.enum(['customer', 'workshop']),
    found: z.enum(conditions).optional(),
    weighed: z
      .strictObject({ now: amount, later: amount, years: z.number().int().min(1).max(30), chance: z.number().min(0).max(1).optional() })
      .optional(),
    note: maybeText.optional(),
  }),
  c('photoTaken', { photo: z.uuid(), step: stepId, caption: maybeText.optional() }),
  c('passedOn', { to: name, note: maybeText.optional() }),
  c('holdReleased', { hold: slug }),
  c('holdFastened', { hold: slug }),
  c('lineOut', { line: slug }),
  c('lineIn', { line: slug }),
  c('sealFitted', { joint: slug, seals: z.array(slug).max(12), oldOut: z.boolean() }),
  c('sealUnavailable', { joint: slug, seal: slug, note: maybeText }),
  c('jointSeated', { joint: slug, proofs: z.array(z.enum(proofs)).max(5) }),
  c('jointTorqued', {
    joint: slug,
    how: z.enum(['wrench', 'adapter', 'turn', 'feel']),
    entered: torque.optional(),
    adapter: adapterSchema.optional(),
    reason: maybeText.optional(),
  }),
  c('fluidCaught', { entered: volume, how }),
  c('fluidAdded', { entered: volume, how }),
  c('fluidExtracted', { entered: volume, how }),
  c('levelRead', { level: slug, temperature, engine: z.enum(['idling', 'off']), reading: z.enum(['at', 'below', 'above']) }),
  c('timerStarted', { timer: z.enum(timerNames), minutes: z.number().min(0.02).max(1440) }),
  c('timerEnded', { timer: z.enum(timerNames) }),
  c('cleaned', { at: z.enum(liftPositions) }),
  c('leakChecked', { joint: slug, result: z.enum(['dry', 'weeping', 'leaking']) }),
  c('roadTested', { result: z.enum(['good', 'not-good']), note: maybeText.optional() }),
  c('noteWritten', { text }),
  c('paused', { reason: z.enum(['parts', 'approval', 'end-of-day', 'other']), note: maybeText.optional() }),
  c('resumed', {}),
  c('handedOver', { to: z.enum(['customer', 'desk']), note: maybeText.optional() }),
  c('signedOff', {}),
  c('reopened', { why: maybeText }),
]) as unknown as z.ZodType<JobCommand, JobCommand>

export const incomingEventSchema = z.strictObject({
  id: z.uuidv7(),
  at: z.iso.datetime(),
  device: z.string().min(1).max(64),
  command: commandSchema,
})

/** `basedOn`: the last sequence the device had seen when the person pressed the button. */
export const appendSchema = z.strictObject({
  basedOn: z.number().int().min(0),
  events: z.array(incomingEventSchema).min(1).max(limits.eventsPerRequest),
})
export type AppendRequest = z.infer<typeof appendSchema>

export const openJobSchema = z.strictObject({
  id: z.uuidv7(),
  at: z.iso.datetime(),
  device: z.string().min(1).max(64),
  sheet: slug,
  vehicle: z.uuid(),
  complaint: maybeText.optional(),
  lines: lines.optional(),
})
export type OpenJobRequest = z.infer<typeof openJobSchema>
export const roleSchema = z.enum(roles)
