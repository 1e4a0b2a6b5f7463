import type { Celsius, Kilopascals, Millilitres, Millimetres, Minutes, NewtonMetres, Degrees } from '../units/types'

/**
 * The line sheet, format version 2: one fluid system on one family of vehicles, an immutable numbered revision. All quantities SI as in
 * docs/formats.md. shared/schemas/sheet.ts is the same shape as Zod schemas. Axes are ISO 8855: x forward, y left, z up, millimetres,
 * origin on the centre line at the front axle at ground level.
 */
export type Slug = string
export type Vec3 = readonly [x: number, y: number, z: number]

export const systems = ['transmission-cooler', 'power-steering', 'brake', 'clutch', 'oil-feed', 'turbo-coolant', 'heater'] as const
export type System = (typeof systems)[number]
export const standpoints = ['hood-up', 'under-lift', 'wheel-off'] as const
export type Standpoint = (typeof standpoints)[number]
/** Where one stands for a look: some are from inside the car, where no picture of the lines helps. */
export const lookouts = [...standpoints, 'inside'] as const
export type Lookout = (typeof lookouts)[number]
export const liftPositions = ['ground', 'half', 'raised'] as const
export type LiftPosition = (typeof liftPositions)[number]
export const reaches = ['above', 'below', 'wheel-left', 'wheel-right', 'front', 'seat'] as const
export type Reach = (typeof reaches)[number]
export const jointKinds = [
  'inverted-flare',
  'iso-flare',
  'oring-nut',
  'banjo',
  'clip-connect',
  'push-lock',
  'flange',
  'clamp',
  'press-in',
  'taper-thread',
] as const
export type JointKind = (typeof jointKinds)[number]
export const proofs = ['hand-start', 'bottomed', 'click', 'pull', 'cap', 'untwisted'] as const
export type Proof = (typeof proofs)[number]
/** Best first: the order in which sources are believed when contested values do not overlap. */
export const sourceKinds = ['service-information', 'maker-instruction', 'measured', 'common-practice', 'invented'] as const
export type SourceKind = (typeof sourceKinds)[number]
/** `fuel`: a rail or line that burns what it spills; it asks for distance, not for dead electrics. */
export const keepoutKinds = ['hot', 'turning', 'moving', 'sharp', 'electrical', 'fuel'] as const
export type KeepoutKind = (typeof keepoutKinds)[number]
export const cautionKinds = ['burn', 'crush', 'pressure', 'fire', 'eyes', 'electric', 'slip', 'entangle', 'damage', 'waste', 'law'] as const
export type CautionKind = (typeof cautionKinds)[number]
export const bleedMethods = [
  'circulate',
  'lock-to-lock',
  'pump-and-hold',
  'vacuum',
  'pressure',
  'gravity',
  'bench',
  'vacuum-fill',
  'prime',
] as const
export type BleedMethod = (typeof bleedMethods)[number]
export const waitKinds = ['cool', 'soak', 'drip', 'warm', 'rest', 'gravity'] as const
export type WaitKind = (typeof waitKinds)[number]
export const pressureSources = ['engine', 'pedal', 'lever', 'hand-pump'] as const
export type PressureSource = (typeof pressureSources)[number]
export const phases = ['before', 'open', 'line', 'fill', 'engine', 'prove', 'close'] as const
export type Phase = (typeof phases)[number]

/** A closed expression tree over traits; never code. */
export type Predicate = { trait: Slug; is: Slug } | { all: readonly Predicate[] } | { any: readonly Predicate[] } | { not: Predicate }

export type Sourced<T> = { value: T; source: SourceKind; citation?: string; date: string }
/** Several values for one thing stay side by side. A missing value is 'unknown', never zero. */
export type Contested<T> = { values: readonly Sourced<T>[]; settled?: { index: number; by: string; why: string } } | 'unknown'
export type Window<Q extends number> = { low: Q; high: Q }
export type Spread = { least: Millilitres; likely: Millilitres; most: Millilitres }

export type Caution = { kind: CautionKind; text: string }
/** Of a thing that comes off and goes back: said at both, or at one of them only. */
export type ThingCaution = Caution & { only?: 'off' | 'on' }
/** `needs` is an AND of ORs: of every inner list at least one operation must be done. */
export type Needs = readonly (readonly Slug[])[]
/**
 * `guessed`: nobody has timed it, the minutes are general practice. `tryFirst`: the chance that it goes; where it hangs, `lost` is what
 * finding out took, and another way is gone.
 */
