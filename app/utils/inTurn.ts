const waiting: (() => void)[] = []
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
  const run = waiting.shift()
  isGoing = run !== undefined
  if (!run) return
  // Whatever it comes to, the others have their turn.
  soon(next)
  run()
}

/** Runs the work after all that was said before it, each in a task of its own: between them the page answers. Gives what calls it off. */
export function inTurn(work: () => void): () => void {
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
