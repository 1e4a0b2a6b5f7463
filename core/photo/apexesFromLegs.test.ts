import { expect, it } from 'vitest'
import { apexesFromLegs } from './apexesFromLegs'

it('ends as they are, apexes where legs meet beyond their ends; none where they run on', () => {
  expect(
    apexesFromLegs([
      [
        [0, 0],
        [80, 0],
      ],
      [
        [100, 20],
        [100, 90],
      ],
      [
        [100, 120],
        [100.5, 200],
      ],
    ]),
  ).toEqual([[0, 0], [100, 0], undefined, [100.5, 200]])
  expect(apexesFromLegs([])).toEqual([])
})
