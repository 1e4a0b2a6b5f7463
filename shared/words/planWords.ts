import type { GoalRef } from '../../core/plan/goals/goalKinds'
import type { Alternative } from '../../core/plan/search/listAlternatives'
import type { PlanInputs } from '../../core/plan/planInputs'
import type { Service } from '../../core/plan/goals/services'
import type { NeighbourWeight } from '../../core/plan/search/weighNeighbours'
import type { Sheet } from '../../core/sheet/types'
import { formatNumber } from '../../core/units/formatQuantity'
import { sheetNames } from './sheetNames'
import { list, plural } from './vocabulary'

/** What a goal is about, for a person. */
export function goalWords({ kind, target: id }: GoalRef, sheet: Sheet): string {
  const name = sheetNames(sheet)
  switch (kind) {
    case 'joint':
      return name.joint(id)
    case 'hold':
      return name.hold(id)
    case 'withdraw':
      return `${name.line(id)}, out and in`
    case 'level':
      return name.level(id)
    case 'bleed':
      return id === sheet.id ? 'turning from lock to lock' : name.bleeder(id)
    case 'turn':
      return 'turning with the engine idling'
    case 'fill':
      return sheet.fills.length > 1 ? 'filling' : name.fill(id)
    case 'renew':
      return name.neighbour(id)
    case 'isolate':
      return name.operation(id)
  }
}

const minutes = (value: number) => `${formatNumber(Math.abs(value), 1)} min`

/** Why the runner-up lost, in one sentence. */
export function whyWords({ more, moreRisk, moreMoves, adds, spares }: Alternative, sheet: Sheet): string {
  const name = sheetNames(sheet)
  if (more < 0.05) return 'just as quick; this one stands first on the sheet.'
  const because = [
    adds.length > 0 && `takes off ${list(adds.map(name.operation))} as well`,
    spares.length > 0 && `spares ${list(spares.map(name.operation))}`,
    moreMoves > 0 && `${plural(moreMoves, 'more move')} of the car`,
    moreRisk > 0.05 && `${minutes(moreRisk)} of that for the risk`,
  ].filter(Boolean)
  return `${minutes(more)} more${because.length > 0 ? `: ${because.join(', ')}` : ''}.`
}

type Weighed = { now: number; later: number; years: number; chance?: number }
/** What was on the table when a neighbour was decided on. */
export function weighedWords({ now, later, years, chance }: Weighed): string {
  const times = `${minutes(now)} now, ${minutes(later)} alone later`
  return chance === undefined ? times : `${times}, ${formatNumber(chance * 100, 0)} % in ${plural(years, 'year')} (judgement)`
}

/** One sentence of reason for a neighbour. */
export function neighbourWords(weight: NeighbourWeight, sheet: Sheet, years: number): string {
  const { now, later, chance, found, saved, unobtainable } = weight
  const name = sheetNames(sheet)
  const [gone] = unobtainable
  if (gone) return `Better not: ${name.joint(gone.joint)} would be opened, and its ${name.seal(gone.seal)} is no longer sold.`
  if (now === undefined || later === undefined) return 'The sheet does not say how it is reached.'
  const weighed = weighedWords({ now, later, years, chance })
  if (chance === undefined) return `${weighed}. Nobody has judged how long it lasts.`
  const unseen = found === undefined ? ' Weighed as an aged one: nobody has looked at it yet.' : ''
  return `${weighed}: ${(saved ?? 0) > 0 ? 'doing it now is the cheaper bet' : 'it can wait'}.${unseen}`
}

export const serviceWords: Record<Service, string> = { renew: 'the fluid renewed', bleed: 'bled again', level: 'the level put right' }
/** What a job is to do, each by its name. */
export function wishWords({ lines, joints = [], neighbours = [], service }: PlanInputs, sheet: Sheet): string[] {
  const name = sheetNames(sheet)
  return [
    ...lines.map(name.line),
    ...joints.map(name.joint),
    ...neighbours.map(name.neighbour),
    ...(service === undefined ? [] : [serviceWords[service]]),
  ]
}
