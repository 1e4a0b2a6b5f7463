import type { Observation } from '../sheet/observation'
import type { PlanInputs } from '../plan/planInputs'
import type { Service } from '../plan/goals/services'
import type { AccessIssue, PlannerVersion } from '../plan/types'
import type { Condition } from '../plan/search/judgeChance'
import type { NeighbourRef } from '../plan/goals/siblings'
import type { Remedy, RemedyBar } from '../fittings/seizedPath'
import type { LiftPosition, Proof, Slug, Window } from '../sheet/types'
import type { Adapter } from '../torque/correctForAdapter'
import type { MakeAct } from '../making/makeActs'
import type { RuleBreach } from '../making/makingRules'
import type { LineInMaking } from '../making/workOut'
import type { HoldVerdict } from '../bleed/judgeHold'
import type { Amount } from '../fluid/balanceCircuit'
import type { Celsius, Entered, Millilitres, NewtonMetres } from '../units/types'
import type { GoalRef } from '../plan/goals/goalKinds'
import type { CarTest } from '../sheet/systemRules'
import type { Rest } from '../sheet/carRests'
import type { StepKey, StepRef } from './steps/stepKinds'

export const roles = ['technician', 'lead', 'desk', 'admin'] as const
export type Role = (typeof roles)[number]
export type Person = { id: string; name: string; role: Role }

export type JobVehicle = { id: string; plate: string; label: string; family: Slug; year?: number; engine?: Slug }
export const torqueHows = ['wrench', 'adapter', 'turn', 'feel'] as const
export type TorqueHow = (typeof torqueHows)[number]
export const torqueVerdicts = ['inside', 'under', 'over', 'not-measured'] as const
/** Foam is no level: it has to rest before one can be read. */
export const levelReadings = ['at', 'below', 'above', 'foam'] as const
export type LevelReading = (typeof levelReadings)[number]
/** Instruments whose readings enter a job by themselves; the ones that ship with the program are simulated. */
export const instruments = ['simulated-scan-tool', 'simulated-torque-wrench', 'simulated-scale', 'simulated-pump-gauge'] as const
export type Instrument = (typeof instruments)[number]
export const leakResults = ['dry', 'weeping', 'leaking'] as const
export type LeakResult = (typeof leakResults)[number]
/** What was seen leaving at a bleeder, or in the reservoir, in one round of bleeding. */
export const sights = ['clear', 'air', 'foam', 'dirty'] as const
export type Sight = (typeof sights)[number]
/** What a line is put under pressure by, so that a leak shows: the engine, or a pedal, lever or pump that somebody holds. */
export type PressureBy = 'engine' | 'pedal'
/** What has a torque of its own beside the joints. */
export const tightenedThings = ['operation', 'hold', 'bleeder', 'level', 'fill'] as const
export type TightenedThing = (typeof tightenedThings)[number]
export const fastenerLosses = ['missing', 'broken'] as const
export type FastenerLoss = (typeof fastenerLosses)[number]
/** How a job may end that is not done: docs/obligations.md says who may, and what is printed. */
export const earlyEndings = ['unfinished', 'provisional', 'no-repair', 'declined', 'cancelled'] as const
export type EarlyEnding = (typeof earlyEndings)[number]
/** What can have a torque: the joints, and everything else that is tightened. */
export const torquedThings = ['joint', ...tightenedThings] as const
export type TorquedThing = (typeof torquedThings)[number]
/** Full and empty on the scale, grams, and how warm the fluid was. */
export type Weighed = { full: number; empty: number; celsius: Celsius; instrument?: Instrument }
/** Sealed until now, or opened on that day (YYYY-MM-DD). */
export type Bottle = 'sealed' | { opened: string }
/** How it is known what a car lost before it came in: by its level (mm below the mark), by drips, by what the customer has put in. */
export type LeakedFound =
  | { by: 'level'; level: Slug; mm: number }
  | { by: 'drips'; perMinute: number; hours: number }
  | { by: 'added'; entered: Entered<'volume'> }
  | { by: 'unknown' }
