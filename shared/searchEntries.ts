import { nearHexes, wrenchFor } from '../core/fittings/nearHexes'
import type { Listed } from '../core/search/pageSheets'
import { tokensOf, tokensOfPlate } from '../core/search/tokens'
import { settleValue } from '../core/sheet/settleContested'
import type { Family, Sheet, System } from '../core/sheet/types'
import type { Millimetres } from '../core/units/types'
import { formatNumber } from '../core/units/formatQuantity'
import { jointWords } from './words/vocabulary'
import { systemSays } from './words/systemSays'

export const searchKinds = ['vehicle', 'customer', 'sheet', 'fitting', 'fluid', 'part', 'note'] as const
export type SearchKind = (typeof searchKinds)[number]
/** One thing that can be found, as it is stored. `ref` names it within its kind. */
export type SearchEntry = { kind: SearchKind; ref: string; sheet?: string; title: string; detail: string; tokens: string[] }

export const familyName = ({ make, model, body }: Pick<Family, 'make' | 'model' | 'body'>) => `${make} ${model} ${body}`
const wrenchName = (hex: Millimetres) => wrenchFor(hex)?.name ?? `${formatNumber(hex, 2)} mm`

/** A sheet, its fittings by hex and kind, its fluid, and every part number on it. */
export function sheetEntries(sheet: Sheet, families: readonly Family[]): SearchEntry[] {
  const cars = families.map(familyName).join(', ')
  const common = [sheet.title, cars, systemSays[sheet.system].name]
  const entry = (kind: SearchKind, ref: string, title: string, detail: string, tokens: string[]): SearchEntry => ({
    kind,
    ref,
    sheet: sheet.id,
    title,
    detail,
    tokens,
  })
  const spec = settleValue(sheet.fluid.spec)
  const parts = new Map<string, string>()
  const add = (number: string | undefined, name: string) => number && !parts.has(number) && parts.set(number, name)
  for (const line of sheet.lines) for (const part of line.parts) add(part.number, part.name)
  for (const joint of sheet.joints) for (const seal of joint.seals) add(seal.part, `${seal.name}, ${joint.name}`)
  for (const hold of sheet.holds) add(hold.part, hold.name)
  for (const operation of sheet.operations)
    for (const fastener of operation.fasteners) add(fastener.part, `${fastener.what}, ${operation.name}`)
  for (const neighbour of sheet.neighbours) for (const part of neighbour.parts) add(part, neighbour.what)
  return [
    entry(
      'sheet',
      sheet.id,
      sheet.title,
      cars,
      tokensOf(
        ...common,
        sheet.summary,
        ...sheet.words,
        ...families.flatMap(family => family.engines.map(engine => engine.name)),
        ...sheet.lines.map(line => line.name),
      ),
    ),
    ...sheet.joints.map(joint => {
      const hexes = [joint.hex.turn, joint.hex.hold, ...joint.hex.alternates].filter(hex => hex !== undefined)
      const sizes = hexes.flatMap(hex => [wrenchName(hex), ...nearHexes(hex).map(near => near.wrench.name)])
      const title = [joint.hex.turn && wrenchName(joint.hex.turn), jointWords[joint.kind]].filter(Boolean).join(' ')
      return entry(
        'fitting',
        joint.id,
        `${title}: ${joint.name}`,
        `${sheet.title}, ${cars}`,
        tokensOf(title, joint.name, joint.thread?.designation, ...sizes, joint.kind, ...common),
      )
    }),
    ...(spec.kind === 'unknown'
      ? []
      : [entry('fluid', spec.value, spec.value, `${sheet.title}, ${cars}`, tokensOf(spec.value, ...common))]),
    ...[...parts].map(([number, name]) =>
      entry('part', number, number, `${name} · ${sheet.title}, ${cars}`, tokensOf(number, name, ...common)),
    ),
  ]
}

/** A sheet that was seen listed only. */
export const headEntry = ({ id, title, appliesTo, system, summary }: Listed & { system: System }): SearchEntry => ({
  kind: 'sheet',
  ref: id,
  sheet: id,
  title,
  detail: appliesTo,
  tokens: tokensOf(title, appliesTo, systemSays[system].name, summary),
})

export function vehicleEntries(
  vehicle: { id: string; plate: string; customer: string; year?: number; engine?: string; vin?: string },
  family: Pick<Family, 'make' | 'model' | 'body' | 'engines'>,
): SearchEntry[] {
  const engine = family.engines.find(candidate => candidate.id === vehicle.engine)?.name
  const vin = vehicle.vin === undefined ? [] : [vehicle.vin.toLowerCase(), vehicle.vin.slice(-6).toLowerCase()]
  return [
    {
      kind: 'vehicle',
      ref: vehicle.id,
      title: vehicle.plate,
      detail: vehicle.customer,
      tokens: [
        ...new Set([...tokensOfPlate(vehicle.plate), ...tokensOf(vehicle.customer, familyName(family), vehicle.year, engine), ...vin]),
      ],
    },
    { kind: 'customer', ref: vehicle.customer.toLowerCase(), title: vehicle.customer, detail: '', tokens: tokensOf(vehicle.customer) },
  ]
}

export function noteEntry(note: { id: string; sheet: string; text: string; by: string }, sheetTitle: string): SearchEntry {
  return {
    kind: 'note',
    ref: note.id,
    sheet: note.sheet,
    title: note.text,
    detail: `${note.by} · ${sheetTitle}`,
    tokens: tokensOf(note.text, note.by, sheetTitle),
  }
}
