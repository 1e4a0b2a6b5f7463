import { afterFrame } from './afterFrame'

type Work = { run: () => void; isDrawn: boolean }
const waiting: Work[] = []
let isGoing = false

/** A task of its own, after what the browser has to do meanwhile: a touch, a frame. */
function soon(run: () => void): void {
  const { port1, port2 } = new MessageChannel()
  port1.onmessage = () => {
    port1.close()
    run()
  }
  port2.postMessage(undefined)
}

function next(): void {
  const work = waiting.shift()
  isGoing = work !== undefined
  if (!work) return
  // Whatever it comes to, the others have their turn.
  if (work.isDrawn) afterFrame(next)
  else soon(next)
  work.run()
}

/**
 * Runs the work after all that was said before it, each in a task of its own: between them the page answers. What `isDrawn` is on the
 * screen before the next begins: laying out several parts at once would be one long task again. Gives what calls it off.
 */
export function inTurn(run: () => void, isDrawn = false): () => void {
  const work = { run, isDrawn }
  waiting.push(work)
  if (!isGoing) {
    isGoing = true
    soon(next)
  }
  return () => {
    const at = waiting.indexOf(work)
    if (at >= 0) waiting.splice(at, 1)
  }
}

/** Comes back in the next turn: what was long until here and what comes after it are two tasks. */
export const ownTurn = (): Promise<void> => new Promise(resolve => inTurn(resolve))
