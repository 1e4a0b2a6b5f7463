const firstMs = 500
const longestMs = 30_000
/** A process that has run this long was well: the next time it ends, it is started again at once. */
const wellMs = 60_000

/**
 * Keeps something running for as long as its starter lives: started again when it ends, sooner the first time and later each time it does
 * not last. `start` gives what `ended` waits for the end of; an error in starting is an end like any other.
 */
export function supervise({ start, say, now = Date.now, wait = ms => new Promise(resolve => setTimeout(resolve, ms)) }) {
  let stopped = false
  let running
  let halt
  const halted = new Promise(resolve => (halt = resolve))
  const watch = async () => {
    let delay = firstMs
    while (!stopped) {
      const since = now()
      let why
      try {
        running = await start()
        if (stopped) break
        why = await Promise.race([running.ended, halted])
      } catch (error) {
        why = error.message
      }
      if (stopped) break
      running = undefined
      if (now() - since >= wellMs) delay = firstMs
      say(`${why}; started again in ${delay < 1000 ? 'a moment' : `${delay / 1000} s`}`)
      await Promise.race([wait(delay), halted])
      delay = Math.min(delay * 2, longestMs)
    }
  }
  const over = watch()
  return {
    current: () => running,
    /** Nothing is started any more from here on; what runs, or was being started, is the caller's to stop. */
    async stop(stopRunning) {
      stopped = true
      halt()
      await over
      if (running) await stopRunning(running)
    },
  }
}
