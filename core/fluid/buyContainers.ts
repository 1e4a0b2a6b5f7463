import { fail, ok, type Result } from '../result'
import { millilitres, type Millilitres } from '../units/types'

/** A bottle, can or drum as it is sold; money in whatever the shop counts in. */
export type Container = { size: Millilitres; price?: number }
/** What the shop has of one fluid: containers it can buy, what stands open (and since when, YYYY-MM-DD), and its barrel, by the litre. */
export type ShelfFluid = {
  fluid: string
  containers: readonly Container[]
  open?: { left: Millilitres; since?: string }
  bulk?: { pricePerLitre?: number }
}
export type Purchase = {
  fromOpen: Millilitres
  fromBulk: Millilitres
  buy: readonly { size: Millilitres; count: number }[]
  /** What is left over of what is bought. */
  over: Millilitres
  /** Of what is bought, and drawn from the barrel; undefined where a price is not known. */
  price?: number
}
export type PurchaseIssue = { code: 'BUY_NOTHING_OFFERED' } | { code: 'BUY_TOO_MUCH'; most: Millilitres }

/** Nobody buys more for one car, mL, nor more of one size than this, nor looks at more sizes. */
export const mostBought = millilitres(40_000)
export const mostSizes = 5
const mostOfOne = 80

type Choice = { counts: number[]; price: number; volume: number; pieces: number }

/**
 * What to take for a need, mL: what stands open first (where `openIsGood`), then the barrel, else containers: the cheapest where all prices
 * are known, else the least left over; of equals the least left over, then the fewest pieces. Every count of every size is looked at. Fails
 * where nothing is offered that could be bought, and for more than anybody buys.
 */
export function buyContainers(
  need: Millilitres,
  { containers, open, bulk }: ShelfFluid,
  openIsGood: boolean,
): Result<Purchase, PurchaseIssue> {
  if (need > mostBought) return fail({ code: 'BUY_TOO_MUCH', most: mostBought })
  const fromOpen = openIsGood ? Math.min(need, open?.left ?? 0) : 0
  const rest = need - fromOpen
  const nothing = { fromOpen: millilitres(fromOpen), fromBulk: millilitres(0), buy: [], over: millilitres(0) }
  if (rest <= 0) return ok({ ...nothing, price: 0 })
  if (bulk) {
    const { pricePerLitre } = bulk
    return ok({ ...nothing, fromBulk: millilitres(rest), ...(pricePerLitre !== undefined && { price: (pricePerLitre * rest) / 1000 }) })
  }
  const sizes = containers.filter(({ size }) => size > 0).slice(0, mostSizes)
  if (sizes.length === 0) return fail({ code: 'BUY_NOTHING_OFFERED' })
  const isPriced = sizes.every(({ price }) => price !== undefined)
  let best: Choice | undefined
  const isBetter = (one: Choice): boolean => {
    if (!best) return true
    if (isPriced && Math.abs(one.price - best.price) > 1e-9) return one.price < best.price
    return one.volume === best.volume ? one.pieces < best.pieces : one.volume < best.volume
  }
  const walk = (i: number, counts: number[], volume: number, price: number): void => {
    if (isPriced && best && price > best.price + 1e-9) return
    const { size, price: each = 0 } = sizes[i]!
    const enough = Math.min(mostOfOne, Math.max(0, Math.ceil((rest - volume) / size - 1e-9)))
    if (i === sizes.length - 1) {
      const all = [...counts, enough]
      const choice = {
        counts: all,
        price: price + enough * each,
        volume: volume + enough * size,
        pieces: all.reduce((sum, n) => sum + n, 0),
      }
      if (choice.volume >= rest - 1e-9 && isBetter(choice)) best = choice
      return
    }
    for (let n = 0; n <= enough; n++) walk(i + 1, [...counts, n], volume + n * size, price + n * each)
  }
  walk(0, [], 0, 0)
  if (!best) return fail({ code: 'BUY_TOO_MUCH', most: mostBought })
  const { counts, price, volume } = best
  return ok({
    ...nothing,
    buy: sizes.flatMap(({ size }, i) => (counts[i]! > 0 ? [{ size, count: counts[i]! }] : [])),
    over: millilitres(volume - rest),
    ...(isPriced && { price }),
  })
}
