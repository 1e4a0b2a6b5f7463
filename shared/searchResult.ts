import { isMended, nearestWords } from '../core/search/nearestWords'
import { rankEntries, type Wanted } from '../core/search/rankEntries'
import { queryWords, tokensOf, tokensOfPlate } from '../core/search/tokens'
import { whyFound } from '../core/search/whyFound'
import { fitOf } from '../core/sheet/fitOf'
import type { Family, Sheet } from '../core/sheet/types'
import { limits } from './limits'
import type { SearchHit, SearchResult, SheetHead, VehicleView } from './schemas/library'
import { headEntry, searchKinds, sheetEntries, vehicleEntries, type SearchEntry, type SearchKind } from './searchEntries'

// What is found for the words typed into one box: the same on the server, whose index brings the candidates, and on a device without it.

type Ranked = { entry: SearchEntry; score: number; more: number }
export type Group = { kind: SearchKind; ranked: Ranked[]; best: number }

/** Each word with those a slip may have meant, of the words that `near` knows for it. */
export const wantedOf = (words: readonly string[], near: (word: string) => readonly string[]): { word: string; near: string[] }[] =>
  words.map(word => ({ word, near: isMended(word, words) ? nearestWords(word, near(word)) : [] }))

/** Fluids and part numbers stand on many sheets: one line each, counting the others. */
function folded(ranked: readonly { entry: SearchEntry; score: number }[], kind: SearchKind): Ranked[] {
  const kept = new Map<string, Ranked>()
  ranked.forEach(({ entry, score }, i) => {
    const key = kind === 'fluid' || kind === 'part' ? entry.ref : String(i)
    const known = kept.get(key)
    if (known) known.more++
    else kept.set(key, { entry, score, more: 0 })
  })
  return [...kept.values()].slice(0, limits.searchResults)
}

/** Candidates ranked by kind; the kinds stand by their best. */
export const groupsOf = (entries: readonly SearchEntry[], wanted: readonly Wanted[]): Group[] =>
  searchKinds
    .map(kind => {
      const candidates = entries.filter(entry => entry.kind === kind).map(entry => ({ ...entry, titleTokens: tokensOf(entry.title) }))
      const ranked = folded(rankEntries(candidates, wanted), kind)
      return { kind, ranked, best: ranked[0]?.score ?? 0 }
    })
    .filter(group => group.ranked.length > 0)
    .sort((a, b) => b.best - a.best || searchKinds.indexOf(a.kind) - searchKinds.indexOf(b.kind))

export type Known = {
  vehicle: (id: string) => VehicleView | undefined
  sheet: (id: string) => SheetHead | undefined
  sheetsFor: (vehicle: VehicleView) => SheetHead[]
}
/** What was found as it is shown, each with the words of it that were met and stand nowhere in sight. */
export const hitsOf = (groups: readonly Group[], wanted: readonly Wanted[], known: Known): SearchHit[] =>
  groups.flatMap(({ kind, ranked }) =>
    ranked.flatMap(({ entry, more }): SearchHit[] => {
      const whyBeside = (...texts: string[]) => whyFound(entry.tokens, wanted, texts.flatMap(tokensOfPlate))
      if (kind === 'vehicle') {
        const vehicle = known.vehicle(entry.ref)
        if (!vehicle) return []
        return [{ kind, why: whyBeside(vehicle.plate, vehicle.label, vehicle.customer), vehicle, sheets: known.sheetsFor(vehicle) }]
      }
      if (kind === 'sheet') {
        const sheet = known.sheet(entry.ref)
        return sheet ? [{ kind, why: whyBeside(sheet.title, sheet.appliesTo, sheet.summary), sheet }] : []
      }
      const why = whyBeside(entry.title, entry.detail)
      if (kind === 'customer') return [{ kind, why, customer: entry.title }]
      return [{ kind, why, id: entry.ref, title: entry.title, detail: entry.detail, sheet: entry.sheet ?? '', more }]
    }),
  )

/** What a device has to look in: whole sheets with their families, sheets that it has seen listed only, and cars. */
export type Shelf = {
  sheets: readonly { sheet: Sheet; families: readonly Family[] }[]
  heads: readonly SheetHead[]
  vehicles: readonly VehicleView[]
}

/** The search without a server, over what a device has. One look at each entry for each word. */
export function searchShelf(query: string, { sheets, heads, vehicles }: Shelf): SearchResult {
  const words = queryWords(query)
  const nothing = { query, hits: [], tookMs: 0, mended: [], partly: false }
  if (words.length === 0) return nothing
  const families = new Map(sheets.flatMap(one => one.families.map(family => [family.id, family])))
  const entries = [
    ...sheets.flatMap(one => sheetEntries(one.sheet, one.families)),
    ...heads.filter(head => !sheets.some(one => one.sheet.id === head.id)).map(headEntry),
    // A car of a family that this device knows nothing of is found by what is written of it.
    ...vehicles.flatMap(vehicle =>
      vehicleEntries(vehicle, families.get(vehicle.family) ?? { make: vehicle.label, model: '', body: '', engines: [] }),
    ),
  ]
  const all = [...new Set(entries.flatMap(entry => entry.tokens))]
  const wanted = wantedOf(words, word => (word.length < 3 || all.some(token => token.startsWith(word)) ? [] : all))
  const meets = ({ tokens }: SearchEntry, { word, near }: Wanted) =>
    tokens.some(token => token.startsWith(word)) || near.some(other => tokens.includes(other))
  const whole = entries.filter(entry => wanted.every(word => meets(entry, word)))
  const partly = whole.length === 0 && wanted.length > 1
  const found = partly ? entries.filter(entry => wanted.some(word => meets(entry, word))) : whole
  const head = (id: string) => heads.find(one => one.id === id)
  const hits = hitsOf(groupsOf(found, wanted), wanted, {
    vehicle: id => vehicles.find(vehicle => vehicle.id === id),
    sheet: head,
    sheetsFor: vehicle => sheets.filter(one => fitOf(one.sheet, vehicle) === undefined).flatMap(({ sheet }) => head(sheet.id) ?? []),
  })
  return { ...nothing, hits, mended: wanted.filter(({ near }) => near.length > 0), partly }
}
