import type { Call } from '../../core/bleed/callRound'
import { pumpsPerCycle } from '../../core/bleed/callRound'
import type { Sheet } from '../../core/sheet/types'
import { leverOf } from './carTestWords'

/** A call: in huge letters for whom it is meant, and what answers it. */
export type CallWords = { to: string; say: string; answer: string }

/** What is called in a round of bleeding with two people, in order. */
export function callWords(call: Call, sheet: Pick<Sheet, 'proving'>): CallWords {
  const lever = leverOf(sheet)
  switch (call) {
    case 'pump':
      return { to: `To the helper at the ${lever}`, say: `PUMP ${pumpsPerCycle}`, answer: `Pumped ${pumpsPerCycle} times, slowly` }
    case 'hold':
      return { to: `To the helper at the ${lever}`, say: 'HOLD DOWN', answer: 'It is held' }
    case 'open':
      return { to: 'You, at the bleeder', say: 'OPEN', answer: 'Open: it has run' }
    case 'close':
      return { to: 'You, at the bleeder', say: 'CLOSE', answer: 'It is closed' }
    case 'up':
      return { to: `To the helper at the ${lever}`, say: 'UP', answer: 'It is up' }
  }
}
