import { expect, it } from 'vitest'
import { millimetres } from '../../core/units/types'
import { hexInHand } from './hexWords'

// An inch is 25.4 mm: 5/8 in is 15.875, 13/16 in 20.6375, 3/4 in 19.05, 9/16 in 14.2875 (arithmetic; SAE and metric sizes as sold).
it.each([
  [16, [], '16 mm (5/8 in goes on tight)'],
  [16, [15.875], '16 mm (5/8 in goes on tight)'],
  [19, [], '19 mm (3/4 in goes on)'],
  // 9/16 is 0.29 mm too wide: it rounds a soft nut, and is not offered.
  [14, [], '14 mm'],
  // What somebody met on such a car is said although no measure would guess it.
  [18, [17], '18 mm (17 mm also seen)'],
  [20.64, [], '13/16 in'],
])('a hex of %s mm, seen as %s too: %s', (hex, alternates, words) => {
  expect(hexInHand(millimetres(hex), alternates.map(millimetres)).replaceAll('\u00a0', ' ')).toBe(words)
})
