import type { JointKind } from '../sheet/types'
import { degrees, type Degrees } from '../units/types'

/**
 * What general practice does where a sheet has no torque: never a number with a source, so it is shown as practice and recorded as by
 * feel.
 */
export type Practice = { code: 'snug-and-turn'; turn: Degrees } | { code: 'snug' } | { code: 'its-own-lock' } | { code: 'hand-and-sealant' }

export type JointRule = {
  practice: Practice
  /** Turned on by a nut or a bolt: started by hand, and turning it can turn the line with it. */
  screwed?: true
  /** Has a nut on the tube, which a six-point socket takes once the tube is gone. */
  nutted?: true
  /** Bolted: there is a torque, whether the sheet knows it or not. */
  bolted?: true
  /** Sealed on both sides of an eye. */
  eachSide?: true
}

const snugAndTurn = (turn: number): Practice => ({ code: 'snug-and-turn', turn: degrees(turn) })
const ownLock: Practice = { code: 'its-own-lock' }

/** All that core knows of a kind of joint; its words are in `vocabulary`, its shape in `JointGlyph`. Common practice, no source. */
export const jointRules: Readonly<Record<JointKind, JointRule>> = {
  'inverted-flare': { practice: snugAndTurn(30), screwed: true, nutted: true },
  'iso-flare': { practice: snugAndTurn(30), screwed: true, nutted: true },
  'oring-nut': { practice: snugAndTurn(30), screwed: true, nutted: true },
  // Crush washer by feel: snug plus a quarter turn.
  banjo: { practice: snugAndTurn(90), screwed: true, eachSide: true },
  flange: { practice: { code: 'snug' }, bolted: true },
  clamp: { practice: { code: 'snug' } },
  'taper-thread': { practice: { code: 'hand-and-sealant' }, screwed: true, nutted: true },
  'clip-connect': { practice: ownLock },
  'push-lock': { practice: ownLock },
  'press-in': { practice: ownLock },
}
/** How a joint of this kind is tightened where no torque is stated. Common practice, no source. */
export const practiceFor = (kind: JointKind): Practice => jointRules[kind].practice
/** Whether it is tightened by turning. */
export const isScrewed = ({ kind }: { kind: JointKind }): boolean => jointRules[kind].screwed === true