export const leakedBys = ['level', 'drips', 'added', 'unknown'] as const satisfies readonly LeakedFound['by'][]
/** How something was tightened, as a person says it. */
export type TorqueSaid = { how: TorqueHow; entered?: Entered<'torque'>; adapter?: Adapter; reason?: string; instrument?: Instrument }
/** The same with what follows from the sheet. `practice`: nobody knows a torque, and it was turned as general practice does. */
export type TorqueJudged = TorqueSaid & {
  torque?: NewtonMetres
  window?: Window<NewtonMetres>
  verdict: (typeof torqueVerdicts)[number]
  practice?: boolean
}
/** What a part was held against. */
export const comparedWith = ['sheet', 'old-line', 'stock'] as const
export const pauseReasons = ['parts', 'approval', 'end-of-day', 'other'] as const
export const timerNames = ['leak', 'drip', 'soak', 'rest'] as const
export type TimerName = (typeof timerNames)[number]

/** What a person says happened: a command. `decide` turns it into an event body, adding what follows from the sheet. */
export type JobCommand =
  | {
      type: 'opened'
      number: number
      sheet: { id: Slug; revision: number }
      vehicle: JobVehicle
      customer: string
      complaint?: string
      traits: Readonly<Record<Slug, Slug>>
    }
  | { type: 'traitsLearned'; question: Slug; answer: Slug }
  | { type: 'scopeChosen'; lines: readonly Slug[] }
  | { type: 'planned'; inputs: PlanInputs }
  /** The job goes on by a newer revision of its sheet. */
  | { type: 'revisionMoved'; revision: number }
  /** The car stands ready to be worked on. */
  | { type: 'prepared' }
  | { type: 'stepSkipped'; step: StepRef; reason: string }
  | { type: 'stepUndone'; reverts: readonly string[] }
  /** `stock`: what a line is to be made of is there, or not; nothing has been compared with anything yet. */
  | { type: 'partReceived'; line: Slug; against: (typeof comparedWith)[number]; agrees: boolean; differs?: string }
  | { type: 'operationOff'; operation: Slug; fasteners: readonly number[] }
  /** `seals`: of a part that has any, those renewed with it; `oldOut`: the old ones were seen to have come off. */
  | { type: 'operationOn'; operation: Slug; fasteners: readonly number[]; seals?: readonly Slug[]; oldOut?: boolean }
  | { type: 'fastenersCounted'; operation: Slug; fasteners: readonly number[] }
  | { type: 'jointOpened'; joint: Slug }
  | { type: 'jointCapped'; joint: Slug }
  | { type: 'jointSeized'; joint: Slug; remedy: Remedy; note?: string }
  | {
      type: 'neighbourDecided'
      neighbour: NeighbourRef
      choice: 'now' | 'leave'
      by: 'customer' | 'workshop'
      found?: Condition
      /** What was on the table when it was decided: minutes, and the chance within so many years. */
      weighed?: { now: number; later: number; years: number; chance?: number }
      note?: string
    }
  /** `step`: what was in hand, if anything was. */
  | { type: 'photoTaken'; photo: string; step?: StepRef; caption?: string }
  | { type: 'passedOn'; to: string; note?: string }
  | { type: 'holdReleased'; hold: Slug }
  | { type: 'holdFastened'; hold: Slug }
  | { type: 'lineOut'; line: Slug }
  | { type: 'lineIn'; line: Slug }
  /** What is to be made of a piece of tube for this line, and in which order its bends are made; said anew, it is a new piece. */
  | { type: 'makingSaid'; line: Slug; making: LineInMaking; order: readonly number[] }
  /** One act of making it, by its name in the list that follows from what is to be made. */
  | { type: 'makeActDone'; line: Slug; act: string }
  /** A flare that is no good is cut off, so far behind its face: that end is deburred, formed and looked at again. */
  | { type: 'endCutOff'; line: Slug; end: 'from' | 'to'; off: Entered<'length'>; note?: string }
  /** Bent again after a trial fit: which bend, by its number from 0, and by how many degrees more (or less). */
  | { type: 'rebent'; line: Slug; bend: number; degrees: number; note?: string }
  /** The line is made: by the list, or without it, and then how. */
  | { type: 'lineMade'; line: Slug; how: 'bench' | 'without'; note?: string }
  /** What the old line had to give has been moved to the new one, each by its name on the sheet. */
  | { type: 'carriedOver'; line: Slug; items: readonly string[] }
  /** What was laid in has to come out once more. */
  | { type: 'lineCalledOut'; line: Slug; why: string }
  /** A part that differs is used all the same. */
  | { type: 'partAccepted'; line: Slug; why: string }
  /** Fasteners that were not there, or broke: fewer go back than came out, and what goes instead. */
  | { type: 'fastenerLost'; operation: Slug; group: number; count: number; what: FastenerLoss; instead: string }
  /** What was seen at a joint ran down to it from somewhere else. */
  | { type: 'leakTraced'; joint: Slug; note: string }
  /** Air is drawn in somewhere, and it has been found where. */
  | { type: 'airTraced'; cause: string }
  /** The reservoir ran empty while it was worked on: what was bled is full of air again. */
  | { type: 'ranDry' }
  /** Did what is on the car come filled and sealed, and does what goes in? A lead's word, where the sheet says nothing. */
  | { type: 'sealingSaid'; fitted: boolean; goesIn: boolean; why: string }
  /** Nothing is filled in though nobody knows whether it came sealed: a lead's reason. */
  | { type: 'fillSpared'; why: string }
  /** A wait is not kept to its end: why, and for what had to cool or warm up the temperature it was measured at. */
  | { type: 'waitCut'; wait: Slug; reason: string; temperature?: Entered<'temperature'> }
  | { type: 'sealFitted'; joint: Slug; seals: readonly Slug[]; oldOut: boolean }
  | { type: 'sealUnavailable'; joint: Slug; seal: Slug; note: string }
  | { type: 'jointSeated'; joint: Slug; proofs: readonly Proof[] }
  | ({ type: 'jointTorqued'; joint: Slug } & TorqueSaid)
  /** Everything else that has a torque; for an operation one word for each group of its fasteners, none for those without a torque. */
  | { type: 'tightened'; thing: TightenedThing; target: Slug; torques: readonly (TorqueSaid | null)[] }
  /** A finger or a gauge has been everywhere along the new line. */
  | { type: 'clearanceProved'; line: Slug }
  | { type: 'neighbourRenewed'; neighbour: Slug }
  | { type: 'carMoved'; to: LiftPosition }
  | { type: 'engineStarted' }
  | { type: 'engineStopped' }
  /** The pedal (or lever) is held so that the line stands under pressure. */
  | { type: 'pressureHeld' }
  /** The prop is out from under the pedal's load: nothing stands under pressure any more. */
  | { type: 'pressureLet' }
  /**
   * One round of bleeding. `bleeder`: where; the sheet's own id where the whole circuit is bled at once. `count`: strokes or turns.
   * `running`: turned once more with the engine idling. `airBack`: the pedal came up with the bleeder open; whatever the hose showed, that
   * round ran not clear. `bubble`: mm of bubbles in the clear hose; `pedal`: how far it went before it held, 0 to 1.
   */
  | {
      type: 'roundBled'
      bleeder: Slug
      count?: number
      saw: Sight
      toppedUp: boolean
      running?: boolean
      airBack?: boolean
      bubble?: number
      pedal?: number
      /** How full the reservoir stood after it, 0 to 1, before it was topped up. */
      stands?: number
      /** What it let out, and what went in after it: counted in the balance, and no loss that has to be made good before the next. */
      out?: Entered<'volume'>
      in?: Entered<'volume'>
    }
  | { type: 'tested'; test: CarTest; result: 'good' | 'not-good'; note?: string }
  /** `circuit`: whose fluid, where it is not the lines' own. */
  | { type: 'fluidCaught'; entered: Entered<'volume'>; how: 'measured' | 'estimated'; circuit?: Slug; weighed?: Weighed }
  /**
   * `drained`: what was drained went back in, and was clean. `bottle`: what it came out of; brake fluid draws water from the air once that
   * is open. `kept`: a lead lets an old one in, and why.
   */
  | {
      type: 'fluidAdded'
      entered: Entered<'volume'>
      how: 'measured' | 'estimated'
      circuit?: Slug
      drained?: boolean
      bottle?: Bottle
      kept?: string
    }
  | { type: 'fluidExtracted'; entered: Entered<'volume'>; how: 'measured' | 'estimated'; circuit?: Slug; weighed?: Weighed }
  /** What the car had lost before it came in; a later word about the same circuit takes its place. */
  | { type: 'leakedBefore'; circuit?: Slug; found: LeakedFound }
  /** A part with a seal of its own was looked at once the engine has run. */
  | { type: 'partLooked'; operation: Slug; result: LeakResult }
  /** What the leaflet in the box says, as it is printed; it is this job's torque from then on. */
  | {
      type: 'leafletRead'
      thing: TorquedThing
      target: Slug
      group?: number
      low: Entered<'torque'>
      high: Entered<'torque'>
      from: string
    }
  | ({ type: 'observed' } & Observation)
  /** The way that was to be tried first does not go on this car. */
  | { type: 'wayHung'; goal: GoalRef; way: number; note?: string }
  | {
      type: 'levelRead'
      level: Slug
      temperature?: Entered<'temperature'>
      engine: 'idling' | 'off'
      reading: LevelReading
      /** Height above the lower mark, or the only one, as tapped on its scale; what it means against the marks is worked out from it. */
      mm?: number
      /** What said the temperature, where nobody typed it. */
      instrument?: Instrument
    }
  /** The empty circuit was drawn down and shut, and read again: kPa below the air outside. */
  | { type: 'vacuumHeld'; from: number; to: number; minutes: number; instrument?: Instrument }
  | { type: 'timerStarted'; timer: Exclude<TimerName, 'leak'>; minutes: number }
  | { type: 'timerEnded'; timer: TimerName; reason?: string }
  | { type: 'cleaned'; at: LiftPosition }
  | { type: 'leakChecked'; joint: Slug; result: LeakResult }
  | { type: 'roadTested'; result: 'good' | 'not-good'; note?: string }
  | { type: 'noteWritten'; text: string }
  | { type: 'paused'; reason: (typeof pauseReasons)[number]; note?: string }
  | { type: 'resumed' }
  | { type: 'handedOver'; to: 'customer' | 'desk'; note?: string }
  | { type: 'signedOff' }
  /**
   * The job ends without being done. `read`: of one that is provisional, by when the car is back to be read cold, and how far it may be
   * driven until then.
   */
  | { type: 'ended'; ending: EarlyEnding; why: string; read?: { by: string; km: number } }
  | { type: 'reopened'; why: string }

