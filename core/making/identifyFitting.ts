import { insideLimits, outsideLimits, type Limits } from './threads'
import { familyRules, sealings, type Sealing } from './fittingFamilies'
import { fittingSizes, type FittingSize } from './fittingSizes'

/** What was measured and seen, in mm and degrees; what is left out says nothing. */
export type FittingSeen = {
  /** Over the crests of an outside thread, or across the bore of an inside one. */
  diameter?: number
  side?: 'outside' | 'inside'
  /** The part in the hand turns (a nut, a bolt), or it is what such a part goes into or onto. */
  part?: 'turns' | 'stays'
  pitch?: number
  hex?: number
  /** Included in half: the angle between the cone's face and its axis. */
  coneAngle?: number
  sealing?: Sealing
  /** Outside diameter of the tube. */
  tube?: number
  /** The thread is narrower at its end than further up. */
  narrows?: boolean
}
export const fittingEvidence = ['diameter', 'pitch', 'hex', 'coneAngle', 'sealing', 'tube', 'narrows', 'part'] as const
export type FittingEvidence = (typeof fittingEvidence)[number]

/** What was measured, weighed: sizes that may be it, best first, and how likely it is none of them. Both 0 to 1, together at most 1. */
export type FittingFound = { candidates: FittingCandidate[]; none: number }
export type FittingCandidate = {
  size: FittingSize
  /** Of all there are here, given what was measured; 0 to 1. */
  likelihood: number
  /** Measured and seen things that do not fit this one well. */
  against: FittingEvidence[]
}

/**
 * How well people measure, one standard deviation: a caliper over worn crests, a pitch over several turns or by a gauge, a hex, a cone by
 * a protractor, a tube. Common practice, no source.
 */
const spread = { diameter: 0.06, pitchShare: 0.015, hex: 0.12, coneAngle: 2.5, tube: 0.12 }
/** Seen wrongly as another face: flares of 37° and 45° look alike, a bubble and a double flare less so. Common practice, no source. */
const mistaken = (seen: Sealing, real: Sealing): number => {
  const pair = new Set([seen, real])
  if (pair.has('flare-37') && pair.has('flare-45')) return 0.2
  if (pair.has('bubble') && pair.has('double-flare')) return 0.06
  if (pair.has('double-flare') && (pair.has('flare-45') || pair.has('flare-37'))) return 0.05
  return 0.01
}
/** A rare part, a worn one or a slip of the hand: nothing is ruled out by one reading alone. */
const never = 1e-5

/** Density of a reading with a normal error, of something that lies anywhere between two limits; scaled so that the middle is about 1. */
function withinLimits(reading: number, { least, most }: Limits, deviation: number): number {
  const outside = Math.max(0, least - reading, reading - most)
  return Math.max(never, Math.exp(-0.5 * (outside / deviation) ** 2))
}
const near = (reading: number, real: number, deviation: number): number =>
  Math.max(never, Math.exp(-0.5 * ((reading - real) / deviation) ** 2))

/** How well one piece of evidence fits a size, 0 to 1; 1 for what was not looked at. */
export function fitOfEvidence(seen: FittingSeen, size: FittingSize, evidence: FittingEvidence): number {
  const { thread, hexes, tube, family } = size
  const rule = familyRules[family]
  switch (evidence) {
    case 'diameter':
      if (seen.diameter === undefined) return 1
      return withinLimits(seen.diameter, seen.side === 'inside' ? insideLimits(thread) : outsideLimits(thread), spread.diameter)
    case 'pitch':
      return seen.pitch === undefined ? 1 : near(seen.pitch, thread.pitch, thread.pitch * spread.pitchShare)
    case 'hex':
      // Makers differ in hexes: a strange one speaks against a size, and no more than that.
      return seen.hex === undefined ? 1 : Math.max(0.08, ...hexes.map(hex => near(seen.hex!, hex, spread.hex)))
    case 'coneAngle': {
      if (seen.coneAngle === undefined) return 1
      const angle = rule.sealing === 'flare-37' ? 37 : rule.sealing === 'flare-45' || rule.sealing === 'double-flare' ? 45 : undefined
      return angle === undefined ? 0.05 : near(seen.coneAngle, angle, spread.coneAngle)
    }
    case 'sealing':
      return seen.sealing === undefined || seen.sealing === rule.sealing ? 1 : mistaken(seen.sealing, rule.sealing)
    case 'tube':
      if (seen.tube === undefined) return 1
      return tube === undefined ? 0.2 : near(seen.tube, tube, spread.tube)
    case 'narrows':
      return seen.narrows === undefined || seen.narrows === (thread.form === 'taper') ? 1 : 0.05
    case 'part': {
      if (seen.part === undefined || seen.side === undefined || seen.diameter === undefined) return 1
      const turns = rule.turning === seen.side
      return turns === (seen.part === 'turns') ? 1 : 0.02
    }
  }
}

/**
 * A fitting that is not in the table may measure anything: how much a reading that lands anywhere is worth beside one that is right (its
 * error over the range such parts have). Our own, from `spread` and the sizes of the table.
 */
