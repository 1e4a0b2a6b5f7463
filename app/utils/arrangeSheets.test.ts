import { describe, expect, it } from 'vitest'
import type { SheetHead } from '#shared/schemas/library'
import { arrangeSheets, type SortKey } from './arrangeSheets'

const head = (id: string, title: string, system: string, appliesTo: string, revision: number): SheetHead => ({
  id,
  title,
  system,
  summary: `about ${id}`,
  families: [],
  appliesTo,
  revision,
})
const sheets = [
  head('b', 'Cooler lines', 'transmission-cooler', 'Ondrel Halyard', 10),
  head('a', 'Cooler lines', 'transmission-cooler', 'Tolvane Fulmar', 9),
  head('c', 'Brake hose', 'brake', 'Ondrel Wherry', 2),
]
const ids = (by: SortKey, down = false, more = {}) => arrangeSheets(sheets, { by, down, ...more }).map(({ id }) => id)

describe('sheets of the library', () => {
  it.each<[SortKey, boolean, string[]]>([
    ['title', false, ['c', 'a', 'b']],
    ['title', true, ['a', 'b', 'c']],
    ['appliesTo', false, ['b', 'c', 'a']],
    ['revision', false, ['c', 'a', 'b']],
    ['revision', true, ['b', 'a', 'c']],
    ['system', false, ['c', 'a', 'b']],
  ])('by %s, the other way: %s', (by, down, expected) => expect(ids(by, down)).toEqual(expected))

  it('of a system, and with all the words wherever they stand', () => {
    expect(ids('title', false, { system: 'brake' })).toEqual(['c'])
    expect(ids('title', false, { filter: 'ondrel  COOLER' })).toEqual(['b'])
    expect(ids('title', false, { filter: 'ondrel cooler wherry' })).toEqual([])
    expect(ids('title', false, { filter: 'fulmar' })).toEqual(['a'])
  })

  it('leaves the list it was given as it was', () => {
    const before = [...sheets]
    ids('revision')
    expect(sheets).toEqual(before)
  })
})