type Command<T extends JobCommand['type']> = Extract<JobCommand, { type: T }>
type Computed = {
  traitsLearned: Command<'traitsLearned'> & { traits: Readonly<Record<Slug, Slug>> }
  planned: Command<'planned'> & { planner: PlannerVersion }
  jointTorqued: { type: 'jointTorqued'; joint: Slug } & TorqueJudged
  tightened: Omit<Command<'tightened'>, 'torques'> & { torques: readonly (TorqueJudged | null)[] }
  /** Minutes under pressure before a joint counts as dry. */
  engineStarted: Command<'engineStarted'> & { minutes: number }
  pressureHeld: Command<'pressureHeld'> & { minutes: number }
  fluidCaught: Command<'fluidCaught'> & { volume: Millilitres }
  fluidAdded: Command<'fluidAdded'> & { volume: Millilitres }
  fluidExtracted: Command<'fluidExtracted'> & { volume: Millilitres }
  /** Acts that count no more since. */
  ended: Omit<Command<'ended'>, 'read'> & { read?: { level: Slug; by: string; km: number } }
  rebent: Command<'rebent'> & { undone: readonly string[] }
  /** `mm`: what was cut off; `short`: how much too short the line comes out now, mm; absent: nobody knows. */
  endCutOff: Command<'endCutOff'> & { mm: number; short?: number; undone: readonly string[] }
  vacuumHeld: Command<'vacuumHeld'> & { verdict: HoldVerdict }
  /** Unknown where nobody knows it, or nothing says what a millimetre of that level holds. */
  leakedBefore: Command<'leakedBefore'> & { amount?: Amount }
  /** `rest`: minutes before another round, start or reading, where foam was seen in what circulates. */
  roundBled: Command<'roundBled'> & { rest?: number; outVolume?: Millilitres; inVolume?: Millilitres }
  /** `rest`: minutes before another reading counts, where foam was seen. */
  levelRead: Command<'levelRead'> & { celsius?: Celsius; rest?: number }
  /** The one that was taken out stays with the customer; of a line no longer wanted the old one goes back. `also`: in the same piece. */
  lineCalledOut: Command<'lineCalledOut'> & { also?: readonly Slug[] }
  lineOut: Command<'lineOut'> & { also?: readonly Slug[] }
  lineIn: Command<'lineIn'> & { which?: 'old' | 'new'; also?: readonly Slug[] }
  leafletRead: Command<'leafletRead'> & { window: Window<NewtonMetres> }
  waitCut: Command<'waitCut'> & { celsius?: Celsius }
}
/** What only the server says: that an entry came of which nobody is sure, and what a lead says became of it. */
export type ServerSaid =
  | { type: 'entryHeld'; about: string; by: Signature; counts: boolean }
  | { type: 'entrySettled'; about: string; stands: boolean; why: string }
