import { glanceSheet, type SheetGlance } from '../../core/sheet/glanceSheet'
import { resolveSheet, type ResolvedSheet } from '../../core/sheet/resolveSheet'
import type { Car, Sheet } from '../../core/sheet/types'
import { reader } from '../../shared/versioned'
import type { SheetHead, VehicleView } from '../../shared/schemas/library'
import type { SheetView } from '../../shared/schemas/sheetView'
import { traitsSchema } from '../../shared/schemas/job'
import { findFamilies, toFamily } from '../sql/sheets/families'
import { findSheet } from '../sql/sheets/findSheet'
import { listSheetsById } from '../sql/sheets/listSheets'
import { toSheet, type SheetHeadRow } from '../sql/sheets/sheetRows'
import type { VehicleRow } from '../sql/vehicles/vehicles'
import { unreadableRow } from '../sql/unreadableRow'
import type { Db } from '../utils/db'
import { Lru } from '../utils/lru'
import { ProblemError } from '../utils/problemError'

// Revisions never change, so a cached one never goes stale.
const cache = new Lru<string, Sheet>(300)

export const sheetUnknown = (id: string, revision?: number) =>
  new ProblemError(
    'SHEET_UNKNOWN',
    `There is no line sheet “${id}”${revision === undefined ? '' : ` in revision ${revision}`}. Look it up again.`,
  )

export async function getSheet(db: Db, id: string, revision?: number): Promise<Sheet> {
  const known = revision === undefined ? undefined : cache.get(`${id}@${revision}`)
  if (known) return known
  const row = await findSheet(db, id, revision)
  if (!row) throw sheetUnknown(id, revision)
  const sheet = toSheet(row)
  cache.set(`${row.id}@${row.revision}`, sheet)
  return sheet
}

export const toHead = (row: SheetHeadRow): SheetHead => ({
  id: row.id,
  revision: row.revision,
  title: row.title,
  system: row.system,
  summary: row.summary,
  families: row.families,
  appliesTo: row.applies_to,
})

export async function getSheetView(db: Db, id: string, revision?: number): Promise<SheetView> {
  const sheet = await getSheet(db, id, revision)
  return { sheet, families: await findFamilies(db, [...new Set(sheet.applies.flatMap(applies => applies.families))]) }
}

export function toVehicle(row: VehicleRow): VehicleView {
  const { make, model, engines } = toFamily(row.family_body)
  const engine = engines.find(candidate => candidate.id === row.engine)?.name
  return {
    id: row.id,
    plate: row.plate,
    customer: row.customer,
    family: row.family,
    label: [`${make} ${model}`, row.year, engine].filter(Boolean).join(' · '),
    year: row.year ?? undefined,
    engine: row.engine ?? undefined,
    vin: row.vin ?? undefined,
    traits: toTraits(row),
  }
}

const readTraits = reader(traitsSchema)
/** What is known of a car as it is stored, held against its schema. */
function toTraits(row: VehicleRow): Record<string, string> {
  const traits = readTraits(row.traits)
  if (traits.ok) return traits.value
  throw unreadableRow(`what is known of vehicle ${row.id}`, traits.error)
}

const glances = new Lru<string, SheetGlance>(2000)
/** Sheets at a glance, the newest revision of each; one that is not here refuses all. */
export async function getGlances(db: Db, ids: readonly string[]): Promise<SheetGlance[]> {
  const heads = new Map((await listSheetsById(db, [...ids])).map(({ id, revision }) => [id, revision]))
  const seen: SheetGlance[] = []
  for (const id of ids) {
    const revision = heads.get(id)
    if (revision === undefined) throw sheetUnknown(id)
    const key = `${id}@${revision}`
    const glance = glances.get(key) ?? glanceSheet(await getSheet(db, id, revision))
    glances.set(key, glance)
    seen.push(glance)
  }
  return seen
}

const whyNot = { family: 'another family', year: 'other years', engine: 'another engine', trait: 'another layout' } as const

/** The sheet for one car, or a problem that says why it is not for it. */
export function resolveFor(sheet: Sheet, car: Car): ResolvedSheet {
  const resolution = resolveSheet(sheet, car)
  if (resolution.applies === 'yes') return resolution.resolved
  throw new ProblemError('SHEET_DOES_NOT_APPLY', `“${sheet.title}” is for ${whyNot[resolution.why]}. Look up the sheet for this vehicle.`, {
    fields: { why: resolution.why },
  })
}
