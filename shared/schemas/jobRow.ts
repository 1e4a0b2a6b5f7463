import { z } from 'zod'
import { stages } from '../../core/job/steps/stages'
import { stepKinds, stepStatuses } from '../../core/job/steps/stepKinds'
import { pauseReasons, timerNames } from '../../core/job/types'
import { liftPositions, phases, reaches, waitKinds } from '../../core/sheet/types'
import { limits } from '../limits'
import { momentSchema, seqSchema, slugSchema } from './basics'

/** `after`: the number of the last job that was given. */
export const floorPageSchema = z.object({ after: z.coerce.number().int().min(0).max(limits.sequence).optional() })
const stepSchema = z.strictObject({
  id: z.string(),
  kind: z.enum(stepKinds),
  target: z.string(),
  phase: z.enum(phases),
  at: z.enum(liftPositions),
  from: z.enum(reaches).optional(),
  visit: z.number(),
  minutes: z.number(),
  status: z.enum(stepStatuses),
  helper: z.boolean().optional(),
  part: slugSchema.optional(),
})
export const summarySchema = z.strictObject({
  stage: z.enum(stages),
  paused: z.boolean(),
  pausedFor: z.enum(pauseReasons).optional(),
  step: z.strictObject({ done: z.number(), of: z.number(), next: stepSchema.optional() }),
  missing: z.number(),
  timers: z.array(
    z.strictObject({
      timer: z.enum([...timerNames, ...waitKinds]),
      startedAt: z.string(),
      recordedAt: z.string().optional(),
      device: z.string(),
      minutes: z.number(),
    }),
  ),
})
export const jobRowSchema = z.object({
  id: z.uuid(),
  number: z.number(),
  seq: seqSchema,
  sheet: slugSchema,
  sheetTitle: z.string(),
  revision: z.number(),
  plate: z.string(),
  /** Absent in what a version before has kept on a device. */
  vehicleId: z.uuid().optional(),
  vehicle: z.string(),
  customer: z.string(),
  summary: summarySchema,
  nextWords: z.string(),
  /** Why nobody can say how it stands. */
  unreadable: z.enum(['damaged', 'newer']).optional(),
  updatedAt: momentSchema,
  openedAt: momentSchema,
  serverNow: momentSchema,
})
export type JobRow = z.infer<typeof jobRowSchema>
