import { setImmediate as nextTurnOfLoop } from 'node:timers/promises'
import { expect, it } from 'vitest'
import { limits } from '../../shared/limits'
import { strangersTurn } from './strangersTurn'

it('lets one through in a turn of the loop, in the order they came, and everybody else in between', async () => {
  const seen: string[] = []
  const strangers = Array.from({ length: 5 }, (_, n) => strangersTurn().then(() => seen.push(`stranger ${n}`)))
  const someoneKnown = (async () => {
    for (let hop = 0; hop < 3; hop++) await nextTurnOfLoop()
    seen.push('known, after three hops')
  })()
  await Promise.all([...strangers, someoneKnown])
  expect(seen.indexOf('known, after three hops')).toBeLessThanOrEqual(3)
  expect(seen.filter(who => who.startsWith('stranger'))).toEqual([0, 1, 2, 3, 4].map(n => `stranger ${n}`))
})

it('turns away who would wait behind too many, and takes them again when those have gone', async () => {
  const strangers = Array.from({ length: limits.strangersWaiting }, () => strangersTurn())
  await expect(strangersTurn()).rejects.toMatchObject({ problem: { code: 'SERVER_BUSY' } })
  await Promise.all(strangers)
  await expect(strangersTurn()).resolves.toBeUndefined()
})
