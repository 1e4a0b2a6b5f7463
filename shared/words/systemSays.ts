import type { System } from '../../core/sheet/types'

type SystemSays = {
  name: string
  /** What comes of it when too much is left in (common practice, no source). */
  overfull: string
  /** How it is driven to be tried. */
  roadTest: string
  /** What nobody in the seat may touch while a joint of it is open; undefined: its pedal, by its name in this car. */
  leftAlone: string | undefined
  /** Of what it may be made; undefined: no rule is usual. */
  madeOf: string | undefined
}
const upToTemperature = 'Up to temperature.'
const hotCap = 'Left in, it pushes out at the cap when it is hot.'

/** What a technician is told of a system, a row each; what the program goes by stands in core/sheet/systemRules.ts. */
export const systemSays: Readonly<Record<System, SystemSays>> = {
  'transmission-cooler': {
    name: 'transmission cooler',
    overfull: 'Left in, it is whipped to foam: the gearbox slips and runs hot.',
    roadTest: 'Through every gear and up to temperature.',
    leftAlone: undefined,
    madeOf: undefined,
  },
  'power-steering': {
    name: 'power steering',
    overfull: 'Left in, it foams and pushes out at the cap when it is hot.',
    roadTest: upToTemperature,
    leftAlone: 'Do not turn the wheel',
    madeOf: undefined,
  },
  brake: {
    name: 'brakes',
    overfull: 'Left in, it runs over when pads or shoes are renewed, and takes paint off.',
    roadTest: 'Walking pace and a stop first, then firmer ones.',
    leftAlone: undefined,
    madeOf: 'Tube and joints that your local rules allow in a brake; never a compression fitting.',
  },
  clutch: {
    name: 'clutch',
    overfull: 'Left in, it runs over when the plate wears, and takes paint off.',
    roadTest: 'A few times from standing, through the gears.',
    leftAlone: undefined,
    madeOf: undefined,
  },
  'oil-feed': {
    name: 'engine oil feed',
    overfull: 'Left in, the crank whips it to foam and it is drawn into the intake.',
    roadTest: upToTemperature,
    leftAlone: undefined,
    madeOf: undefined,
  },
  'turbo-coolant': {
    name: 'turbo coolant',
    overfull: `${hotCap.slice(0, -1)}, on to hot parts.`,
    roadTest: upToTemperature,
    leftAlone: undefined,
    madeOf: undefined,
  },
  heater: { name: 'heater', overfull: hotCap, roadTest: upToTemperature, leftAlone: undefined, madeOf: undefined },
}
