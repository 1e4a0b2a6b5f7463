import { z } from 'zod'
import { roles } from '../../core/job/types'
import { limits } from '../limits'

// What schemas of every kind are made of.
export const slugSchema = z
  .string()
  .max(limits.slug)
  .regex(/^[a-z0-9]+(?:-[a-z0-9]+)*$/, 'lower-case letters, digits and single hyphens')
  .meta({ description: 'A stable id: lower-case letters, digits and single hyphens.' })
export const nameSchema = z.string().trim().min(1).max(limits.name)
export const textSchema = z.string().trim().min(1).max(limits.text)
export const momentSchema = z.iso.datetime()
/** Sequence numbers fit PostgreSQL's integer. */
export const seqSchema = z.number().int().min(0).max(limits.sequence)
export const roleSchema = z.enum(roles)
const moveMinutes = z.number().min(0).max(60)
/** What moving a car on a lift takes, min. */
export const liftSchema = z.strictObject({ groundHalf: moveMinutes, halfRaised: moveMinutes, groundRaised: moveMinutes })

/** A year of a car. */
export const yearSchema = z.number().int().min(1900).max(2100)
