import { expect, it } from 'vitest'
import { sharedReads } from './shared'

it('what many ask for at once is read once, a later state by itself, and an error by everybody who waited', async () => {
  const share = sharedReads<number>()
  let reads = 0
  const read = (value: number) => () =>
    new Promise<number>(done => {
      reads++
      setTimeout(() => done(value), 5)
    })
  expect(await Promise.all([share('job 7', read(1)), share('job 7', read(2)), share('job 8', read(3))])).toEqual([1, 1, 3])
  expect(reads).toBe(2)
  // Over: whoever asks now reads anew.
  expect(await share('job 7', read(4))).toBe(4)
  const fails = () => Promise.reject(new Error('away'))
  const asked = [share('job 9', fails), share('job 9', read(5))]
  expect((await Promise.allSettled(asked)).map(({ status }) => status)).toEqual(['rejected', 'rejected'])
  expect(await share('job 9', read(6))).toBe(6)
})
