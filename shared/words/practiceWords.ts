import { assertNever } from '../../core/result'
import type { Practice } from '../../core/fittings/jointKinds'

/** What stands in for a torque nobody has a source for. It is practice, never a specification, and is said so beside it. */
export function practiceWords(practice: Practice): string {
  switch (practice.code) {
    case 'snug-and-turn':
      return practice.turn === 90 ? 'snug, then a quarter turn' : `snug, then ${practice.turn}°`
    case 'snug':
      return 'snug: the seal seals, not the force'
    case 'hand-and-sealant':
      return 'by hand with its sealant, then to line up, never backed off'
    case 'its-own-lock':
      return 'held by its own lock; the pull proves it'
    default:
      return assertNever(practice)
  }
}
