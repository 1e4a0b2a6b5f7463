import type { BleedMethod, PressureSource, System } from './types'

/** What is tried on the car before it is driven. */
export const carTests = ['pedal', 'steering', 'gears', 'heater'] as const
export type CarTest = (typeof carTests)[number]

/** All that the program goes by of one system; its words stand in shared/words/systemSays.ts. Common practice, no source. */
export type SystemRule = {
  /** What puts its lines under pressure, where the sheet does not say. */
  pressure: PressureSource
  /** What it holds goes through skin when it finds a hole. */
  piercesSkin: boolean
  /** The car neither stops nor changes gear without it: it is not driven before it is right. */
  drivesOnIt: boolean
  /** Nobody drives, or lets anybody drive, on one that was opened and has had nothing put back, whatever a lead says. */
  alwaysFilled: boolean
  /** Its level shows, once it is cold again, what air the first heat has carried out. */
  isCoolant: boolean
  /** An idling engine does not warm its fluid. */
  staysCool: boolean
  /** Its fluid burns: no flame at its joints. */
  burns: boolean
  /** Its hoses are not clamped shut: what is crushed inside shows months later. */
  neverClamped: boolean
  /** A pedal pumped by foot tells by its feel what air is left: a clutch's goes to the floor whatever air there is. */
  pedalTells: boolean
  /** What proves it before the car is driven; undefined: its road test says it all. */
  test: CarTest | undefined
  /** How the air is let out of it, the usual way first. */
  bleeding: readonly BleedMethod[]
}

/** A row each, and each says everything: a new system inherits nothing. */
export const systemRules: Readonly<Record<System, SystemRule>> = {
  'transmission-cooler': {
    pressure: 'engine',
    piercesSkin: false,
    drivesOnIt: false,
    alwaysFilled: false,
    isCoolant: false,
    staysCool: false,
    burns: false,
    neverClamped: false,
    pedalTells: false,
    test: 'gears',
    bleeding: ['circulate'],
  },
  'power-steering': {
    pressure: 'engine',
    piercesSkin: true,
    drivesOnIt: false,
    alwaysFilled: true,
    isCoolant: false,
    staysCool: false,
    burns: false,
    neverClamped: false,
    pedalTells: false,
    test: 'steering',
    bleeding: ['lock-to-lock', 'vacuum'],
  },
  brake: {
    pressure: 'pedal',
    piercesSkin: true,
    drivesOnIt: true,
    alwaysFilled: true,
    isCoolant: false,
    staysCool: true,
    burns: true,
    neverClamped: true,
    pedalTells: true,
    test: 'pedal',
    bleeding: ['pump-and-hold', 'pressure', 'vacuum', 'gravity'],
  },
  clutch: {
    pressure: 'pedal',
    piercesSkin: true,
    drivesOnIt: true,
    alwaysFilled: true,
    isCoolant: false,
    staysCool: true,
    burns: true,
    neverClamped: true,
    pedalTells: false,
    test: 'pedal',
    bleeding: ['pump-and-hold', 'pressure', 'vacuum', 'gravity'],
  },
  'oil-feed': {
    pressure: 'engine',
    piercesSkin: false,
    drivesOnIt: false,
    alwaysFilled: false,
    isCoolant: false,
    staysCool: false,
    burns: false,
    neverClamped: false,
    pedalTells: false,
    test: undefined,
    bleeding: ['prime'],
  },
  'turbo-coolant': {
    pressure: 'engine',
    piercesSkin: false,
    drivesOnIt: false,
    alwaysFilled: false,
    isCoolant: true,
    staysCool: false,
    burns: false,
    neverClamped: false,
    pedalTells: false,
    test: 'heater',
    bleeding: ['circulate', 'vacuum-fill'],
  },
  heater: {
    pressure: 'engine',
    piercesSkin: false,
    drivesOnIt: false,
    alwaysFilled: false,
    isCoolant: true,
    staysCool: false,
    burns: false,
    neverClamped: false,
    pedalTells: false,
    test: 'heater',
    bleeding: ['circulate', 'vacuum-fill'],
  },
}
