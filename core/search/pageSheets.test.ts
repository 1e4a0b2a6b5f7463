import { describe, expect, it } from 'vitest'
import { seededInteger } from '../../tests/helpers/seededInteger'
import { listOfSheets, pageSheets, sheetSortKeys, type Listed, type SheetAsk, type SheetSortKey } from './pageSheets'

const head = (id: string, title: string, system: string, appliesTo: string, revision: number): Listed => ({
  id,
  title,
  system,
  summary: `about ${id}`,
  families: [appliesTo.toLowerCase()],
  appliesTo,
  revision,
})
const sheets = [
  head('b', 'Cooler lines', 'transmission-cooler', 'Ondrel Halyard', 10),
  head('a', 'Cooler lines', 'transmission-cooler', 'Tolvane Fulmar', 9),
  head('c', 'Brake hose', 'brake', 'Ondrel Wherry', 2),
]
const nameOf = (system: string) => (system === 'brake' ? 'Stopping' : 'Gearbox cooling')
const all: SheetAsk = { words: '', by: 'title', down: false, from: 0, most: 100 }
const page = (ask: Partial<SheetAsk> = {}, of: readonly Listed[] = sheets) => pageSheets(listOfSheets(of, nameOf), { ...all, ...ask })
const ids = (ask: Partial<SheetAsk>) => page(ask).sheets.map(({ id }) => id)

describe('sheets of a library', () => {
  it.each<[SheetSortKey, boolean, string[]]>([
    ['title', false, ['c', 'a', 'b']],
    ['title', true, ['a', 'b', 'c']],
    ['appliesTo', false, ['b', 'c', 'a']],
    ['revision', false, ['c', 'a', 'b']],
    ['revision', true, ['b', 'a', 'c']],
    ['system', false, ['a', 'b', 'c']],
  ])('by %s, the other way: %s', (by, down, expected) => expect(ids({ by, down })).toEqual(expected))

  it('of a system, a family, by its id, and with all the words wherever they stand', () => {
    expect(ids({ systems: ['brake'] })).toEqual(['c'])
    expect(ids({ systems: [] })).toEqual([])
    expect(ids({ family: 'tolvane fulmar' })).toEqual(['a'])
    expect(ids({ id: 'b' })).toEqual(['b'])
    expect(ids({ words: 'ondrel  COOLER' })).toEqual(['b'])
    expect(ids({ words: 'ondrel cooler wherry' })).toEqual([])
    expect(ids({ words: 'stopping' })).toEqual(['c'])
    // As a title and its cars are written together, the last letter gone again.
    expect(ids({ words: 'Cooler lines, Ondrel Halyar' })).toEqual(['b'])
  })

  it('what lines carry is counted over the whole list, in the order of its words, each with its first sheet by title', () => {
    const { systems, found, all: whole } = page({ words: 'wherry', most: 0 })
    expect(systems.map(({ system, count, first }) => [system, count, first.id])).toEqual([
      ['transmission-cooler', 2, 'a'],
      ['brake', 1, 'c'],
    ])
    expect([found, whole]).toEqual([1, 3])
    expect(page({}, [])).toEqual({ sheets: [], found: 0, all: 0, systems: [] })
  })

  it('pages put together are the whole list, each sheet once, whatever the order', () => {
    const pick = seededInteger(9)
    const many = Array.from({ length: 203 }, (_, i) => head(`s${i}`, `T${pick(20)}`, pick(2) ? 'brake' : 'clutch', `F${pick(9)}`, pick(5)))
    for (const by of sheetSortKeys)
      for (const down of [false, true]) {
        const pages = Array.from({ length: 6 }, (_, i) => page({ by, down, from: i * 40, most: 40 }, many).sheets).flat()
        expect(pages.map(({ id }) => id).toSorted()).toEqual(many.map(({ id }) => id).toSorted())
        expect(pages).toEqual(page({ by, down, most: 500 }, many).sheets)
      }
  })

  it('leaves the list it was given as it was', () => {
    const before = [...sheets]
    ids({ by: 'revision' })
    expect(sheets).toEqual(before)
  })
})