/** What somebody said happened, with what follows from it. */
export type SaidBody = { [T in JobCommand['type']]: T extends keyof Computed ? Computed[T] : Command<T> }[JobCommand['type']]
/** What happened, as stored for ever. */
export type JobBody = SaidBody | ServerSaid
export type BodyOf<T extends JobBody['type']> = Extract<JobBody, { type: T }>

/** Version of what is stored for an event; older ones are brought up on read (shared/schemas/event.ts). */
export const eventVersion = 4
/** That of what a device sends, with its command in it (docs/decisions/0010). */
export const entryVersion = 5
export type Signature = { id: string; name: string }
export type JobEvent = {
  v: typeof eventVersion
  /** UUIDv7 made on the device: sending it twice is harmless. */
  id: string
  job: string
  seq: number
  /** The last sequence its device had folded when the person pressed the button (core/job/state/carState.ts, countsAfter). */
  seen: number
  /** When, by the server's clock as its device knew it (by the device's own, where it had never been in touch). */
  at: string
  /** Server clock; absent while the event waits on the device. */
  recordedAt?: string
  /** Its author, whoever was signed in when it was sent. */
  by: Signature
  /** Who was signed in when the server took it, where that was somebody else. */
  sentBy?: Signature
  device: string
  body: JobBody
}

