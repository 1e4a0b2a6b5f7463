import { z } from 'zod'
import { liftPositions } from '../../core/sheet/types'
import { slugSchema as slug } from './sheet'

const task = z.string().max(160)

/** The car as a plan begins on it: core/access/standing.ts. */
export const standingSchema = z.strictObject({
  at: z.enum(liftPositions),
  off: z.array(slug).max(200),
  done: z.array(task).max(2000),
  lines: z.array(slug).max(24),
  joints: z.array(slug).max(48),
  drained: z.array(slug).max(12).default([]),
  resealed: z.array(slug).max(200).default([]),
  begunAt: z.record(task, z.enum(liftPositions)),
})
