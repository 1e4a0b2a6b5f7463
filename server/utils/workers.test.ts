import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, describe, expect, it } from 'vitest'
import { openPool } from './workers'

const folder = mkdtempSync(join(tmpdir(), 'efferent-pool-'))
const filename = join(folder, 'worker.mjs')
writeFileSync(
  filename,
  `const acts = {
    double: input => ({ value: input * 2 }),
    refuse: () => ({ problem: { code: 'COMPUTE_REFUSED', detail: 'no such thing' } }),
    fail: () => { throw new TypeError('a fault of ours') },
    spin: () => { for (;;); },
    hoard: () => { const all = []; for (;;) all.push(new Array(1e5).fill({})); },
    wait: ({ gate }) => { Atomics.wait(new Int32Array(gate), 0, 0); return { value: 'woken' } },
  }
  export default ({ name, input }) => acts[name](input)`,
)
const pools: ReturnType<typeof openPool>[] = []
function poolOf(bounds: Partial<Parameters<typeof openPool>[1]> = {}) {
  const pool = openPool(filename, { each: 2, milliseconds: 20_000, heapMb: 64, threads: 1, kept: 1, nice: 0, ...bounds })
  pools.push(pool)
  return pool
}
afterEach(() => Promise.all(pools.splice(0).map(pool => pool.close())))
afterAll(() => rmSync(folder, { recursive: true }))

describe('the worker pool', () => {
  it('gives back what was made, and a refusal with its code', async () => {
    const pool = poolOf()
    expect(await pool.run('double', 21)).toBe(42)
    await expect(pool.run('refuse', 0)).rejects.toMatchObject({ problem: { code: 'COMPUTE_REFUSED', detail: 'no such thing' } })
    await expect(pool.run('fail', 0)).rejects.toThrow('a fault of ours')
  })

  it('ends what takes too long, says so, and works on', async () => {
    const pool = poolOf({ milliseconds: 300 })
    await expect(pool.run('spin', 0)).rejects.toMatchObject({ problem: { code: 'COMPUTE_TOO_LONG' } })
    const after = poolOf()
    expect(await after.run('double', 1)).toBe(2)
  })

  it('ends what takes too much memory, and works on', async () => {
    const pool = poolOf()
    await expect(pool.run('hoard', 0)).rejects.toMatchObject({ problem: { code: 'COMPUTE_TOO_LONG' } })
    expect(await pool.run('double', 4)).toBe(8)
  }, 60_000)

  it('turns away what is beyond one’s share, and nobody else', async () => {
    const pool = poolOf()
    const gate = new SharedArrayBuffer(4)
    const mine = { person: 'one who asks for much' }
    const [held, queued] = [pool.run('wait', { gate }, mine), pool.run('double', 5, mine)]
    await expect(pool.run('double', 6, mine)).rejects.toMatchObject({
      problem: { code: 'SERVER_BUSY', status: 429, detail: expect.stringMatching(/^2 things .* for 1 others/) },
    })
    const other = pool.run('double', 7, { person: 'another' })
    expect([pool.placeOf(mine.person), pool.placeOf('another'), pool.placeOf('nobody')]).toEqual([1, 2, undefined])
    Atomics.store(new Int32Array(gate), 0, 1)
    Atomics.notify(new Int32Array(gate), 0)
    expect(await Promise.all([held, queued, other])).toEqual(['woken', 10, 14])
  })

  it('does not work for whoever has left', async () => {
    const pool = poolOf()
    const left = new AbortController()
    const asked = pool.run('spin', 0, { gone: left.signal })
    left.abort()
    await expect(asked).rejects.toMatchObject({ problem: { code: 'SERVER_BUSY' } })
    expect(await pool.run('double', 3)).toBe(6)
  })
})
