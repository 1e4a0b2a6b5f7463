import { isScrewed } from '../fittings/jointKinds'
import type { Found, ObservedThing } from './observation'
import type { Joint, Sheet, Slug } from './types'

/** What a sheet does not know of something, and somebody who stands before it can write down. */
export type Lack = { about: ObservedThing; what: Found['what'][] }

/** What the sheet does not know of a thing and somebody at the car can see; undefined for nothing. */
export function lacksOf(sheet: Sheet, target: Slug): Lack | undefined {
  const found = lacksAt(sheet, target)
  return found && found.what.length > 0 ? found : undefined
}

/** A clamp of whose kind nothing is known: one that is squeezed has no hex. */
const isBareClamp = ({ kind, seals }: Joint): boolean => kind === 'clamp' && seals.length === 0

function lacksAt(sheet: Sheet, target: Slug): Lack | undefined {
  const pick = (...wanted: (Found['what'] | false)[]) => wanted.filter(what => what !== false)
  const joint = sheet.joints.find(({ id }) => id === target)
  if (joint)
    return {
      about: 'joint',
      what: pick(
        joint.hex.turn === undefined && (isScrewed(joint) || joint.kind === 'flange' || isBareClamp(joint)) && 'hex',
        joint.torque === 'unknown' && 'torque',
        joint.ways.some(({ guessed }) => guessed) && 'minutes',
      ),
    }
  const operation = sheet.operations.find(({ id }) => id === target)
  if (operation)
    return {
      about: 'operation',
      what: pick(operation.fasteners.length === 0 && operation.guessed === true && 'count', operation.guessed === true && 'minutes'),
    }
  const line = sheet.lines.find(({ id }) => id === target)
  if (line)
    return { about: 'line', what: pick(line.sections.length === 0 && 'length', line.withdraw.some(({ guessed }) => guessed) && 'minutes') }
  return undefined
}