export type Way = {
  at: LiftPosition
  from: Reach
  needs: Needs
  minutes: Minutes
  note?: string
  guessed?: boolean
  tryFirst?: { chance: number; lost: Minutes; hangs: string }
}

export type CentrePoint = { at: Vec3; radius?: Millimetres }
export type Section =
  | {
      kind: 'tube'
      material: 'steel' | 'aluminium' | 'copper-nickel' | 'plastic'
      od: Millimetres
      wall: Millimetres
      points: readonly CentrePoint[]
    }
  | {
      kind: 'hose'
      build: 'rubber' | 'braided' | 'silicone'
      bore: Millimetres
      wall: Millimetres
      clampAllowed?: boolean
      points: readonly CentrePoint[]
    }

/** Came filled and sealed: until when something holds it so, where somebody says. */
export type Sealed = false | { strap?: string }
export type PartOption = {
  id: Slug
  kind: 'factory' | 'aftermarket' | 'braided' | 'made'
  name: string
  number?: string
  brings: readonly Slug[]
  /** What the old line has to give to this one: moved over at the bench, one by one. */
  carryOver?: readonly string[]
  /** One piece for other lines too: bought once, laid in once. */
  covers?: readonly Slug[]
  /** Joints and holds that are no longer there with it: opened or released, never closed again. */
  drops?: readonly Slug[]
  supersededBy?: Slug
  discontinued?: boolean
  /** Whether it comes filled and sealed; absent: nobody has said. It decides what filling asks. */
  sealed?: Sealed
  /** Bent and flared in the workshop, against the old line: it is made before it is fitted. */
  bent?: boolean
  /** All metal, whatever the old one was: there is no hose to look at for twist. */
  rigid?: boolean
  note?: string
}
/** Chance a year that a part fails, at the age the shop's judgement speaks of. */
export type Failure = { chancePerYear: number; why: string }
export type Port = { id: Slug; component: string; at: Vec3; faces?: Vec3 }
export type Line = {
  id: Slug
  name: string
  mark?: string
  when?: Predicate
  from: Slug
  to: Slug
  /** Empty: nobody has measured its shape. */
  sections: readonly Section[]
  /** A check valve in it: fluid goes by towards this end only. */
  checkValve?: CheckValve
  /** Whether what is on the car came filled and sealed; absent: nobody has said. It decides what opening does. */
  sealed?: Sealed
  withdraw: readonly Way[]
  withdrawNote?: string
  /** How the new one goes in: which end first, over and under what, before or after its sister. */
  feeding?: string
  parts: readonly PartOption[]
  /** How likely it fails when it is left alone: somebody's judgement, never a statistic. */
  failure?: Failure
}
/** `at`: mm along the line from its first end. */
export type CheckValve = { at: Millimetres; towards: LineEnd }
export type Seal = {
  id: Slug
  name: string
  count: number
  size?: string
  reuse: 'never' | 'if-good'
  part?: string
  wet?: boolean
  /** Nobody supplies it any more. */
  unobtainable?: boolean
}
export type Thread = { designation: string; standard: 'metric' | 'unified' | 'pipe'; sealant: 'none' | 'as-supplied' | 'as-sheet' }
export type LineEnd = 'from' | 'to'
export type Joint = {
  id: Slug
  name: string
  line: Slug
  end: LineEnd
  /** Other lines that the same nut holds: it is opened, torqued and looked at once for all of them. */
  also?: readonly { line: Slug; end: LineEnd }[]
  kind: JointKind
  thread?: Thread
  hex: { turn?: Millimetres; hold?: Millimetres; alternates: readonly Millimetres[] }
  seals: readonly Seal[]
  torque?: Contested<Window<NewtonMetres>>
  turn?: { snugThen: Degrees }
  tools: readonly string[]
  release: string
  seated: string
  proofs: readonly Proof[]
  /** What runs from the component's side when this joint opens; absent: unknown. */
  componentDrain?: Spread
  /** Nothing runs out when it opens, and no air gets in. */
  opensNothing?: boolean
  ways: readonly Way[]
  hiddenBy: readonly Slug[]
  cautions: readonly ThingCaution[]
}
export type Hold = {
  id: Slug
  name: string
  line: Slug
  at: Millimetres
  kind: 'clip' | 'bracket' | 'tie' | 'hook'
  with: readonly Slug[]
  opens: string
  hex?: Millimetres
  torque?: Contested<Window<NewtonMetres>>
  newLineBrings: boolean
  reuse: 'never' | 'if-good'
  part?: string
  ways: readonly Way[]
}
export const fastenerKinds = ['bolt', 'screw', 'nut', 'push-rivet', 'clip', 'clamp', 'plug', 'canister'] as const
export type Fastener = {
  count: number
  what: (typeof fastenerKinds)[number]
  size: string
  length?: Millimetres
  place: string
  hex?: Millimetres
  torque?: Contested<Window<NewtonMetres>>
  /** Turned this far once it is snug, where no torque is stated. */
  turn?: { snugThen: Degrees }
  oneTime?: boolean
  part?: string
  /** Where each sits on the part's outline, from its left and its top, 0 to 1. */
  spots?: readonly (readonly [x: number, y: number])[]
}
/** Middle of what has no place on a line, mm in the car's axes: where the picture looks. */
type Placed = { centre?: Vec3 }
export type Operation = Placed & {
  id: Slug
  name: string
  when?: Predicate
  at: LiftPosition
  from: Reach
  off: Minutes
  on: Minutes
  /** Nobody has timed it: the minutes are general practice. */
  guessed?: boolean
  needs: Needs
  fasteners: readonly Fastener[]
  /** Renewed when it goes back: a gasket, an O-ring. */
  seals?: readonly Seal[]
  tools: readonly string[]
  engineMayRun: boolean
  /** Makes the car's electrics dead: off before work beside a live cable, back on last. */
  isolates?: boolean
  /** The car stands or rolls on it: a wheel, an axle, a driveshaft; absent: nobody has said (core/sheet/carRests.ts). */
  carRestsOnIt?: boolean
  /** While it is off something that stands on the floor holds a part of the car: a jack under an axle. */
  heldFromFloor?: boolean
  /** Where the car must stand when its fasteners are torqued, where that is not where they go in: a rubber bushing on its wheels. */
  tightenAt?: LiftPosition
  risk?: { what: string; price: Minutes }
  /** `circuit`: whose fluid that is, the sheet's own id for its own; absent: nobody has said. */
  drains?: { fluid: string; circuit?: Slug } & Spread
  cautions: readonly ThingCaution[]
  how?: string
  refit?: string
}
export type Capsule = { shape: 'capsule'; a: Vec3; b: Vec3; radius: Millimetres }
export type Box = { shape: 'box'; min: Vec3; max: Vec3 }
export type Cylinder = { shape: 'cylinder'; a: Vec3; b: Vec3; radius: Millimetres }
export type Body = Capsule | Box | Cylinder
/** What a person finds their bearings by in the routing picture; without any, a generic car stands there. */
export type Landmark = { id: Slug; name: string; body: Body }
export type Keepout = { id: Slug; what: string; kind: KeepoutKind; body: Body; clearance: Millimetres }

