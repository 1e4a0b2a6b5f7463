import type { CarTest } from '../../core/sheet/systemRules'
import { isMotorcycle } from '../../core/sheet/isMotorcycle'
import type { Caution, Sheet } from '../../core/sheet/types'
import type { StepWords } from './stepWordsOf'

/** What is tried, and how it is when it is good: for the record. */
export function triedWords(test: CarTest, sheet: Pick<Sheet, 'proving'>): { what: string; good: string } {
  switch (test) {
    case 'pedal':
      return { what: leverOf(sheet) === 'lever' ? 'Lever' : 'Pedal', good: 'holds' }
    case 'steering':
      return { what: 'Steering, lock to lock', good: 'even and quiet' }
    case 'gears':
      return { what: 'Gears, standing', good: 'each engages' }
    case 'heater':
      return { what: 'Heater', good: 'blows hot' }
  }
}

export const leverOf = ({ proving }: Pick<Sheet, 'proving'>): string => (isMotorcycle({ proving }) ? 'lever' : 'pedal')

/** Why the car is not driven, or not given back, yet. */
export function untriedWords(test: CarTest, sheet: Sheet): string {
  const what: Record<CarTest, string> = {
    pedal: `The ${leverOf(sheet)} has not been tried since the fluid was last touched.`,
    steering: 'The steering has not been tried from lock to lock since the circuit was opened.',
    gears: 'The gears have not been tried since the circuit was opened.',
    heater: 'Nobody has felt the heater blow hot since the circuit was opened.',
  }
  return what[test]
}

const stays: Caution = { kind: 'crush', text: 'Foot on the brake, parking brake on, nobody before or behind the car.' }

/** The step in which it is tried. Common practice, no source. */
export function tryWords(test: CarTest, sheet: Sheet): StepWords {
  const words = (title: string, how: string, button: string, cautions: readonly Caution[]): StepWords => ({
    title,
    how,
    button,
    cautions: [...cautions],
  })
  switch (test) {
    case 'pedal':
      return words(
        leverOf(sheet) === 'lever' ? 'Try the lever before it rolls' : 'Try the pedal before the car moves',
        sheet.system === 'clutch'
          ? 'Held in for half a minute: it must not creep, and come back by itself. Then with the engine idling (start it out of gear, clutch in, brake on), a gear goes in without a sound.'
          : 'Hard and high, held half a minute: it must not sink, and come up the same each time. Then again with the engine idling (start it if it stands still).',
        'It holds',
        [{ kind: 'crush', text: `A ${leverOf(sheet)} that creeps or springs is air or a leak: it does not move from here.` }],
      )
    case 'steering':
      return words(
        'Try the steering before the car moves',
        'With the engine idling (start it if it stands still), slowly from lock to lock and back, not held against the stops: even, quiet, no groan, and straight ahead it stays.',
        'Steers evenly',
        [stays],
      )
    case 'gears':
      return words(
        'Try the gears before the car moves',
        'With the engine idling (start it if it stands still), through every gear and back, two seconds in each: each goes in without a delay and without a bang.',
        'Each goes in',
        [stays],
      )
    case 'heater':
      return words(
        'Feel that the heater blows hot',
        'Engine warm and idling (start it if it stands still), heater on full: hot at every vent. Lukewarm or gurgling is air that is still in it.',
        'It blows hot',
        [{ kind: 'burn', text: 'The cap of a hot system stays on.' }],
      )
  }
}
