import { expect, it } from 'vitest'
import { Shelf } from '../../tests/helpers/shelf'
import { forgetRun, keepRun, unsentRuns, type UnsentRun } from './unsentRuns'

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const run = (n: number, by = 1): UnsentRun => ({
  by: uuid(by),
  request: { id: uuid(n), scenario: 'dry-line', verdict: 'bled', acts: [{ ms: 400, presses: true, bleeder: 0, inJar: true }] },
})

it('a run stays on the device, its author’s, until it is let go by its own name', () => {
  const shelf = new Shelf() as unknown as Storage
  keepRun(shelf, run(7))
  keepRun(shelf, run(8, 2))
  expect(unsentRuns(shelf)).toEqual([run(7), run(8, 2)])
  forgetRun(shelf, uuid(9))
  forgetRun(shelf, uuid(7))
  expect(unsentRuns(shelf)).toEqual([run(8, 2)])
})
it.each(['not json', '{}', '[{"by":"x"}]', '[{"by":1,"request":{}}]'])('what somebody else wrote there (%s) is none', text => {
  const shelf = new Shelf() as unknown as Storage
  shelf.setItem('efferent.practice', text)
  expect(unsentRuns(shelf)).toEqual([])
  keepRun(shelf, run(7))
  expect(unsentRuns(shelf)).toHaveLength(1)
})
