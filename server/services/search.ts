import { queryWords, tokensOf, tokensOfPlate } from '../../core/search/tokens'
import { isMended, nearestWords } from '../../core/search/nearestWords'
import { rankEntries } from '../../core/search/rankEntries'
import { whyFound } from '../../core/search/whyFound'
import { fitOf } from '../../core/sheet/fitOf'
import { limits } from '../../shared/limits'
import type { SearchHit, SearchResult } from '../../shared/schemas/library'
import { searchKinds, type SearchKind } from '../../shared/searchEntries'
import { toApplies } from '../sql/sheets/sheetRows'
import { findEntries, tsquery, type EntryRow } from '../sql/search/findEntries'
import { nearWords } from '../sql/search/nearWords'
import { listSheetsById } from '../sql/sheets/listSheets'
import { listSheetsForFamilies } from '../sql/sheets/listSheetsForFamilies'
import { listVehicles } from '../sql/vehicles/vehicles'
import type { Db } from '../utils/db'
import { toHead, toVehicle } from './sheets'

type Ranked = { entry: EntryRow; score: number; more: number }

/** Fluids and part numbers stand on many sheets: one line each, counting the others. */
function folded(ranked: readonly { entry: EntryRow; score: number }[], kind: SearchKind): Ranked[] {
  const kept = new Map<string, Ranked>()
  ranked.forEach(({ entry, score }, i) => {
    const key = kind === 'fluid' || kind === 'part' ? entry.ref : String(i)
    const known = kept.get(key)
    if (known) known.more++
    else kept.set(key, { entry, score, more: 0 })
  })
  return [...kept.values()].slice(0, limits.searchResults)
}

/**
 * One box for everything: words are mended against the words anything is found by, candidates come from the index by kind, ranking is the
 * core's. When nothing has all the words, what has the most of them is shown. Groups stand by their best hit.
 */
export async function search(db: Db, query: string): Promise<SearchResult> {
  const started = performance.now()
  const words = queryWords(query)
  if (words.length === 0) return { query, hits: [], tookMs: 0, mended: [], partly: false }
  const near = await nearWords(db, words)
  const wanted = words.map(word => ({ word, near: isMended(word, words) ? nearestWords(word, near.get(word) ?? []) : [] }))
  let rows = await findEntries(db, tsquery(wanted, 'all'), limits.searchCandidates)
  const partly = rows.length === 0 && wanted.length > 1
  if (partly) rows = await findEntries(db, tsquery(wanted, 'any'), limits.searchCandidates)
  const groups = searchKinds
    .map(kind => {
      const ranked = folded(
        rankEntries(
          rows.filter(row => row.kind === kind).map(row => ({ ...row, titleTokens: tokensOf(row.title) })),
          wanted,
        ),
        kind,
      )
      return { kind, ranked, best: ranked[0]?.score ?? 0 }
    })
    .filter(group => group.ranked.length > 0)
    .sort((a, b) => b.best - a.best || searchKinds.indexOf(a.kind) - searchKinds.indexOf(b.kind))

  const refs = (kind: SearchKind) => groups.find(group => group.kind === kind)?.ranked.map(({ entry }) => entry.ref) ?? []
  const [vehicles, heads] = await Promise.all([listVehicles(db, refs('vehicle')), listSheetsById(db, refs('sheet'))])
  const forCars = vehicles.length > 0 ? await listSheetsForFamilies(db, [...new Set(vehicles.map(vehicle => vehicle.family))]) : []
  const hits = groups.flatMap(({ kind, ranked }) =>
    ranked.flatMap(({ entry, more }): SearchHit[] => {
      const whyBeside = (...texts: string[]) => whyFound(entry.tokens, wanted, texts.flatMap(tokensOfPlate))
      if (kind === 'vehicle') {
        const row = vehicles.find(vehicle => vehicle.id === entry.ref)
        if (!row) return []
        const vehicle = toVehicle(row)
        const why = whyBeside(vehicle.plate, vehicle.label, vehicle.customer)
        return [
          { kind, why, vehicle, sheets: forCars.filter(head => fitOf({ applies: toApplies(head) }, vehicle) === undefined).map(toHead) },
        ]
      }
      if (kind === 'sheet') {
        const head = heads.find(candidate => candidate.id === entry.ref)
        if (!head) return []
        const sheet = toHead(head)
        return [{ kind, why: whyBeside(sheet.title, sheet.appliesTo, sheet.summary), sheet }]
      }
      const why = whyBeside(entry.title, entry.detail)
      if (kind === 'customer') return [{ kind, why, customer: entry.title }]
      return [{ kind, why, id: entry.ref, title: entry.title, detail: entry.detail, sheet: entry.sheet_id ?? '', more }]
    }),
  )
  return {
    query,
    hits,
    tookMs: Math.round((performance.now() - started) * 10) / 10,
    mended: wanted.filter(({ near: instead }) => instead.length > 0),
    partly,
  }
}
