import type { TemplateWords } from '../../core/making/templatePages'
import { formatNumber } from '../../core/units/formatQuantity'

/** What stands on the sheets that are printed true to size. */
export const templateWords: TemplateWords = {
  ruler: '100 mm: print at 100 %, then measure this',
  strip: (n, of) => `Strip, sheet ${n} of ${of}`,
  plan: (from, across, down) => `${from === 'above' ? 'From above' : 'From the side'}, sheet ${across} across, ${down} down`,
  mark({ bend, set, turn, clock }) {
    const side = turn < 0 ? 'left' : 'right'
    const turned = bend === 0 ? '' : `, turn ${formatNumber(Math.abs(turn), 0)}° ${side}`
    return `${bend + 1}: set ${formatNumber(set, 1)}°${turned}, clock ${formatNumber(clock, 0)}°`
  },
}
