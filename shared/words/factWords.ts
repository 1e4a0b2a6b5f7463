import type { FluidEstimate, JointSpill } from '../../core/fluid/estimateFluid'
import type { Step } from '../../core/job/steps/listSteps'
import type { JobCommand } from '../../core/job/types'
import { panPlace } from '../../core/route/panPlace'
import { placeOf } from '../../core/route/placeOf'
import { chosenPart, usableParts, type ChosenParts } from '../../core/sheet/chosenPart'
import { levelsOf } from '../../core/sheet/levelsOf'
import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import { isSealedSheet } from '../../core/sheet/sealing'
import { settleValue, settleWindow } from '../../core/sheet/settleContested'
import type { Contested, Hold, Joint, Level, Line, Operation, Sheet, Window } from '../../core/sheet/types'
import { formatEntered } from '../../core/units/formatQuantity'
import type { Millilitres, NewtonMetres } from '../../core/units/types'
import { readingWords, sightWords } from './recordWords'
import { spillWords } from './spillWords'
import { panWords } from './stepWords'
import { hexInHand, hexName } from './hexWords'
import { reachOf } from './standWords'

/** In the reader's units. */
export type FactFormat = { torque: (window: Window<NewtonMetres>) => string; volume: (low: Millilitres, high: Millilitres) => string }
export type Fact = { name: string; value: string }

function toolsFor(
  step: Step,
  sheet: Sheet,
  { joint, hold, operation, level }: { joint?: Joint; hold?: Hold; operation?: Operation; level?: Level },
): string {
  if (joint && ['open', 'seat', 'torque'].includes(step.kind))
    return [
      joint.hex.turn && hexInHand(joint.hex.turn, joint.hex.alternates),
      joint.hex.hold && `hold ${hexName(joint.hex.hold)}`,
      ...joint.tools,
    ]
      .filter(Boolean)
      .join(', ')
  // What a bolt or a key holds takes a tool, whether the sheet names it or not; a tie is cut.
  if (hold)
    return hold.hex ? hexName(hold.hex) : hold.torque === undefined && (hold.kind === 'clip' || hold.kind === 'hook') ? 'by hand' : ''
  const shut = sheet.bleeders.find(({ id }) => id === step.target) ?? sheet.fills.find(({ id }) => id === step.target) ?? level
  if (shut) return [shut.hex && hexInHand(shut.hex), ...('tools' in shut ? shut.tools : [])].filter(Boolean).join(', ')
  if (!operation) return ''
  const hexes = operation.fasteners.flatMap(({ hex }) => (hex && !operation.tools.includes(`${hexName(hex)} socket`) ? [hexName(hex)] : []))
  return [...new Set([...operation.tools, ...hexes])].join(', ')
}

/** What a hand needs to know for a step, named; what does not apply, or nobody knows, is left out. */
export function stepFacts(
  resolved: ResolvedSheet,
  step: Step,
  { line, fluid, format, parts }: { line: Line | undefined; fluid: FluidEstimate | undefined; format: FactFormat; parts?: ChosenParts },
): Fact[] {
  const { kind, target } = step
  const joint = resolved.joints.find(candidate => candidate.id === target)
  const hold = resolved.holds.find(candidate => candidate.id === target)
  const operation = resolved.operations.find(candidate => candidate.id === target)
  const level = levelsOf(resolved.sheet).find(candidate => candidate.id === target)
  const spill = fluid?.joints.find(candidate => candidate.joint === joint?.id)
  // A step about another fluid than the lines' own: its level, its filling, its draining.
  const circuit = resolved.sheet.circuits?.find(one => one.level.id === target || one.id === target)
  const spec = settleValue((circuit ?? resolved.sheet.fluid).spec)
  const place = placeOf(resolved, target)
  const windowOf = (torque: Contested<Window<NewtonMetres>> | undefined) => {
    const settled = settleWindow(torque ?? 'unknown')
    return settled.kind === 'unknown' ? '' : format.torque(settled.value)
  }
  const behindWords = ({ joint: id, spill: { least, most } }: JointSpill['behind'][number]) =>
    `${resolved.joints.find(other => other.id === id)!.name} stands open: ${format.volume(least, most)} more there`
  const drains = kind === 'open' || (kind === 'off' && operation?.drains !== undefined)
  return [
    { name: 'helper', value: step.helper ? (step.at === 'ground' ? 'somebody in the seat' : 'somebody beside the car, nobody in it') : '' },
    { name: 'reached', value: step.from ? reachOf(resolved.sheet, step.from) : '' },
    { name: 'tools', value: toolsFor(step, resolved.sheet, { joint, hold, operation, level }) },
    {
      name: 'fluid',
      value:
        (kind === 'fill' || kind === 'refill' || (kind === 'level' && (circuit || !isSealedSheet(resolved.sheet, parts)))) &&
        spec.kind !== 'unknown'
          ? spec.value
          : '',
    },
    { name: 'torque', value: kind === 'fasten' ? windowOf(hold?.torque) : kind === 'level' ? windowOf(level?.torque) : '' },
    { name: 'will run out', value: kind === 'open' && spill ? spillWords(spill, resolved, fluid!, format.volume) : '' },
    { name: 'and elsewhere', value: kind === 'open' && spill ? spill.behind.map(behindWords).join('; ') : '' },
    { name: 'pan', value: drains && place ? panWords(panPlace(place)) : '' },
    { name: 'which mark', value: ['fit', 'withdraw', 'receive'].includes(kind) ? (line?.mark ?? '') : '' },
    { name: 'part', value: line && ['receive', 'compare', 'fit'].includes(kind) ? partName(line, parts) : '' },
  ].filter(fact => fact.value)
}

/** What should be in the box; a choice nobody has made says so. */
function partName(line: Line, parts: ChosenParts | undefined): string {
  const part = chosenPart(line, parts)
  if (part) return [part.name, part.number].filter(Boolean).join(', ')
  return usableParts(line).length > 1 ? 'not chosen yet' : ''
}

/** What the large button says it will record: the value itself where there is one. */
export function buttonWords(command: JobCommand | undefined, usual: string): string {
  switch (command?.type) {
    case 'jointTorqued':
      if (command.how === 'turn') return 'Done, turned'
      if (command.how === 'feel') return 'Done, by feel'
      return command.entered ? `Done at ${formatEntered('torque', command.entered)}` : usual
    case 'fluidCaught':
    case 'fluidAdded':
      return `Record ${formatEntered('volume', command.entered)}`
    case 'tested':
    case 'roadTested':
      return command.result === 'good' ? usual : 'Record what was noticed'
    case 'levelRead':
      return command.reading === 'at' ? usual : `Record: ${readingWords[command.reading]}`
    case 'roundBled':
      return `Record: ${sightWords[command.saw]}`
    case 'leakChecked':
      return command.result === 'dry' ? usual : `Record: ${command.result}`
    case 'partReceived':
      return command.agrees ? usual : 'Record what differs'
    default:
      return usual
  }
}
