import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { millilitres } from '../units/types'
import { purchaseWords } from '../../shared/words/shelfWords'
import { buyContainers, type ShelfFluid } from './buyContainers'
import { onShelf, stillGood } from './onShelf'

const mL = millilitres
const shelf = (containers: [size: number, price?: number][], more: Partial<ShelfFluid> = {}): ShelfFluid => ({
  fluid: 'GX-6',
  containers: containers.map(([size, price]) => ({ size: mL(size), ...(price !== undefined && { price }) })),
  ...more,
})

describe('what is on the shelf', () => {
  const at = '2026-11-27T12:00:00Z'
  const of = (fluid: string, since?: string): ShelfFluid => ({ fluid, containers: [], open: { left: mL(200), ...(since && { since }) } })
  it('is the same by name before one that may go in all the same', () => {
    const all = [shelf([[500]], { fluid: 'DOT 5.1' }), shelf([[1000]], { fluid: 'DOT 4' }), shelf([], { fluid: 'GX-6' })]
    expect(onShelf(all, 'dot 4', [])?.fluid).toBe('DOT 4')
    expect(onShelf(all.slice(0, 1), 'DOT 4', [])?.fluid).toBe('DOT 5.1')
    expect(onShelf(all, 'DOT 5', [])).toBeUndefined()
    expect(onShelf(all, 'gearbox oil GX-7', ['GX-6'])?.fluid).toBe('GX-6')
  })
  it('an open bottle of brake fluid needs its day; oil keeps', () => {
    expect(stillGood(of('DOT 4', '2026-11-01'), at)).toBe(true)
    expect(stillGood(of('DOT 4', '2026-01-01'), at)).toBe(false)
    expect(stillGood(of('DOT 4'), at)).toBe(false)
    expect(stillGood(of('GX-6 gearbox fluid'), at)).toBe(true)
    expect(stillGood(shelf([[1000]]), at)).toBe(false)
  })
  it('is said with what keeps an open bottle out', () => {
    const volume = (amount: number) => `${Math.round(amount)} mL`
    const said = (one: ShelfFluid, need: number) => purchaseWords(buyContainers(mL(need), one, stillGood(one, at)), one, at, volume)
    const old = { ...of('DOT 4', '2025-01-01'), containers: [{ size: mL(500), price: 9.5 }] }
    expect(said(old, 300)).toMatchObject({
      lines: ['DOT 4: 1 × 500\u00a0mL.', '200 mL stay in the bottle: write the day on it.', 'Costs 9.50.'],
    })
    expect(said(old, 300).cautions.join()).toContain('more than 6 months')
    expect(said({ ...old, containers: [] }, 300).cautions.join()).toContain('No container of DOT 4')
    expect(said(of('GX-6'), 150)).toEqual({
      takes: '150 mL of what stands open',
      lines: ['GX-6: 150 mL of what stands open.'],
      cautions: [],
    })
  })
})

describe('buyContainers', () => {
  it('takes what is cheapest, not what is largest', () => {
    const offered = shelf([
      [1000, 12],
      [5000, 40],
    ])
    expect(buyContainers(mL(3500), offered, true)).toMatchObject({ value: { buy: [{ size: 5000, count: 1 }], over: 1500, price: 40 } })
    expect(buyContainers(mL(2500), offered, true)).toMatchObject({ value: { buy: [{ size: 1000, count: 3 }], over: 500, price: 36 } })
  })
  it('without prices leaves least over', () =>
    expect(buyContainers(mL(1100), shelf([[1000], [250], [5000]]), true)).toMatchObject({
      value: {
        buy: [
          { size: 1000, count: 1 },
          { size: 250, count: 1 },
        ],
        over: 150,
      },
    }))
  it('uses what stands open first, where that is still good, and then the barrel', () => {
    const open = { left: mL(400) }
    expect(buyContainers(mL(300), shelf([[1000, 9]], { open }), true)).toMatchObject({ value: { fromOpen: 300, buy: [], price: 0 } })
    expect(buyContainers(mL(300), shelf([[1000, 9]], { open }), false)).toMatchObject({
      value: { fromOpen: 0, buy: [{ size: 1000, count: 1 }] },
    })
    expect(buyContainers(mL(900), shelf([[1000, 9]], { open, bulk: { pricePerLitre: 6 } }), true)).toMatchObject({
      value: { fromOpen: 400, fromBulk: 500, buy: [], price: 3 },
    })
  })
  it('says what it cannot do', () => {
    expect(buyContainers(mL(300), shelf([]), true)).toMatchObject({ error: { code: 'BUY_NOTHING_OFFERED' } })
    expect(buyContainers(mL(90_000), shelf([[1000]]), true)).toMatchObject({ error: { code: 'BUY_TOO_MUCH' } })
    expect(buyContainers(mL(30_000), shelf([[1]]), true)).toMatchObject({ error: { code: 'BUY_TOO_MUCH' } })
  })
  it('covers the need, and nothing cheaper does, by trying every count', () => {
    const container = fc.tuple(fc.constantFrom(250, 500, 1000, 2000, 5000), fc.integer({ min: 1, max: 60 }))
    fc.assert(
      fc.property(
        fc.uniqueArray(container, { minLength: 1, maxLength: 3, selector: ([size]) => size }),
        fc.integer({ min: 1, max: 6000 }),
        (offered, need) => {
          const found = buyContainers(mL(need), shelf(offered), false)
          if (!found.ok) throw new Error(found.error.code)
          const bought = found.value.buy.reduce((sum, { size, count }) => sum + size * count, 0)
          expect(bought).toBeGreaterThanOrEqual(need)
          expect(bought - need).toBeCloseTo(found.value.over, 9)
          let cheapest = Infinity
          const counts = offered.map(([size]) => Math.ceil(need / size) + 1)
          for (let a = 0; a < counts[0]!; a++)
            for (let b = 0; b < (counts[1] ?? 1); b++)
              for (let c = 0; c < (counts[2] ?? 1); c++) {
                const sum = (which: 0 | 1) => [a, b, c].reduce((total, n, i) => total + n * (offered[i]?.[which] ?? 0), 0)
                if (sum(0) >= need) cheapest = Math.min(cheapest, sum(1))
              }
          expect(found.value.price).toBeCloseTo(cheapest, 9)
        },
      ),
    )
  })
})