export type Fill = Placed & {
  id: Slug
  name: string
  ways: readonly Way[]
  hex?: Millimetres
  tools: readonly string[]
  /** Of a plug that is screwed in, see plugTorque. */
  torque?: Contested<Window<NewtonMetres>>
  seals?: readonly Seal[]
}
export type Bleeder = Placed & { id: Slug; name: string; hex: Millimetres; torque?: Contested<Window<NewtonMetres>>; ways: readonly Way[] }
/** What a level is read on: lines on a reservoir, dots or a hatched band on a stick, one notch, a sight glass, what runs from a plug. */
export const levelForms = ['lines', 'dots', 'hatched', 'notch', 'glass', 'overflow'] as const
export type LevelForm = (typeof levelForms)[number]
export type Level = Placed & {
  id: Slug
  name: string
  method: 'marks' | 'window' | 'plug'
  /** How its scale looks; absent: as its method and its marks make likely. */
  form?: LevelForm
  /** From the lower mark to the upper one. */
  band?: Millimetres
  engine: 'idling' | 'off'
  temperature: Contested<Window<Celsius>>
  reads: string
  /** Where a sheet has several: the one that says whether enough is in; the others are stages on the way. */
  decides?: boolean
  mlPerMm?: number
  hex?: Millimetres
  torque?: Contested<Window<NewtonMetres>>
  seals: readonly Seal[]
  ways: readonly Way[]
  cautions: readonly Caution[]
}
export type Fluid = {
  spec: Contested<string>
  capacity: Contested<Millilitres>
  reservoir?: Contested<Millilitres>
  volumes: readonly { component: string; volume: Contested<Millilitres> }[]
  bottle: Millilitres
  expansionPerKelvin: number
  mixesWith: readonly string[]
  /** What was drained may go back in where it is clean; absent: never. */
  reuse?: 'if-clean'
}
/**
 * Another fluid that the work lets out: it has its own pan, its own measure, its own bottle and its own mark. It is filled and read where
 * nothing has to come off for that.
 */
