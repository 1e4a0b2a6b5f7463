import type { Joint, Line, PartOption, Proof, Seal } from '../sheet/types'
import { isScrewed, jointRules } from './jointKinds'

/**
 * Common practice, no source: full turns by the fingers alone before a wrench comes near. A thread that binds sooner is crossed, dirty or
 * the wrong one. A count.
 */
export const turnsByHand = (joint: Joint): number | undefined => (isScrewed(joint) ? 2 : undefined)

/**
 * What has to be seen or felt before a joint counts as seated: what the sheet asks for, and what its kind asks for by itself. A screwed end
 * is started by hand; a hose on one is looked at for twist, because the nut drags it round. Common practice, no source. `part`: what lies
 * in, where it is a new one.
 */
export function seatingProofs(joint: Joint, line: Line | undefined, part?: PartOption): Proof[] {
  const hasHose = !part?.rigid && line?.sections.some(section => section.kind === 'hose')
  const own: Proof[] = isScrewed(joint) ? ['hand-start', ...(hasHose ? ['untwisted' as const] : [])] : []
  return [...new Set([...own, ...joint.proofs])]
}

/** A washer for each face of a banjo eye: the eye lies between them. */
export const isEachSide = (joint: Joint, seal: Seal): boolean => jointRules[joint.kind].eachSide === true && seal.count === 2
