import type { SheetChange } from '../../core/sheet/compareSheets'
import type { Contested, Sheet } from '../../core/sheet/types'
import { formatNumber } from '../../core/units/formatQuantity'

const partWords: Partial<Record<keyof Sheet, string>> = {
  applies: 'Vehicles',
  traits: 'Trait',
  questions: 'Look',
  verdicts: 'Finding',
  ports: 'Port',
  lines: 'Line',
  joints: 'Joint',
  holds: 'Hold',
  operations: 'Part that comes off',
  landmarks: 'Landmark',
  keepouts: 'Keep-out',
  fills: 'Fill point',
  bleeders: 'Bleeder',
  levels: 'Level',
  fluid: 'Fluid',
  bleeding: 'Bleeding',
  proving: 'Proving',
  neighbours: 'Neighbour',
  cautions: 'Cautions',
  notes: 'Notes',
  title: 'Title',
  summary: 'Summary',
  words: 'Search words',
  system: 'System',
}
const fieldWords: Readonly<Record<string, string>> = {
  torque: 'torque',
  hex: 'hex',
  seals: 'seals',
  ways: 'ways to reach it',
  sections: 'course of the line',
  at: 'place',
  centre: 'place',
  when: 'when it is there',
  parts: 'parts',
  withdraw: 'ways out',
  needs: 'what must be off first',
  fasteners: 'fasteners',
  off: 'minutes off',
  on: 'minutes on',
  spec: 'grade',
  capacity: 'capacity',
  temperature: 'temperature',
  leakMinutes: 'leak check time',
  cautions: 'cautions',
  hiddenBy: 'what hides it',
  proofs: 'proofs',
  release: 'how it opens',
  seated: 'how it is seated',
  body: 'shape',
  clearance: 'clearance',
  answers: 'answers',
  minutes: 'minutes',
  engineMayRun: 'engine may run without it',
}
/** Fields whose numbers have a unit, for the short form. */
const unitWords: Readonly<Record<string, string>> = {
  at: 'mm',
  off: 'min',
  on: 'min',
  clearance: 'mm',
  bottle: 'mL',
  capacity: 'mL',
  leakMinutes: 'min',
  torque: 'N·m',
  temperature: '°C',
  minutes: 'min',
}

const isContested = (value: unknown): value is Exclude<Contested<unknown>, 'unknown'> =>
  typeof value === 'object' && value !== null && 'values' in value && Array.isArray(value.values)

/** A value short enough for a sentence, or undefined when only "changed" can be said of it. */
function short(value: unknown, field: string): string | undefined {
  const unit = unitWords[field] ? ` ${unitWords[field]}` : ''
  if (value === undefined) return 'nothing'
  if (value === 'unknown') return 'unknown'
  if (typeof value === 'number') return `${formatNumber(value, 1)}${unit}`
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'string') return value.length <= 60 ? `“${value}”` : undefined
  if (isContested(value)) {
    const said = value.values.map(({ value: one }) => short(one, field)).filter(text => text !== undefined)
    return said.length === value.values.length ? `${said.join(' and ')}${value.settled ? ' (settled)' : ''}` : undefined
  }
  if (typeof value === 'object' && value !== null && 'low' in value && 'high' in value)
    return `${formatNumber(Number(value.low), 1)}–${formatNumber(Number(value.high), 1)}${unit}`
  return undefined
}

const nameOf = (sheet: Sheet, { part, id }: SheetChange): string => {
  const list = sheet[part]
  const item = Array.isArray(list)
    ? (list as readonly { id?: string; name?: string; what?: string; text?: string; component?: string }[]).find(
        candidate => candidate.id === id,
      )
    : undefined
  return item?.name ?? item?.what ?? item?.component ?? item?.text ?? id ?? ''
}

/** One change as a sentence: "Joint Gearbox, upper: torque 16–20 N·m → 17–20 N·m". */
export function changeWords(change: SheetChange, older: Sheet, newer: Sheet): string {
  const part = partWords[change.part] ?? change.part
  const name = nameOf(change.change === 'removed' ? older : newer, change)
  const subject = change.id === undefined ? part : `${part} ${name}`
  if (change.change !== 'changed') return `${subject}: ${change.change}`
  const field = change.field ?? change.part
  const [before, after] = [short(change.before, field), short(change.after, field)]
  const what = change.field === undefined ? '' : ` ${fieldWords[field] ?? field.replace(/([A-Z])/g, ' $1').toLowerCase()}`
  return before !== undefined && after !== undefined ? `${subject}:${what} ${before} → ${after}` : `${subject}:${what} changed`
}
