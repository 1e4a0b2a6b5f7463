import { setImmediate as nextTurnOfLoop } from 'node:timers/promises'
import { limits } from '#shared/limits'
import { tooBusy } from './secret'

let last = Promise.resolve()
let waiting = 0
/**
 * Whoever is not known to be signed in is looked at one in a turn of the event loop, after the one before: two hundred who come together
 * stand in each other's way, and in nobody else's.
 */
export async function strangersTurn(): Promise<void> {
  if (waiting >= limits.strangersWaiting) throw tooBusy()
  waiting++
  last = last.then(() => nextTurnOfLoop())
  await last
  waiting--
}
