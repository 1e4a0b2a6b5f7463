import { describe, expect, it } from 'vitest'
import { FairQueue } from './fairQueue'

const full = (each: number, before: number) => new Error(`full at ${each}, after ${before}`)
/** Work that ends when told to, and what was begun in which order. */
function works() {
  const begun: string[] = []
  const ends = new Map<string, () => void>()
  const work = (name: string) => () =>
    new Promise<string>(done => {
      begun.push(name)
      ends.set(name, () => done(name))
    })
  const end = async (name: string) => {
    ends.get(name)!()
    // What is begun by it is begun in the turns of the loop that follow.
    await new Promise(setImmediate)
  }
  return { begun, work, end }
}

describe('a queue with turns', () => {
  it('takes one of each in turn, however much one of them asks for, and knows everybody’s place', async () => {
    const queue = new FairQueue(1, 9, full)
    const { begun, work, end } = works()
    const asked = ['m1', 'm2', 'm3', 'm4'].map(name => queue.run('much', work(name)))
    asked.push(queue.run('one', work('o1')), queue.run('two', work('t1')), queue.run('two', work('t2')))
    expect(queue.placeOf('one')).toBe(2)
    expect(queue.placeOf('nobody')).toBeUndefined()
    // Worked out by hand: running m1, then m2 o1 t1 m3 t2 m4.
    expect([queue.placeOf('much'), queue.placeOf('two')]).toEqual([6, 5])
    await new Promise(setImmediate)
    for (const name of ['m1', 'm2', 'o1', 't1', 'm3', 't2', 'm4']) await end(name)
    expect(begun).toEqual(['m1', 'm2', 'o1', 't1', 'm3', 't2', 'm4'])
    expect(await Promise.all(asked)).toEqual(['m1', 'm2', 'm3', 'm4', 'o1', 't1', 't2'])
  })

  it('refuses only whoever has their share, and gives it back when something is done, fails or is left', async () => {
    const queue = new FairQueue(1, 2, full)
    const { begun, work, end } = works()
    const first = queue.run('much', work('m1'))
    const left = new AbortController()
    const second = queue.run('much', work('m2'), left.signal)
    await expect(queue.run('much', work('m3'))).rejects.toThrow('full at 2, after 1')
    const other = expect(queue.run('one', () => Promise.reject(new Error('a fault')))).rejects.toThrow('a fault')
    left.abort(new Error('gone'))
    await expect(second).rejects.toThrow('gone')
    const third = queue.run('much', work('m4'))
    await end('m1')
    await other
    await new Promise(setImmediate)
    await end('m4')
    expect(await Promise.all([first, third])).toEqual(['m1', 'm4'])
    expect(begun).toEqual(['m1', 'm4'])
    expect(await queue.run('much', () => Promise.resolve('free'))).toBe('free')
  })

  it('works so many together, and never more', async () => {
    const queue = new FairQueue(2, 9, full)
    const { begun, work, end } = works()
    const all = ['a', 'b', 'c', 'd'].map(name => queue.run(name, work(name)))
    await new Promise(setImmediate)
    expect(begun).toEqual(['a', 'b'])
    await end('b')
    expect(begun).toEqual(['a', 'b', 'c'])
    for (const name of ['a', 'c', 'd']) await end(name)
    expect(await Promise.all(all)).toEqual(['a', 'b', 'c', 'd'])
  })
})