export type Refusal =
  | { code: 'JOB_ALREADY_OPENED' }
  | { code: 'JOB_NOT_OPENED' }
  | { code: 'JOB_SIGNED_OFF' }
  | { code: 'JOB_NOT_SIGNED_OFF' }
  | { code: 'JOB_PAUSED' }
  | { code: 'JOB_NOT_PAUSED' }
  | { code: 'JOB_ROLE'; needs: Role[] }
  | { code: 'JOB_NOT_PLANNED' }
  | { code: 'JOB_REASON_NEEDED'; field: string }
  | {
      code: 'JOB_UNKNOWN_TARGET'
      what:
        | 'line'
        | 'joint'
        | 'hold'
        | 'operation'
        | 'seal'
        | 'question'
        | 'answer'
        | 'level'
        | 'fill'
        | 'step'
        | 'neighbour'
        | 'bleeder'
        | 'part'
        | 'circuit'
        | 'way'
        | 'test'
      id: string
    }
  | { code: 'JOB_ACCESS'; issue: AccessIssue }
  | { code: 'JOB_OPERATION_STATE'; operation: Slug; is: 'off' | 'on' }
  | { code: 'JOB_FASTENER_GROUPS'; operation: Slug; expected: number; got: number }
  | { code: 'JOB_JOINT_STATE'; joint: Slug; needs: 'closed' | 'opened' | 'seals' | 'seated' }
  | { code: 'JOB_LINE_STATE'; line: Slug; needs: 'in' | 'out' | 'ends-open' | 'holds-released' | 'laid-in' }
  | { code: 'JOB_HOLD_STATE'; hold: Slug; needs: 'fastened' | 'released' }
  | { code: 'JOB_PROOF_MISSING'; joint: Slug; proofs: Proof[] }
  | { code: 'JOB_SEAL_MISSING'; joint: Slug; seals: Slug[] }
  | { code: 'JOB_OLD_SEAL'; joint: Slug }
  | { code: 'JOB_TORQUE_OUTSIDE'; target: Slug; torque: NewtonMetres; window: Window<NewtonMetres>; verdict: 'under' | 'over' }
  | { code: 'JOB_TORQUE_NEEDED'; target: Slug }
  | { code: 'JOB_BY_FEEL'; target: Slug }
  | { code: 'JOB_TORQUE_GROUPS'; target: Slug; expected: number; got: number }
  | { code: 'JOB_QUANTITY_RANGE'; dimension: 'torque' | 'volume' | 'temperature' | 'length'; value: number; low: number; high: number }
  /** What guards an act is not done yet. */
  | { code: 'JOB_GATE'; gate: Gate; due: Obligation[] }
  | { code: 'JOB_ENGINE'; is: 'running' | 'off' }
  | { code: 'JOB_LIFT'; needs: LiftPosition; is: 'there' | 'elsewhere' }
  | { code: 'JOB_NO_PRESSURE'; by: PressureBy }
  /** The pedal is propped: nothing is opened or bled, and no pedal tried, before the prop is out. */
  | { code: 'JOB_PROPPED' }
  /** The car rests on what is off, or something on the floor holds it by what is off: it is not let down, moved or started so. */
  | { code: 'JOB_CAR_RESTS'; operation: Slug; why: Rest }
  | { code: 'JOB_THING_STATE'; target: Slug; needs: 'on' | 'fastened' }
  | { code: 'JOB_UNDO_OTHERS'; by: string }
  | { code: 'JOB_TEMPERATURE_NEEDED'; level: Slug }
  | { code: 'JOB_TIMER_NOT_STARTED'; timer: TimerName }
  | { code: 'JOB_TIMER_RUNNING'; timer: TimerName; secondsLeft: number }
  | { code: 'JOB_LEVEL_TEMPERATURE'; level: Slug; celsius: Celsius; window: Window<Celsius> }
  | { code: 'JOB_LEVEL_ENGINE'; needs: 'idling' | 'off' }
  | { code: 'JOB_REVISION'; revision: number; why: 'not-there' | 'not-newer' | 'other-car' }
  | { code: 'JOB_REVISION_LOST'; revision: number; lost: Slug[] }
  | { code: 'JOB_REMEDY_BARRED'; joint: Slug; remedy: Remedy; because: RemedyBar }
  | { code: 'JOB_STEP_NOT_SKIPPABLE'; step: StepRef }
  | { code: 'JOB_UNDO_NOT_LAST'; event: string }
  | { code: 'JOB_MISSING'; items: readonly Obligation[] }
  | { code: 'JOB_LEAD_SIGNS'; joints: Slug[] }
  /** It holds as many entries as a job can. */
  | { code: 'JOB_FULL'; most: number }
  /** `brakes`: never of a brake or a clutch; `level`: no single level that only wants the cold; `past`: by when is over. */
  | { code: 'JOB_READ_COLD'; why: 'brakes' | 'level' | 'past' }
  /** Something has to cool, soak, drip or rest first. */
  | { code: 'JOB_WAIT'; wait: Slug; secondsLeft: number }
  | { code: 'JOB_WAIT_NOT_RUNNING'; wait: Slug }
  | { code: 'JOB_LINE_REPLACED'; line: Slug }
  | { code: 'JOB_NOT_DIFFERENT'; line: Slug }
  /** Several parts can be had, and nobody has said which one this is. */
  | { code: 'JOB_PART_NOT_CHOSEN'; line: Slug }
  /** Another part is named for a line whose new part is in. */
  | { code: 'JOB_PART_IN'; line: Slug }
  | { code: 'JOB_AIR_BACK' }
  | { code: 'JOB_NO_LEAK'; joint: Slug }
  /** Whether a set is sealed is not open here: the sheet says it, fluid ran out of it, or it is one that fluid always goes into. */
  | { code: 'JOB_SEALING'; why: 'known' | 'ran-out' | 'always-filled' }
  /** Fluid is not filled into what is open below. */
  | { code: 'JOB_DRAIN_OPEN'; operation: Slug }
  /** What was drained may not go back in here. */
  | { code: 'JOB_OLD_FLUID' }
  /** Brake fluid of whose bottle nothing is said; one that has stood open too long for its fluid, or whose day has not come yet. */
  | { code: 'JOB_BOTTLE'; why: 'not-said' | 'too-long' | 'not-yet'; months: number }
  /** What is made does not go like this. `act`: which comes first, or which has locked it out. */
  | {
      code: 'JOB_MAKE'
      line: Slug
      why: 'nothing-said' | 'unknown' | 'first' | 'locked' | 'done' | 'left' | 'in' | 'not-allowed'
      act?: MakeAct
      breach?: RuleBreach
    }
  /** The vacuum did not hold: what leaks is found before anything is filled in. */
  | { code: 'JOB_VACUUM' }
  /** What was weighed and what was entered do not belong together. */
  | { code: 'JOB_WEIGHT'; why: 'lighter' | 'density' | 'differs'; millilitres?: Millilitres }
  /** A window that is the wrong way round. */
  | { code: 'JOB_WINDOW'; low: NewtonMetres; high: NewtonMetres }
  /** Its own seals are renewed before it goes back. */
  | { code: 'JOB_PART_SEALS'; operation: Slug; seals: Slug[] }
  /** A look through a part that is on. */
  | { code: 'JOB_HIDDEN'; joint: Slug; operation: Slug }

