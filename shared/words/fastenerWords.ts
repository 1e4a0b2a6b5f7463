import type { Fastener } from '../../core/sheet/types'
import { formatNumber } from '../../core/units/formatQuantity'

/** "bolt M6 × 25"; what its size names already is not said twice: "worm clamp" */
export const fastenerWords = ({ what, size, length }: Fastener): string =>
  `${size.includes(what) ? size : `${what} ${size}`}${length === undefined || size.includes('×') ? '' : ` × ${formatNumber(length, 0)}`}`

const marks = ['●', '■', '▲', '◆']
/** The mark that a group of bolts has on the part's outline. */
export const boltMark = (group: number): string => marks[group % marks.length]!
