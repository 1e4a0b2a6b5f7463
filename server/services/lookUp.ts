import { resolveSheet } from '../../core/sheet/resolveSheet'
import { traitsImplied } from '../../core/sheet/evaluatePredicate'
import { limits } from '../../shared/limits'
import type { SearchHit, SearchResult, SheetHead, VehicleView } from '../../shared/schemas/api'
import { findFamily } from '../sql/sheets/families'
import { listSheetsForFamilies } from '../sql/sheets/listSheetsForFamilies'
import { searchSheets } from '../sql/sheets/searchSheets'
import { addVehicleTraits, findVehicle, insertVehicle, listVehiclesOfFamilies, searchVehicles, type VehicleRow } from '../sql/vehicles/vehicles'
import { isUniqueViolation, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'
import { familySearch } from './importPack'
import { getSheet, toHead } from './sheets'

export function toVehicle(row: VehicleRow): VehicleView {
  const { make, model, engines } = row.family_body
  const engine = engines.find(candidate => candidate.id === row.engine)?.name
  return {
    id: row.id, plate: row.plate, customer: row.customer, family: row.family, label: [`${make} ${model}`, row.year, engine].filter(Boolean).join(' · '),
    year: row.year ?? undefined, engine: row.engine ?? undefined, traits: row.traits,
  }
}

/** ILIKE reads % and _ as wildcards; a person typing them means the characters. */
const escapeLike = (text: string) => text.replace(/[\\%_]/g, character => `\\${character}`)

/** Part of a vehicle, a plate, a customer or "cooler lines" → vehicles with the sheets that fit them, then sheets. */
export async function lookUp(db: Db, query: string): Promise<SearchResult> {
  const started = performance.now()
  const text = query.trim().toLowerCase()
  const words = text.split(/\s+/).filter(Boolean).map(escapeLike)
  if (words.length === 0) return { query, hits: [], tookMs: 0 }
  const [vehicles, sheets] = await Promise.all([
    searchVehicles(db, { words, plate: escapeLike(text.replace(/\s+/g, '')), query: text, limit: limits.searchResults }),
    searchSheets(db, { words, query: text, limit: limits.searchResults }),
  ])
  const heads = await listSheetsForFamilies(db, [...new Set(vehicles.map(vehicle => vehicle.family))])
  const hits: SearchHit[] = [
    ...vehicles.map((vehicle): SearchHit => ({ kind: 'vehicle', vehicle: toVehicle(vehicle), sheets: heads.filter(head => head.families.includes(vehicle.family)).map(toHead) })),
    ...sheets.map((sheet): SearchHit => ({ kind: 'sheet', sheet: toHead(sheet) })),
  ]
  return { query, hits, tookMs: Math.round((performance.now() - started) * 10) / 10 }
}

export async function getVehicle(db: Db, id: string): Promise<VehicleView> {
  const row = await findVehicle(db, id)
  if (!row) throw new ProblemError('VEHICLE_UNKNOWN', 'This vehicle is not known here. Look it up again, or add it.')
  return toVehicle(row)
}

/** Customers' vehicles a sheet may be opened for, and the sheets for a vehicle. */
export async function listVehiclesForSheet(db: Db, sheetId: string): Promise<VehicleView[]> {
  const sheet = await getSheet(db, sheetId)
  const rows = await listVehiclesOfFamilies(db, [...new Set(sheet.applies.flatMap(applies => applies.families))], 200)
  return rows.map(toVehicle).filter(vehicle => resolveSheet(sheet, vehicle).applies === 'yes')
}

export async function listSheetsForVehicle(db: Db, vehicle: VehicleView): Promise<SheetHead[]> {
  return (await listSheetsForFamilies(db, [vehicle.family])).map(toHead)
}

export async function addVehicle(db: Db, vehicle: { plate: string; customer: string; family: string; year?: number; engine?: string }): Promise<VehicleView> {
  const family = await findFamily(db, vehicle.family)
  if (!family) throw new ProblemError('FAMILY_UNKNOWN', `There is no vehicle family “${vehicle.family}”. Import its pack first.`, { errors: [{ path: 'family', message: 'not known' }] })
  if (vehicle.engine && !family.engines.some(engine => engine.id === vehicle.engine)) {
    throw new ProblemError('REQUEST_BODY', `The ${family.make} ${family.model} has no such engine. Choose one from the list.`, { errors: [{ path: 'engine', message: 'not an engine of this family' }] })
  }
  const search = [vehicle.plate, vehicle.plate.replace(/\s+/g, ''), vehicle.customer, familySearch(family), vehicle.year ?? ''].join(' ').toLowerCase()
  try {
    return await getVehicle(db, await insertVehicle(db, { ...vehicle, search }))
  } catch (error) {
    if (isUniqueViolation(error, 'vehicles_plate_key')) throw new ProblemError('VEHICLE_PLATE_TAKEN', `${vehicle.plate} is here already. Look it up by its plate.`, { errors: [{ path: 'plate', message: 'already known' }] })
    throw error
  }
}

/** One look at the car, kept with the customer's vehicle: nobody has to look twice. */
export async function learnTrait(db: Db, vehicleId: string, answer: { sheet: string; question: string; answer: string }): Promise<VehicleView> {
  const sheet = await getSheet(db, answer.sheet)
  const implied = sheet.questions.find(question => question.id === answer.question)?.answers.find(candidate => candidate.id === answer.answer)?.implies
  if (!implied) throw new ProblemError('REQUEST_BODY', 'The sheet does not ask that. Reload the sheet.', { errors: [{ path: 'question', message: 'not on this sheet' }] })
  await getVehicle(db, vehicleId)
  await addVehicleTraits(db, vehicleId, traitsImplied(implied))
  return getVehicle(db, vehicleId)
}
