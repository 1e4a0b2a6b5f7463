import { expect, it } from 'vitest'
import { gathered } from './gathered'

/** An asking that is answered when the test says so, and what was asked each time. */
function held() {
  const asked: (readonly number[])[] = []
  const answers: (() => void)[] = []
  const ask = gathered<number, number>(
    keys =>
      new Promise(done => {
        asked.push(keys)
        answers.push(() => done(keys.map(key => (key < 0 ? new Error('refused') : key * 2))))
      }),
  )
  return { ask, asked, answers }
}
const turn = () => new Promise(done => setImmediate(() => setImmediate(done)))

it('alone goes at once; what comes while two are under way goes together when one is answered', async () => {
  const { ask, asked, answers } = held()
  const first = ask(1)
  await turn()
  const second = ask(2)
  await turn()
  const others = [ask(3), ask(4), ask(5)]
  await turn()
  expect(asked).toEqual([[1], [2]])
  answers[0]!()
  expect(await first).toBe(2)
  await turn()
  expect(asked).toEqual([[1], [2], [3, 4, 5]])
  answers[1]!()
  answers[2]!()
  expect(await Promise.all([second, ...others])).toEqual([4, 6, 8, 10])
})

it('two that hang hold nobody up for long, and one that goes wrong is the only one that does', async () => {
  const { ask, asked, answers } = held()
  void ask(1)
  await turn()
  void ask(2)
  await turn()
  const after = [ask(3), ask(-4)]
  while (asked.length < 3) await turn()
  expect(asked[2]).toEqual([3, -4])
  answers[2]!()
  const [good, bad] = await Promise.allSettled(after)
  expect([good, bad]).toMatchObject([{ value: 6 }, { reason: { message: 'refused' } }])
})