const anywhere: Readonly<Record<FittingEvidence, number>> = {
  diameter: 0.012,
  pitch: 0.02,
  hex: 0.03,
  coneAngle: 0.1,
  sealing: 0.12,
  tube: 0.015,
  narrows: 0.5,
  part: 0.5,
}
/** So many sizes beyond the table for each in it, in this trade. Common practice, no source. */
const beyond = 0.05

/** Less than this, and it is not worth showing. */
const leastShown = 0.005

/**
 * Which fitting it is: every size there is here and none of them, weighed by what was measured (Bayes with equal odds beforehand), best
 * first. Empty when nothing was measured.
 */
export function identifyFitting(seen: FittingSeen, sizes: readonly FittingSize[] = fittingSizes): FittingFound {
  const used = fittingEvidence.filter(evidence => seen[evidence] !== undefined)
  if (used.length === 0) return { candidates: [], none: 0 }
  const weighed = sizes.map(size => {
    const fits = used.map(evidence => fitOfEvidence(seen, size, evidence))
    return { size, weight: fits.reduce((product, fit) => product * fit, 1), against: used.filter((_, i) => fits[i]! < 0.3) }
  })
  const ofNone = beyond * sizes.length * used.reduce((product, evidence) => product * anywhere[evidence], 1)
  const total = weighed.reduce((sum, { weight }) => sum + weight, ofNone)
  const candidates = weighed
    .map(({ size, weight, against }) => ({ size, likelihood: weight / total, against }))
    .filter(({ likelihood }) => likelihood >= leastShown)
    .sort((a, b) => b.likelihood - a.likelihood)
  return { candidates, none: ofNone / total }
}

/** As if everything were measured without error on a sound part of this size: what one would see of it. */
function seenOf({ thread, hexes, tube, family }: FittingSize, side: 'outside' | 'inside'): FittingSeen {
  const { least, most } = side === 'inside' ? insideLimits(thread) : outsideLimits(thread)
  const { sealing } = familyRules[family]
  return {
    diameter: (least + most) / 2,
    side,
    pitch: thread.pitch,
    hex: hexes[0],
    coneAngle: sealing === 'flare-37' ? 37 : sealing === 'flare-45' ? 45 : undefined,
    sealing,
    tube,
    narrows: thread.form === 'taper',
  }
}

export type TellApart = { by: FittingEvidence; first: FittingSeen; second: FittingSeen }
/** What to look at next to tell two apart: what differs most between them, of what has not been looked at yet; undefined: nothing does. */
export function tellApart(seen: FittingSeen, first: FittingSize, second: FittingSize): TellApart | undefined {
  const side = seen.side ?? 'outside'
  const [a, b] = [seenOf(first, side), seenOf(second, side)]
  const open = fittingEvidence.filter(evidence => seen[evidence] === undefined && evidence !== 'part')
  const ranked = open
    .map(by => ({ by, odds: Math.max(fitOfEvidence(a, second, by), fitOfEvidence(b, first, by)) }))
    .sort((x, y) => x.odds - y.odds)
  const best = ranked[0]
  return best && best.odds < 0.3 ? { by: best.by, first: a, second: b } : undefined
}

export type Mating =
  | { goes: true }
  /** `starts`: the thread takes a turn or more before it binds, so that it feels right. */
  | { goes: false; why: 'thread'; starts: boolean }
  /** The thread goes all the way, and the faces do not seal on each other. */
  | { goes: false; why: 'face' }

/**
 * So close that a thread can be started in the other, and binds or strips a turn or two on: crests within 0.6 mm, pitches within a third.
 * M10×1 starts in M10×1.5 and in G 1/8, 7/16-20 in 7/16-24, 3/4-16 in 3/4-18, 3/8-24 in M10×1. Common practice, no source.
 */
const startsWithin = { diameter: 0.6, pitchShare: 0.35 }

/** Whether the nut of one goes with the port of the other, and holds pressure. */
export function mates(a: FittingSize, b: FittingSize): Mating {
  const [x, y] = [a.thread, b.thread]
  if (x.name !== y.name) {
    const isNear =
      Math.abs(x.major - y.major) <= startsWithin.diameter &&
      Math.abs(x.pitch - y.pitch) / Math.max(x.pitch, y.pitch) <= startsWithin.pitchShare
    return { goes: false, why: 'thread', starts: isNear }
  }
  return familyRules[a.family].sealing === familyRules[b.family].sealing ? { goes: true } : { goes: false, why: 'face' }
}

/** What must never be put together with it although the thread goes in, or seems to. */
export const lookalikes = (size: FittingSize, sizes: readonly FittingSize[] = fittingSizes): { other: FittingSize; mating: Mating }[] =>
  sizes.flatMap(other => {
    const mating = mates(size, other)
    return other.id !== size.id && !mating.goes && (mating.why === 'face' || mating.starts) ? [{ other, mating }] : []
  })

/** Whether a text names a way of sealing. */
export const isSealing = (text: string): text is Sealing => (sealings as readonly string[]).includes(text)
