export const sheetSortKeys = ['title', 'system', 'appliesTo', 'revision'] as const
export type SheetSortKey = (typeof sheetSortKeys)[number]

/** What a sheet is listed by. */
export type Listed = { id: string; revision: number; title: string; system: string; summary: string; families: string[]; appliesTo: string }
export type SheetAsk = {
  /** All of these must stand somewhere in it: beginnings and middles of words too. */
  words: string
  systems?: readonly string[]
  family?: string
  id?: string
  by: SheetSortKey
  down: boolean
  from: number
  most: number
}
/** `found`: how many there are of what was asked for; `all` and `systems`: of the whole list, each system with its first sheet by title. */
export type SheetPage<S extends Listed> = {
  sheets: S[]
  found: number
  all: number
  systems: { system: S['system']; count: number; first: S }[]
}

type Row<S> = { sheet: S; text: string; name: string }
/** A list made ready to be asked: texts folded once, each order sorted when it is first wanted. */
export type SheetList<S extends Listed> = {
  rows: readonly Row<S>[]
  orders: Map<string, readonly Row<S>[]>
  systems: SheetPage<S>['systems']
}

const collator = new Intl.Collator('en')
const byTitle = <S extends Listed>(a: Row<S>, b: Row<S>): number =>
  collator.compare(a.sheet.title, b.sheet.title) || (a.sheet.id < b.sheet.id ? -1 : 1)

/** Sheets by title, then id; `nameOf` says a system in words, which it is found and sorted by. n log n in their number, once. */
export function listOfSheets<S extends Listed>(sheets: readonly S[], nameOf: (system: S['system']) => string): SheetList<S> {
  const rows = sheets
    .map(sheet => {
      const name = nameOf(sheet.system)
      return { sheet, name, text: [sheet.id, sheet.title, sheet.summary, sheet.appliesTo, name].join(' ').toLowerCase() }
    })
    .sort(byTitle)
  const bySystem = new Map<string, SheetPage<S>['systems'][number]>()
  for (const { name, sheet } of rows) {
    const { count, first } = bySystem.get(name) ?? { count: 0, first: sheet }
    bySystem.set(name, { system: sheet.system, count: count + 1, first })
  }
  const systems = [...bySystem].sort(([a], [b]) => collator.compare(a, b)).map(([, of]) => of)
  return { rows, systems, orders: new Map([['title up', rows]]) }
}

function ordered<S extends Listed>({ rows, orders }: SheetList<S>, by: SheetSortKey, down: boolean): readonly Row<S>[] {
  const key = `${by} ${down ? 'down' : 'up'}`
  const known = orders.get(key)
  if (known) return known
  const textOf = (row: Row<S>) => (by === 'system' ? row.name : String(row.sheet[by]))
  const upward = (a: Row<S>, b: Row<S>) =>
    by === 'revision' ? a.sheet.revision - b.sheet.revision : collator.compare(textOf(a), textOf(b))
  // Equal ones stay by title whichever way: sorting is stable.
  const sorted = rows.toSorted((a, b) => (down ? upward(b, a) : upward(a, b)))
  orders.set(key, sorted)
  return sorted
}

/** The part of the list that was asked for. One look at each sheet. */
export function pageSheets<S extends Listed>(list: SheetList<S>, ask: SheetAsk): SheetPage<S> {
  const words = ask.words
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)
  const found = ordered(list, ask.by, ask.down).filter(
    ({ sheet, text }) =>
      (!ask.systems || ask.systems.includes(sheet.system)) &&
      (ask.family === undefined || sheet.families.includes(ask.family)) &&
      (ask.id === undefined || sheet.id === ask.id) &&
      words.every(word => text.includes(word)),
  )
  return {
    sheets: found.slice(ask.from, ask.from + ask.most).map(({ sheet }) => sheet),
    found: found.length,
    all: list.rows.length,
    systems: list.systems,
  }
}
