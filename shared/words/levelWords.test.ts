import { expect, it } from 'vitest'
import { everyDemoCar } from '../../tests/helpers/demo'
import { isSealedSet } from '../../core/sheet/isSealedSet'
import { levelReadings } from '../../core/job/types'
import { levelChoices } from './levelWords'

it('every reading can be said where there is fluid to read; a set that came sealed knows no foam', () => {
  const sheets = everyDemoCar().map(({ sheet }) => sheet)
  const sealed = sheets.find(isSealedSet)!
  const open = sheets.find(sheet => !isSealedSet(sheet))!
  expect(
    levelChoices(open)
      .map(({ id }) => id)
      .sort(),
  ).toEqual([...levelReadings].sort())
  expect(levelChoices(sealed).map(({ id }) => id)).not.toContain('foam')
  expect(levelChoices(sealed).every(({ text }) => !/mark|Foam/.test(text))).toBe(true)
})
