import type { AuditKind } from '../schemas/shop'

/** What was done, between who did it and to what. */
export const auditWords: Readonly<Record<AuditKind, string>> = {
  'signed-in': 'signed in',
  'sign-in-ended': 'ended the sign-in of',
  'person-added': 'added',
  'person-shut-out': 'blocked',
  'person-let-in': 'allowed to sign in again',
  'secret-set': 'set a new PIN or password for',
  'tries-forgiven': 'let try again at once',
  'device-let-in': 'allowed the device',
  'device-shut-out': 'blocked the device',
  'shelf-set': 'changed the fluid shelf',
  'judgement-set': 'changed how what is left alone is judged',
  'making-rules-set': 'changed what lines may be made of',
  'coil-set': 'changed the coil',
  'zone-set': 'set the shop’s time zone to',
  'dispute-settled': 'settled what waited for a lead:',
  'lift-set': 'changed what the lift takes',
}
