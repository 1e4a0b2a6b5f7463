import { afterEach, describe, expect, it, vi } from 'vitest'
import { inTurn, ownTurn } from './inTurn'

describe('work that takes its turn', () => {
  afterEach(() => vi.unstubAllGlobals())

  it('that is drawn is on the screen before the next begins', async () => {
    const log: string[] = []
    let frame = () => {}
    const asked = new Promise<void>(resolve => {
      vi.stubGlobal('requestAnimationFrame', (run: () => void) => {
        frame = run
        resolve()
        return 1
      })
    })
    vi.stubGlobal('cancelAnimationFrame', () => {})
    inTurn(() => log.push('part'), true)
    const next = ownTurn().then(() => log.push('next'))
    await asked
    await new Promise(resolve => setTimeout(resolve))
    expect(log).toEqual(['part'])
    log.push('frame')
    frame()
    await next
    expect(log).toEqual(['part', 'frame', 'next'])
  })

  it('runs in the order it was said in, each in a task of its own', async () => {
    const log: string[] = []
    for (const name of ['a', 'b', 'c'])
      inTurn(() => {
        log.push(name)
        // What a task leaves to its microtasks is done before the next has its turn.
        void Promise.resolve().then(() => log.push(`${name} after`))
      })
    log.push('said')
    await ownTurn()
    expect(log).toEqual(['said', 'a', 'a after', 'b', 'b after', 'c', 'c after'])
  })

  it('does not run what was called off, and runs the rest', async () => {
    const log: string[] = []
    const off = inTurn(() => log.push('off'))
    inTurn(() => log.push('on'))
    off()
    await ownTurn()
    off()
    expect(log).toEqual(['on'])
  })

  it('lets what is said in a turn wait for those before it', async () => {
    const log: string[] = []
    inTurn(() => {
      log.push('a')
      inTurn(() => log.push('within a'))
    })
    inTurn(() => log.push('b'))
    await ownTurn()
    await ownTurn()
    expect(log).toEqual(['a', 'b', 'within a'])
  })

  it('goes on after work that failed', async () => {
    const failed = new Promise(resolve => process.once('uncaughtException', resolve))
    const log: string[] = []
    inTurn(() => {
      throw new Error('on purpose')
    })
    inTurn(() => log.push('b'))
    await ownTurn()
    expect(log).toEqual(['b'])
    await expect(failed).resolves.toMatchObject({ message: 'on purpose' })
  })
})
