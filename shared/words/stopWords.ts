import { assertNever } from '../../core/result'
import type { Stop } from '../../core/route/stopsAlong'
import type { Sheet } from '../../core/sheet/types'
import { formatNumber } from '../../core/units/formatQuantity'
import { sheetNames } from './sheetNames'

const mm = (value: number) => `${formatNumber(value, 0)}\u00a0mm`

/** What is at a place along a line: "585 mm: Bracket, cross member". */
export function stopWords(stop: Stop, sheet: Sheet): string {
  const names = sheetNames(sheet)
  const what = (): string => {
    switch (stop.kind) {
      case 'joint':
        return names.joint(stop.id)
      case 'hold':
        return names.hold(stop.id)
      case 'bend':
        return `bend ${formatNumber(stop.degrees, 0)}°, radius ${mm(stop.radius)}`
      case 'close': {
        const keepout = sheet.keepouts.find(keep => keep.id === stop.keepout)
        return `${keepout?.what ?? stop.keepout} ${mm(stop.gap)} away${keepout && stop.gap < keepout.clearance ? `: too close, ${mm(keepout.clearance)} asked` : ''}`
      }
      case 'high':
        return `high point, ${mm(stop.depth)} over its sides: air stays here`
      case 'low':
        return `low point, ${mm(stop.depth)} deep: fluid stays here`
      default:
        return assertNever(stop)
    }
  }
  return `${mm(stop.at)}: ${what()}`
}