/** Acts that something may stand before: see docs/obligations.md. */
export const gates = ['open', 'fit', 'close', 'pressure', 'run', 'drive', 'pause', 'end'] as const
export type Gate = (typeof gates)[number]

/** What an obligation is about. */
export type ObligationWhat =
  | { kind: 'plan' }
  | { kind: 'part'; line: Slug }
  | { kind: 'compared'; line: Slug; because: 'not-done' | 'differs' }
  | { kind: 'made'; line: Slug }
  | { kind: 'carried-over'; line: Slug; items: readonly string[] }
  | { kind: 'line'; line: Slug; needs: 'out' | 'in' }
  | { kind: 'capped'; joint: Slug }
  | { kind: 'sealed'; joint: Slug; seals: Slug[] }
  | { kind: 'seated'; joint: Slug }
  | { kind: 'tight'; joint: Slug }
  | { kind: 'tightened'; thing: TightenedThing; target: Slug }
  | { kind: 'held'; hold: Slug }
  | { kind: 'back-on'; operation: Slug }
  | { kind: 'counted'; operation: Slug; group: number; out: number; in: number }
  | { kind: 'clear'; line: Slug }
  | { kind: 'renewed'; neighbour: Slug }
  /** `circuit`: another fluid than the lines' own. */
  | { kind: 'filled'; circuit?: Slug }
  | { kind: 'primed' }
  | { kind: 'bled'; bleeder: Slug; running?: boolean; because: 'not-done' | 'not-clear' | 'too-few' | 'opened-since' }
  | { kind: 'level'; level: Slug; because: 'not-read' | 'not-at' | 'changed-since' }
  | { kind: 'wiped'; at: LiftPosition }
  | { kind: 'leak-look'; joint: Slug; because: 'not-done' | 'not-dry' | 'disturbed-since' }
  | { kind: 'leak-source'; joint: Slug }
  | { kind: 'part-look'; operation: Slug; because: 'not-done' | 'not-dry' | 'disturbed-since' }
  | { kind: 'foam'; level: Slug }
  /** `not-run`: it has not been hot since its circuit was opened; `not-cold`: hot since it was read. */
  | { kind: 'cold-again'; level: Slug; because: 'not-run' | 'not-cold' }
  | { kind: 'air-source' }
  | { kind: 'tested'; test: CarTest }
  | { kind: 'road' }
  | { kind: 'propped' }
  | { kind: 'stopped' }
  | { kind: 'down' }
  /** An entry that a lead has to look at: by whom it says it is. */
  | { kind: 'to-settle'; entry: string; by: string }
