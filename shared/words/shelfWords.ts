import type { Purchase, PurchaseIssue, ShelfFluid } from '../../core/fluid/buyContainers'
import { mostMonthsOpen } from '../../core/fluid/judgeBottle'
import { stillGood } from '../../core/fluid/onShelf'
import type { Result } from '../../core/result'
import { formatQuantity } from '../../core/units/formatQuantity'
import type { Millilitres } from '../../core/units/types'
import { list } from './vocabulary'

const size = (mL: Millilitres) => (mL >= 1000 ? formatQuantity('volume', mL, 'L') : formatQuantity('volume', mL, 'mL'))
const money = (value: number) => value.toFixed(2)

/** One fluid of the shelf, in a line. */
export function shelfWords({ containers, open, bulk }: ShelfFluid): string {
  const parts = [
    ...containers.map(one => `${size(one.size)}${one.price === undefined ? '' : ` at ${money(one.price)}`}`),
    open && `${size(open.left)} stand open${open.since ? ` since ${open.since}` : ''}`,
    bulk && `from the barrel${bulk.pricePerLitre === undefined ? '' : ` at ${money(bulk.pricePerLitre)} a litre`}`,
  ].filter((part): part is string => !!part)
  return parts.length > 0 ? list(parts) : 'nothing of it here'
}

/** What to take and to buy for a job, and what keeps an open bottle out. */
export function purchaseWords(
  bought: Result<Purchase, PurchaseIssue>,
  fluid: ShelfFluid,
  at: string,
  volume: (mL: Millilitres) => string,
): { takes: string; lines: string[]; cautions: string[] } {
  const isOld = fluid.open !== undefined && !stillGood(fluid, at)
  const cautions = isOld
    ? [
        fluid.open!.since === undefined
          ? 'What stands open has no day on it: brake fluid without one is not poured.'
          : `What stands open has been so for more than ${mostMonthsOpen} months: it is not poured into a brake or a clutch.`,
      ]
    : []
  if (!bought.ok)
    return {
      takes: '',
      lines: [],
      cautions: [
        ...cautions,
        bought.error.code === 'BUY_NOTHING_OFFERED'
          ? `No container of ${fluid.fluid} is on the shelf.`
          : 'That is more than any car takes: look at the amounts again.',
      ],
    }
  const { fromOpen, fromBulk, buy, over, price } = bought.value
  const parts = [
    fromOpen > 0 && `${volume(fromOpen)} of what stands open`,
    fromBulk > 0 && `${volume(fromBulk)} from the barrel`,
    ...buy.map(({ size: each, count }) => `${count} × ${size(each)}`),
  ].filter((part): part is string => !!part)
  return {
    takes: list(parts),
    lines: [
      `${fluid.fluid}: ${list(parts)}.`,
      ...(over >= 1 ? [`${volume(over)} stay in the bottle: write the day on it.`] : []),
      ...(price !== undefined && price > 0 ? [`Costs ${money(price)}.`] : []),
    ],
    cautions,
  }
}
