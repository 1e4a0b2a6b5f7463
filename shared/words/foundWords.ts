import type { Found } from '../../core/sheet/observation'
import { formatEntered, formatNumber } from '../../core/units/formatQuantity'

/** What somebody met on the car and the sheet did not know. */
export function foundWords(found: Found): string {
  switch (found.what) {
    case 'hex':
      return `a ${formatEntered('length', found.entered)} wrench fits`
    case 'torque':
      return `${formatEntered('torque', found.entered)} by the maker’s information`
    case 'length':
      return `measures ${formatEntered('length', found.entered)}`
    case 'count':
      return `${found.count} fasteners`
    case 'minutes':
      return `took ${formatNumber(found.minutes, 0)} min`
    case 'note':
      return found.text
  }
}