export type ObligationKind = ObligationWhat['kind']
/** Something the work itself has made necessary and nobody has done since: before which gates, and since which event (its sequence). */
export type Obligation = ObligationWhat & { gates: readonly Gate[]; since: number }

/** When, by whom, where, and what their device had seen by then. */
export type Mark = { event: string; n: number; seen: number; at: string; recordedAt?: string; by: string; device: string }
/** A time under pressure; without an end it still is. */
export type Pressure = { by: PressureBy; from: Mark; to?: Mark }
export type JointRecord = {
  /** What was tried while it did not move. */
  seized?: readonly (Mark & { remedy: Remedy; note?: string })[]
  opened?: Mark
  /** It was open before in this job: closed, and opened once more. */
  again?: true
  capped?: Mark
  sealed?: Mark & { seals: readonly Slug[] }
  unavailable?: Mark & { seal: Slug; note: string }
  seated?: Mark & { proofs: readonly Proof[] }
  torqued?: Mark & Omit<BodyOf<'jointTorqued'>, 'type' | 'joint'>
  leak?: Mark & { result: LeakResult }
  /** Where a leak seen here came from, if not from here. */
  traced?: Mark & { note: string }
}
/** A line in making. */
export type Making = {
  said: Mark & { making: LineInMaking; order: readonly number[] }
  done: readonly (Mark & { act: string })[]
  cutOffs: readonly (Mark & { end: 'from' | 'to'; off: number; short?: number; note?: string })[]
  rebends: readonly (Mark & { bend: number; degrees: number; note?: string })[]
}
export type JobState = {
  id: string
  /** Sequence of the last event folded in. */
  seq: number
  opened: BodyOf<'opened'>
  openedAt: string
  openedBy: string
  /** The revision of the sheet the job goes by now. */
  revision: number
  traits: Readonly<Record<Slug, Slug>>
  scope: readonly Slug[]
  inputs?: PlanInputs
  /** The planner that the inputs were decided with. */
  planner?: PlannerVersion
  joints: Readonly<Record<Slug, JointRecord>>
  lines: Readonly<
    Record<
      Slug,
      {
        received?: Mark & { agrees: boolean; differs?: string }
        compared?: Mark & { agrees: boolean; differs?: string }
        out?: Mark
        in?: Mark
        /** It is to come out once more. */
        again?: Mark & { why: string }
        accepted?: Mark & { why: string }
        carried?: Mark & { items: readonly string[] }
        made?: Mark & { how: 'bench' | 'without'; note?: string }
        /** Which of the two lies in. */
        which?: 'old' | 'new'
        /** Laid in as a part of that line's piece. */
        piece?: Slug
      }
    >
  >
  /** Lines that are made here: what of, how far, and what was bent again. */
  making: Readonly<Record<Slug, Making>>
  holds: Readonly<Record<Slug, { released?: Mark; fastened?: Mark }>>
  operations: Readonly<
    Record<
      Slug,
      {
        off?: Mark
        on?: Mark
        fastenersOut: readonly number[]
        fastenersIn: readonly number[]
        seals?: readonly Slug[]
        looked?: Mark & { result: LeakResult }
      }
    >
  >
  /** Steps that record nothing but that they were done, or left out with a reason. */
  steps: Readonly<Partial<Record<StepKey, Mark & { skipped?: { step: StepRef; reason: string } }>>>
  caught: readonly (Mark & BodyOf<'fluidCaught'>)[]
  extracted: readonly (Mark & BodyOf<'fluidExtracted'>)[]
  added: readonly (Mark & BodyOf<'fluidAdded'>)[]
  vacuum: readonly (Mark & BodyOf<'vacuumHeld'>)[]
  /** What the car had lost before, by circuit. */
  leaked: Readonly<Record<Slug, Mark & BodyOf<'leakedBefore'>>>
  levels: readonly (Mark & BodyOf<'levelRead'>)[]
  timers: Partial<Readonly<Record<TimerName, Mark & { minutes: number; ended?: Mark & { reason?: string } }>>>
  cleaned: readonly (Mark & { where: LiftPosition })[]
  /** Fasteners that cannot go back, by operation. */
  lost: readonly (Mark & BodyOf<'fastenerLost'>)[]
  /** Where air was found to be drawn in. */
  airTraced: readonly (Mark & { cause: string })[]
  ranDry: readonly Mark[]
  /** When a rest was begun because foam was seen; seen again while it rests it is the same one. */
  rests: readonly Mark[]
  /** What a lead has said of a set whose sheet does not say whether it comes filled and sealed. */
  sealing?: Mark & BodyOf<'sealingSaid'>
  /** Why nothing has to be filled in. */
  fillSpared?: Mark & { why: string }
  /** Fluid work that is wanted for itself, since when. */
  service?: Mark & { what: Service }
  /** What leaflets say, by what it is about. */
  leaflets: Readonly<Record<string, Mark & BodyOf<'leafletRead'>>>
  observed: readonly (Mark & Observation)[]
  waitsCut: Readonly<Record<Slug, Mark & { reason: string; celsius?: Celsius }>>
  /** Moves of the car, in order. */
  moves: readonly (Mark & { to: LiftPosition })[]
  pressures: readonly Pressure[]
  rounds: readonly (Mark & BodyOf<'roundBled'>)[]
  tightened: Readonly<Record<string, Mark & { thing: TightenedThing; target: Slug; torques: readonly (TorqueJudged | null)[] }>>
  clearances: Readonly<Record<Slug, Mark>>
  renewed: Readonly<Record<Slug, Mark>>
  tests: Partial<Readonly<Record<CarTest, Mark & { result: 'good' | 'not-good'; note?: string }>>>
  roadTest?: Mark & { result: 'good' | 'not-good'; note?: string }
  notes: readonly (Mark & { text: string })[]
  photos: readonly (Mark & { photo: string; step?: StepRef; caption?: string })[]
  neighbours: Readonly<Record<NeighbourRef, Mark & Omit<BodyOf<'neighbourDecided'>, 'type' | 'neighbour'>>>
  /** Whose job it is now, where it was passed on. */
  passedOn?: Mark & { to: string; note?: string }
  /** Entries that wait for a lead, or that one has settled, by their id. */
  held: Readonly<Record<string, Mark & { author: Signature; counts: boolean; settled?: { stands: boolean } }>>
  paused?: Mark & { reason: BodyOf<'paused'>['reason']; note?: string }
  handedOver?: Mark & { to: string; note?: string }
  signedOff?: Mark
  /** The job ended without being done: how, and why. */
  ended?: Mark & {
    ending: EarlyEnding
    why: string
    /** The level that is still to be read cold; `closed`: it has been, at its mark. */
    read?: { level: Slug; by: string; km: number; closed?: Mark }
  }
  /** Events that count: those undone have been taken out. Undo folds this list again without what it reverts. */
  effective: readonly JobEvent[]
}
