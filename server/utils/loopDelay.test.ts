import { expect, it, vi } from 'vitest'
import { loopDelay, startLoopDelay } from './loopDelay'

it('what held the event loop up is seen, and its own sampling is not', async () => {
  const stop = startLoopDelay()
  await new Promise(done => setTimeout(done, 60))
  const idle = loopDelay().p99
  const until = performance.now() + 150
  while (performance.now() < until);
  await vi.waitFor(() => expect(loopDelay().max).toBeGreaterThan(100))
  expect(idle).toBeLessThan(100)
  stop()
})
