import { streamRules, type StreamKind, type StreamTrouble } from '../../core/instruments/judgeReadings'
import { formatNumber } from '../../core/units/formatQuantity'

export const streamNames: Record<StreamKind, string> = {
  'torque-wrench': 'torque wrench',
  scale: 'scale',
  'pump-gauge': 'pump gauge',
  'scan-tool': 'scan tool',
}
const shownUnit: Record<string, string> = { 'N.m': 'N·m', 'lbf.ft': 'lbf·ft', degC: '°C', degF: '°F' }
const unit = (name: string) => shownUnit[name] ?? name

/** What an instrument shows, with its unit. */
export const streamValue = (kind: StreamKind, value: number): string =>
  `${formatNumber(value, kind === 'scale' ? 0 : 1)} ${unit(streamRules[kind].unit)}`

/** Why it is not believed, and what to do. */
export function streamTroubleWords(kind: StreamKind, trouble: StreamTrouble): string {
  const name = `The ${streamNames[kind]}`
  switch (trouble.code) {
    case 'silent':
      return `${name} has said nothing for ${trouble.seconds} s. Switch it on again, or type the value.`
    case 'unit':
      return `${name} speaks in ${unit(trouble.unit)}, not in ${unit(streamRules[kind].unit)}. Change it over, or type the value with its unit.`
    case 'jump':
      return `${name} jumped from ${Number.isFinite(trouble.from) ? streamValue(kind, trouble.from) : 'nothing'} to ${streamValue(kind, trouble.to)}: not to be believed. Measure once more.`
  }
}
