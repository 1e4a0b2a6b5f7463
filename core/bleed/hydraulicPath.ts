import type { Parcel } from './parcels'

/** Atmospheric pressure, bar. */
export const atmosphere = 1.013
/** Share of a section’s volume that clings to its wall as film and bubbles when it is first filled (fitted to practice, see tests). */
export const clingingShare = 0.12
/** Section volumes of net flow after which 1/e of it still clings (fitted to practice, see tests). */
export const clingingVolumes = 2.4

/** A clutch or brake circuit from reservoir to bleeder: volumes in mL, lengths in mm, pressures in bar, times in s. */
export type HydraulicPath = {
  reservoir: number
  /** What the whole travel of the master displaces. */
  stroke: number
  line: number
  length: number
  bore: number
  slave: number
  /** What hoses and cups give for each bar. */
  give: number
  bleederBore: number
  /** The clear hose. */
  hose: number
  /** Of the line, what was dry before: its wall keeps air. */
  wetted: number
  /** A crest in the line keeps bubbles until the flow carries them over it. */
  crest?: { holds: number; carriedBy: number }
  /** Share of what the master draws in that comes as air past a seal that leaks inwards. */
  suckedIn?: number
  /** mL a second for each bar, past a cup or a joint that leaks: back to the reservoir, or out. */
  leak?: { rate: number; to: 'reservoir' | 'out' }
  /** Dynamic viscosity, Pa·s, and density, kg/m³: brake fluid at 20 °C, from memory. */
  viscosity: number
  density: number
}

/** Where all of it stands. `pipe` begins at the reservoir, `hose` at its far end: what leaves the bleeder is put last. */
export type HydraulicState = {
  time: number
  /** 0: up, 1: at the floor. */
  travel: number
  pressure: number
  reservoir: number
  pipe: Parcel[]
  slave: Parcel
  clinging: number
  crest: number
  hose: Parcel[]
  jar: Parcel
  /** Put in from bottles, leaked out, and air that came in from outside: past the bleeder, by the reservoir, past a seal. */
  poured: number
  leaked: number
  airIn: { bleeder: number; reservoir: number; seal: number; hose: number }
  /** Air that went up through the reservoir. */
  vented: number
  /** What has left at the bleeder for good, and the most that ever had: only the front of it flushes. */
  net: number
  furthest: number
  /** How long the pedal has been coming up with the bleeder open. */
  rising: number
  /** The lowest the reservoir stood. */
  lowest: number
}

/** A circuit after work on it: a hose swapped (a little air at its ends and in it), or a line filled from dry. `airLeft` in mL. */
export function filledPath(path: HydraulicPath, airLeft: { line: number; slave: number }): HydraulicState {
  const pieces = 24
  const held = path.line + path.stroke
  // Air lies where it was let in: towards the far end of the line.
  const pipe = Array.from({ length: pieces }, (_, i): Parcel => {
    const volume = held / pieces
    const air = i >= pieces / 2 ? Math.min(volume, airLeft.line / (pieces / 2)) : 0
    return { liquid: volume - air, air }
  })
  return {
    time: 0,
    travel: 0,
    pressure: 0,
    reservoir: path.reservoir,
    pipe,
    slave: { liquid: path.slave - airLeft.slave, air: airLeft.slave },
    clinging: clingingShare * path.wetted,
    crest: 0,
    hose: [{ liquid: 0, air: path.hose }],
    jar: { liquid: 0, air: 0 },
    poured: 0,
    leaked: 0,
    airIn: { bleeder: 0, reservoir: 0, seal: 0, hose: 0 },
    vented: 0,
    net: 0,
    furthest: 0,
    rising: 0,
    lowest: path.reservoir,
  }
}

/** Air that is left where it does harm, mL at atmospheric pressure. */
export const airLeft = ({ pipe, slave, clinging, crest }: Pick<HydraulicState, 'pipe' | 'slave' | 'clinging' | 'crest'>): number =>
  pipe.reduce((sum, { air }) => sum + air, 0) + slave.air + clinging + crest