export type Circuit = {
  id: Slug
  name: string
  spec: Contested<string>
  capacity: Contested<Millilitres>
  bottle: Millilitres
  reuse?: 'if-clean'
  fill: { name: string; at: LiftPosition; from: Reach; minutes: Minutes; tools: readonly string[] }
  level: Level
}
export type Bleeding = {
  allowed: readonly BleedMethod[]
  forbidden: readonly { method: BleedMethod; why: string }[]
  summary: string
  /**
   * `at`: where the car must stand for it, wheels free to turn; `running`: turns once more with the engine idling, after those without.
   */
  parameters: {
    pressure?: Kilopascals
    restMinutes?: Minutes
    strokes?: number
    turns?: 'full-lock' | 'short-of-lock'
    at?: LiftPosition
    running?: number
  }
}
/** `pressure`: what puts the line under pressure while it is looked at. */
export type Proving = { leakMinutes: Contested<Minutes>; pressure: PressureSource; roadTest: boolean; lookNext: readonly string[] }
export type Question = {
  id: Slug
  text: string
  stand: Lookout
  minutes: Minutes
  answers: readonly { id: Slug; label: string; looksLike: string; implies: Predicate }[]
}
/** What a look at the car can end with instead of a job. */
export type Verdict = { id: Slug; when: Predicate; kind: 'not-needed' | 'superseded'; text: string; part?: Slug }
export type Trait = { id: Slug; name: string; values: readonly { id: Slug; name: string }[] }
export type Applies = {
  families: readonly Slug[]
  years?: readonly [from: number, to: number]
  engines?: readonly Slug[]
  when?: Predicate
}
/**
 * Time that passes without hands. `after` and `before` name steps: `open:joint`, `off:operation`, `withdraw:line`, `fill`, `bleed`,
 * `run`, `level`. Without
 * `after` it runs from the start of the job; steps a job does not have are passed over.
 */
export type Wait = { id: Slug; kind: WaitKind; text: string; minutes: Minutes; after: readonly string[]; before: readonly string[] }
/**
 * Something beside the lines that could be renewed while they are off. `ways`: how its own place is reached, with the minutes for it;
 * `goals`: joints
 * that must be open for it; `failure`: somebody's judgement of how likely it fails, never a statistic.
 */
export type Neighbour = Placed & {
  id: Slug
  what: string
  goals: readonly Slug[]
  ways?: readonly Way[]
  parts: readonly string[]
  failure?: Failure
}

export type Sheet = {
  format: 'efferent.line-sheet/2'
  id: Slug
  revision: number
  title: string
  system: System
  summary: string
  words: readonly string[]
  applies: readonly Applies[]
  traits: readonly Trait[]
  questions: readonly Question[]
  verdicts?: readonly Verdict[]
  ports: readonly Port[]
  lines: readonly Line[]
  joints: readonly Joint[]
  holds: readonly Hold[]
  operations: readonly Operation[]
  landmarks?: readonly Landmark[]
  keepouts: readonly Keepout[]
  fills: readonly Fill[]
  bleeders: readonly Bleeder[]
  levels: readonly Level[]
  fluid: Fluid
  /** Other fluids that parts beside the lines let out. */
  circuits?: readonly Circuit[]
  bleeding: Bleeding
  proving: Proving
  neighbours: readonly Neighbour[]
  waits?: readonly Wait[]
  cautions: readonly (Caution & { phase: Phase })[]
  notes: readonly { by: string; date: string; text: string }[]
}

export type Family = {
  id: Slug
  make: string
  model: string
  body: string
  years: readonly [from: number, to: number]
  engines: readonly { id: Slug; name: string }[]
}
export type Pack = { format: 'efferent.pack/1'; title: string; demo?: boolean; families: readonly Family[]; sheets: readonly Sheet[] }

/** What is known of one car. Traits not listed are not known. */
export type Car = { family: Slug; year?: number; engine?: Slug; traits: Readonly<Record<Slug, Slug>> }
