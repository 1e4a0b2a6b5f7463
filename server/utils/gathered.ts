import DataLoader from 'dataloader'

/** So many askings of one kind are under way at once; what comes then waits for one to be answered, and goes with the others that wait. */
const mostUnderWay = 2
/** One that hangs holds nobody else up for longer than this. */
const longestWaitMs = 20

/**
 * Asks for many at once what was asked for one by one: alone a question goes out at once, and under load those that come while earlier ones
 * are being answered share a round trip. `ask` answers in the order of its keys, with an Error for the one that went wrong.
 */
export function gathered<Key, Value>(ask: (keys: readonly Key[]) => Promise<(Value | Error)[]>): (key: Key) => Promise<Value> {
  let underWay = 0
  const waiting = new Set<() => void>()
  const loader = new DataLoader<Key, Value>(
    async keys => {
      underWay++
      try {
        return await ask(keys)
      } finally {
        underWay--
        const [next] = waiting
        next?.()
      }
    },
    {
      cache: false,
      maxBatchSize: 50,
      batchScheduleFn: send => {
        if (underWay < mostUnderWay) return void setImmediate(send)
        const go = () => {
          clearTimeout(late)
          if (waiting.delete(go)) send()
        }
        const late = setTimeout(go, longestWaitMs)
        waiting.add(go)
      },
    },
  )
  return key => loader.load(key)
}
