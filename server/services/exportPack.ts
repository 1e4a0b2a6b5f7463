import { writeCsv, type Cell } from '../../core/exchange/writeCsv'
import { settleValue } from '../../core/sheet/settleContested'
import type { Contested, Pack, Sheet, Window } from '../../core/sheet/types'
import { findFamilies } from '../sql/sheets/families'
import { listSheets } from '../sql/sheets/listSheets'
import type { Db } from '../utils/db'
import { getSheet } from './sheets'

async function sheetsOf(db: Db, ids: string[] | undefined): Promise<Sheet[]> {
  const wanted = ids ?? (await listSheets(db)).map(head => head.id)
  const sheets: Sheet[] = []
  for (const id of [...new Set(wanted)].sort()) sheets.push(await getSheet(db, id))
  return sheets
}

/**
 * The newest revision of each sheet asked for (all, when none is named) with the families they are for: what an import elsewhere needs,
 * and nothing else.
 */
export async function exportPack(db: Db, ids: string[] | undefined, workshop: string): Promise<Pack> {
  const sheets = await sheetsOf(db, ids)
  const families = await findFamilies(db, [...new Set(sheets.flatMap(sheet => sheet.applies.flatMap(applies => applies.families)))])
  return {
    format: 'efferent.pack/1',
    title: sheets.length === 1 ? sheets[0]!.title : `Line sheets of ${workshop || 'this workshop'}`,
    families,
    sheets,
  }
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

export async function fittingsCsv(db: Db, ids: string[] | undefined): Promise<string> {
  const rows = (await sheetsOf(db, ids)).flatMap(sheet =>
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
  return writeCsv(
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
    rows,
  )
}

export async function fluidsCsv(db: Db, ids: string[] | undefined): Promise<string> {
  const rows = (await sheetsOf(db, ids)).flatMap(sheet => {
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
  })
  return writeCsv(
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
    rows,
  )
}
