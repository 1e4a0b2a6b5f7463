import type { JointKind } from '../sheet/types'
import { degrees, type Degrees } from '../units/types'

/**
 * What general practice does where a sheet has no torque: never a number with a source, so it is shown as practice and recorded as by
 * feel.
 */
export type Practice = { code: 'snug-and-turn'; turn: Degrees } | { code: 'snug' } | { code: 'its-own-lock' } | { code: 'hand-and-sealant' }

const practices: Readonly<Record<JointKind, Practice>> = {
  'inverted-flare': { code: 'snug-and-turn', turn: degrees(30) },
  'iso-flare': { code: 'snug-and-turn', turn: degrees(30) },
  'oring-nut': { code: 'snug-and-turn', turn: degrees(30) },
  // Crush washer by feel: snug plus a quarter turn (common practice, no source).
  banjo: { code: 'snug-and-turn', turn: degrees(90) },
  flange: { code: 'snug' },
  clamp: { code: 'snug' },
  'taper-thread': { code: 'hand-and-sealant' },
  'clip-connect': { code: 'its-own-lock' },
  'push-lock': { code: 'its-own-lock' },
  'press-in': { code: 'its-own-lock' },
}
export const practiceFor = (kind: JointKind): Practice => practices[kind]
