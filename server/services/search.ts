import { queryWords } from '../../core/search/tokens'
import { fitOf } from '../../core/sheet/fitOf'
import { limits } from '../../shared/limits'
import type { SearchResult } from '../../shared/schemas/library'
import { groupsOf, hitsOf, wantedOf } from '../../shared/searchResult'
import type { SearchKind } from '../../shared/searchEntries'
import { findEntries, tsquery } from '../sql/search/findEntries'
import { nearWords } from '../sql/search/nearWords'
import { listSheetsById } from '../sql/sheets/listSheets'
import { listSheetsForFamilies } from '../sql/sheets/listSheetsForFamilies'
import { toApplies } from '../sql/sheets/sheetRows'
import { listVehicles } from '../sql/vehicles/vehicles'
import type { Db } from '../utils/db'
import { toHead, toVehicle } from './sheets'

/**
 * One box for everything: words are mended against the words anything is found by, candidates come from the index by kind, ranking is the
 * core's. When nothing has all the words, what has the most of them is shown. Groups stand by their best hit.
 */
export async function search(db: Db, query: string): Promise<SearchResult> {
  const started = performance.now()
  const words = queryWords(query)
  if (words.length === 0) return { query, hits: [], tookMs: 0, mended: [], partly: false }
  const near = await nearWords(db, words)
  const wanted = wantedOf(words, word => near.get(word) ?? [])
  let entries = await findEntries(db, tsquery(wanted, 'all'), limits.searchCandidates)
  const partly = entries.length === 0 && wanted.length > 1
  if (partly) entries = await findEntries(db, tsquery(wanted, 'any'), limits.searchCandidates)
  const groups = groupsOf(entries, wanted)

  const refs = (kind: SearchKind) => groups.find(group => group.kind === kind)?.ranked.map(({ entry }) => entry.ref) ?? []
  const [vehicles, heads] = await Promise.all([listVehicles(db, refs('vehicle')), listSheetsById(db, refs('sheet'))])
  const forCars = vehicles.length > 0 ? await listSheetsForFamilies(db, [...new Set(vehicles.map(vehicle => vehicle.family))]) : []
  const hits = hitsOf(groups, wanted, {
    vehicle: id => vehicles.filter(row => row.id === id).map(toVehicle)[0],
    sheet: id => heads.filter(head => head.id === id).map(toHead)[0],
    sheetsFor: vehicle => forCars.filter(head => fitOf({ applies: toApplies(head) }, vehicle) === undefined).map(toHead),
  })
  return {
    query,
    hits,
    tookMs: Math.round((performance.now() - started) * 10) / 10,
    mended: wanted.filter(({ near: instead }) => instead.length > 0),
    partly,
  }
}
