import { z } from 'zod'
import { liftPositions } from '../../core/sheet/types'
import { goalKeySchema, taskKeySchema } from './keys'
import { slugSchema as slug } from './basics'

/** The car as a plan begins on it: core/plan/tasks/standing.ts. */
export const standingSchema = z.strictObject({
  at: z.enum(liftPositions),
  off: z.array(slug).max(200),
  done: z.array(taskKeySchema).max(2000),
  lines: z.array(slug).max(24),
  joints: z.array(slug).max(48),
  drained: z.array(slug).max(12).default([]),
  resealed: z.array(slug).max(200).default([]),
  begunAt: z.partialRecord(goalKeySchema, z.enum(liftPositions)),
  hasRun: z.literal(true).optional(),
})
