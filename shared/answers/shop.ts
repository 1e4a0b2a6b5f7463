import { z } from 'zod'
import { healthSchema, personViewSchema } from '../schemas/session'
import {
  auditViewSchema,
  backupsViewSchema,
  deviceViewSchema,
  disputeViewSchema,
  reachSchema,
  signedInViewSchema,
  waitingSchema,
} from '../schemas/shop'
import { reader } from '../versioned'

/** The shop: who, on which devices, and how it stands. */
export const shopAnswers = {
  audit: reader(z.array(auditViewSchema)),
  backups: reader(backupsViewSchema),
  devices: reader(z.array(deviceViewSchema)),
  health: reader(healthSchema),
  disputes: reader(z.array(disputeViewSchema)),
  reach: reader(reachSchema),
  people: reader(z.array(personViewSchema)),
  waiting: reader(waitingSchema),
  signedIn: reader(z.array(signedInViewSchema)),
}
