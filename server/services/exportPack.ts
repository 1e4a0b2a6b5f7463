import { csvLines, type Cell } from '../../core/exchange/writeCsv'
import { writePackInParts } from '../../core/exchange/writePack'
import { settleValue } from '../../core/sheet/settleContested'
import type { Contested, Sheet, Window } from '../../core/sheet/types'
import { findFamilies } from '../sql/sheets/families'
import { listSheets, listSheetsById } from '../sql/sheets/listSheets'
import type { SheetHeadRow } from '../sql/sheets/sheetRows'
import type { Db } from '../utils/db'
import { getSheet, sheetUnknown } from './sheets'

/** Which sheets are asked for, all when none is named; one that is not here is said before anything is sent. */
async function headsOf(db: Db, ids: string[] | undefined): Promise<SheetHeadRow[]> {
  const heads = ids ? await listSheetsById(db, ids) : await listSheets(db)
  const missing = ids?.find(id => heads.every(head => head.id !== id))
  if (missing !== undefined) throw sheetUnknown(missing)
  return heads.toSorted((a, b) => (a.id < b.id ? -1 : 1))
}

/**
 * The newest revision of each sheet asked for with the families they are for: what an import elsewhere needs, and nothing else. Sheet by
 * sheet, so that a library of any length holds nobody up and lies nowhere whole.
 */
export async function exportPack(db: Db, ids: string[] | undefined, workshop: string): Promise<AsyncIterable<string>> {
  const heads = await headsOf(db, ids)
  const families = await findFamilies(db, [...new Set(heads.flatMap(head => head.families))])
  const title = heads.length === 1 ? heads[0]!.title : `Line sheets of ${workshop || 'this workshop'}`
  const parts = writePackInParts({ format: 'efferent.pack/1', title, families })
  return (async function* () {
    yield parts.open
    for (const [i, { id }] of heads.entries()) yield parts.sheet(await getSheet(db, id), i === 0)
    yield parts.close(heads.length === 0)
  })()
}

/** A table over all sheets asked for, sheet by sheet. */
async function exportCsv(
  db: Db,
  ids: string[] | undefined,
  header: readonly string[],
  rowsOf: (sheet: Sheet) => Cell[][],
): Promise<AsyncIterable<string>> {
  const heads = await headsOf(db, ids)
  return (async function* () {
    yield csvLines([header])
    for (const { id } of heads) yield csvLines(rowsOf(await getSheet(db, id)))
  })()
}

/** One row per value: contested values stay side by side, with the source of each. */
function valueRows<T>(contested: Contested<T> | undefined, cells: (value: T | undefined) => Cell[]): Cell[][] {
  if (contested === undefined || contested === 'unknown') return [[...cells(undefined), undefined, undefined, undefined, undefined]]
  const settled = contested.settled?.index
  return contested.values.map((sourced, i) => [
    ...cells(sourced.value),
    sourced.source,
    sourced.citation,
    sourced.date,
    settled === undefined ? undefined : i === settled ? 'yes' : 'no',
  ])
}

export const fittingsCsv = (db: Db, ids: string[] | undefined): Promise<AsyncIterable<string>> =>
  exportCsv(
    db,
    ids,
    [
      'sheet',
      'revision',
      'line',
      'joint',
      'name',
      'kind',
      'thread',
      'hex_turn_mm',
      'hex_hold_mm',
      'seals',
      'snug_then_degrees',
      'torque_low_nm',
      'torque_high_nm',
      'source',
      'citation',
      'date',
      'settled',
    ],
    sheet =>
      sheet.joints.flatMap(joint =>
        valueRows<Window<number>>(joint.torque, window => [
          sheet.id,
          sheet.revision,
          joint.line,
          joint.id,
          joint.name,
          joint.kind,
          joint.thread?.designation,
          joint.hex.turn,
          joint.hex.hold,
          joint.seals.map(seal => `${seal.count} x ${seal.name}${seal.part ? ` ${seal.part}` : ''}`).join('; '),
          joint.turn?.snugThen,
          window?.low,
          window?.high,
        ]),
      ),
  )

export const fluidsCsv = (db: Db, ids: string[] | undefined): Promise<AsyncIterable<string>> =>
  exportCsv(
    db,
    ids,
    [
      'sheet',
      'revision',
      'system',
      'grade',
      'capacity_ml',
      'bottle_ml',
      'expansion_per_kelvin',
      'mixes_with',
      'bleeding',
      'source',
      'citation',
      'date',
      'settled',
    ],
    sheet => {
      const capacity = settleValue(sheet.fluid.capacity)
      return valueRows(sheet.fluid.spec, spec => [
        sheet.id,
        sheet.revision,
        sheet.system,
        spec,
        capacity.kind === 'unknown' ? undefined : capacity.value,
        sheet.fluid.bottle,
        sheet.fluid.expansionPerKelvin,
        sheet.fluid.mixesWith.join('; '),
        sheet.bleeding.allowed.join('; '),
      ])
    },
  )
