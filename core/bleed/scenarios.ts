import type { Vec3 } from '../sheet/types'
import { filledPath, type HydraulicPath, type HydraulicState } from './hydraulicPath'

/** A helper at the pedal who does not listen: pumps, holds for so many seconds, and comes up whatever the bleeder does. */
export type Helper = { down: number; hold: number; up: number; rest: number }
/** What is to be found out: that it is bled, or that air keeps coming in. */
export type Verdict = 'bled' | 'draws-air'

export type Scenario = {
  id: string
  /** 1 easy, 3 nasty. */
  grade: 1 | 2 | 3
  path: HydraulicPath
  air: { line: number; slave: number }
  /** How the line lies, mm, from the reservoir's end to the bleeder's. */
  course: readonly Vec3[]
  helper?: Helper
  /** The hose hangs beside the jar when it begins. */
  outOfJar?: true
  /** How full the reservoir is when it begins, 0 to 1. */
  reservoirAt?: number
  right: Verdict
}

const bore = (length: number, diameter: number): number => (length * Math.PI * diameter ** 2) / 4000
/** An invented clutch: steel line 900 × 3.3 mm, hose 300 × 3.2 mm. */
const clutch: HydraulicPath = {
  reservoir: 60,
  stroke: 6.4,
  line: bore(900, 3.3) + bore(300, 3.2),
  length: 1200,
  bore: 3.2,
  slave: 4,
  give: 0.02,
  bleederBore: 1.5,
  hose: 5,
  wetted: bore(300, 3.2),
  viscosity: 0.016,
  density: 1050,
}
/** An invented rear brake: 3.4 m of tube, a small wheel cylinder, a large reservoir. */
const brake: HydraulicPath = {
  ...clutch,
  reservoir: 180,
  line: bore(3400, 3.3),
  length: 3400,
  bore: 3.3,
  slave: 2.5,
  wetted: bore(3400, 3.3),
}
/** An invented motorcycle: all hose, a reservoir of a few mouthfuls. */
const motorcycle: HydraulicPath = { ...clutch, reservoir: 18, stroke: 2.2, line: bore(1100, 3.2), slave: 2.5, wetted: bore(1100, 3.2) }
/** How they lie, as long as they are said to be: down a bulkhead, over a gearbox, along a sill to a wheel, from the bars to a caliper. */
const courses = {
  clutch: [
    [0, 0, 820],
    [0, -120, 780],
    [120, -200, 560],
    [300, -220, 420],
    [520, -200, 330],
    [850, -160, 280],
  ],
  over: [
    [0, 0, 700],
    [60, -100, 640],
    [220, -150, 560],
    [330, -150, 740],
    [480, -150, 740],
    [600, -160, 500],
    [672, -160, 300],
  ],
  brake: [
    [0, 0, 780],
    [150, -300, 640],
    [300, -520, 320],
    [1900, -560, 260],
    [2300, -560, 420],
    [2760, -640, 330],
  ],
  motorcycle: [
    [0, 0, 1010],
    [-60, -40, 940],
    [-140, -80, 660],
    [-170, -90, 400],
    [-60, -95, 260],
    [198, -95, 120],
  ],
} as const satisfies Record<string, readonly Vec3[]>
const swapped = { line: bore(300, 3.2), slave: 0.3 }

/** From easy to nasty; the words for them are in practiceWords. */
export const scenarios: readonly Scenario[] = [
  { id: 'hose', grade: 1, path: clutch, air: swapped, course: courses.clutch, right: 'bled' },
  { id: 'out-of-jar', grade: 1, path: clutch, air: swapped, course: courses.clutch, outOfJar: true, right: 'bled' },
  {
    id: 'dry-line',
    grade: 2,
    path: { ...clutch, wetted: clutch.line },
    air: { line: clutch.line, slave: 2 },
    course: courses.clutch,
    right: 'bled',
  },
  {
    id: 'small-reservoir',
    grade: 2,
    path: motorcycle,
    air: { line: 4, slave: 1 },
    course: courses.motorcycle,
    reservoirAt: 0.8,
    right: 'bled',
  },
  { id: 'long-brake-line', grade: 2, path: brake, air: { line: 12, slave: 1 }, course: courses.brake, right: 'bled' },
  {
    id: 'hasty-helper',
    grade: 3,
    path: clutch,
    air: swapped,
    course: courses.clutch,
    helper: { down: 0.5, hold: 2.2, up: 0.5, rest: 1.6 },
    right: 'bled',
  },
  {
    id: 'high-point',
    grade: 3,
    path: { ...clutch, crest: { holds: 1.5, carriedBy: 12 } },
    air: { line: 3, slave: 0.3 },
    course: courses.over,
    right: 'bled',
  },
  { id: 'leaking-seal', grade: 3, path: { ...clutch, suckedIn: 0.06 }, air: swapped, course: courses.clutch, right: 'draws-air' },
]

/** How it stands when somebody sits down to it. */
export const beginScenario = ({ path, air, reservoirAt = 1 }: Scenario): HydraulicState => ({
  ...filledPath(path, air),
  reservoir: path.reservoir * reservoirAt,
  lowest: path.reservoir * reservoirAt,
})

/** Where a helper’s foot is, s after the beginning: pressing or not. Our own. */
export const helperPresses = ({ down, hold, up, rest }: Helper, time: number): boolean => time % (down + hold + up + rest) < down + hold
