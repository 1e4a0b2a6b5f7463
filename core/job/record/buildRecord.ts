import type { Condition } from '../../plan/search/judgeChance'
import type { Service } from '../../plan/goals/services'
import { siblingOf } from '../../plan/goals/siblings'
import type { FluidBalance } from '../../fluid/balanceFluid'
import type { Amount } from '../../fluid/balanceCircuit'
import { chosenPart } from '../../sheet/chosenPart'
import { linesOf } from '../../sheet/jointLines'
import { settleValue } from '../../sheet/settleContested'
import type { EndForm } from '../../making/cutLength'
import type { Join } from '../../making/joins'
import type { TubeMaterial } from '../../making/tubeStrength'
import type { CarTest } from '../../sheet/systemRules'
import type { StepRef } from '../steps/stepKinds'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Caution, Proof, Sheet, Slug, Window } from '../../sheet/types'
import { fromSi } from '../../units/convertUnit'
import type { Celsius, Entered, Millilitres, NewtonMetres } from '../../units/types'
import { balanceOf } from '../state/balanceOf'
import { changesOf } from '../state/carState'
import { levelsOf } from '../../sheet/levelsOf'
import { listDue } from '../owed/obligations'
import { isToReadCold } from '../owed/readCold'
import { waitNamed } from '../state/waits'
import { isGone } from '../state/partEffects'
import type {
  Bottle,
  Instrument,
  LeakedFound,
  Weighed,
  BodyOf,
  EarlyEnding,
  FastenerLoss,
  JobEvent,
  JobState,
  JobVehicle,
  LeakResult,
  LevelReading,
  Mark,
  Obligation,
  Sight,
  TorqueHow,
  TorqueJudged,
} from '../types'
import type { Found, ObservedThing } from '../../sheet/observation'

export type TorqueEntry = {
  /** The joint, or what else was tightened. */
  joint: string
  name: string
  how: TorqueHow
  entered?: Entered<'torque'>
  newtonMetres?: NewtonMetres
  poundFeet?: number
  window?: Window<NewtonMetres>
  verdict: 'inside' | 'under' | 'over' | 'not-measured'
  reason?: string
  instrument?: Instrument
  by: string
  at: string
}
export type FluidEntry = {
  kind: 'caught' | 'extracted' | 'added'
  entered: Entered<'volume'>
  millilitres: Millilitres
  how: 'measured' | 'estimated'
  /** Another fluid than the lines' own, by its name. */
  circuit?: string
  /** What was drained went back in. */
  drained?: boolean
  bottle?: Bottle
  /** Why a lead let in a bottle that had stood open. */
  kept?: string
  weighed?: Weighed
  by: string
  at: string
}
export type JointEntry = {
  joint: string
  name: string
  line: string
  seals: { name: string; count: number; size?: string; part?: string }[]
  proofs: readonly Proof[]
  leak?: LeakResult
  leakAt?: string
  /** The new part does without it. */
  leftOut?: true
}

/** A line that was made here: by its list, what of and how it is joined; without the list, how in words. */
export type MadeEntry = {
  how: 'bench' | 'without'
  note?: string
  /** In mm. */
  tube?: { outside?: number; wall?: number; material?: TubeMaterial }
  join?: Join
  ends?: { from?: EndForm; to?: EndForm }
  by: string
  at: string
}

/** A job as it is handed over: plain data, format `efferent.job-record/3`, the same for page, print, PDF, JSON and CSV. */
export type JobRecord = {
  format: 'efferent.job-record/3'
  job: string
  number: number
  openedAt: string
  openedBy: string
  vehicle: JobVehicle
  customer: string
  complaint?: string
  sheet: { id: string; revision: number; title: string; fluid: string | undefined }
  /** `which`: the old one went back in. */
  lines: {
    id: string
    name: string
    mark?: string
    part?: string
    outAt?: string
    inAt?: string
    which?: 'old' | 'new'
    differs?: string
    accepted?: string
    made?: MadeEntry
  }[]
  /** Lines taken out and put back as they were. */
  putBack: { id: string; name: string }[]
  /** Fasteners that could not go back, and what is there instead. */
  lost: { part: string; fastener: string; count: number; what: FastenerLoss; instead: string; by: string; at: string }[]
  /** Waits that were not kept to their end. */
  waitsCut: { text: string; reason: string; celsius?: Celsius; by: string; at: string }[]
  /** Leaks that came from elsewhere, and where air was drawn in. */
  traced: { name?: string; note: string; by: string; at: string }[]
  leftAlone: { id: string; name: string }[]
  torques: TorqueEntry[]
  fluids: FluidEntry[]
  /** What the car had lost before it came in. */
  leaked: { circuit?: string; found: LeakedFound; amount?: Amount; by: string; at: string }[]
  /** Bleeding, round by round; without a name: the whole circuit at once. */
  rounds: {
    name?: string
    count?: number
    saw: Sight
    toppedUp: boolean
    airBack?: boolean
    bubble?: number
    stands?: number
    /** Let out in it and put in after it, mL, where somebody measured. */
    out?: Millilitres
    in?: Millilitres
    by: string
    at: string
  }[]
  tests: { test: CarTest; result: 'good' | 'not-good'; note?: string; by: string; at: string }[]
  clearances: { name: string; by: string; at: string }[]
  balance: FluidBalance
  /** Of the other fluids that were let out. */
  balances: { name: string; balance: FluidBalance }[]
  /** Parts put back with new seals of their own, and how they looked. */
  parts: {
    name: string
    seals: { name: string; count: number; size?: string; part?: string }[]
    look?: LeakResult
    by?: string
    at?: string
  }[]
  renewed: { name: string; parts: readonly string[]; by: string; at: string }[]
  /** Torques that leaflets stated and the sheet did not, or otherwise. */
  leaflets: { name: string; low: Entered<'torque'>; high: Entered<'torque'>; from: string; by: string; at: string }[]
  /** What was met on the car and the sheet did not know. */
  observed: { name: string; found: Found; by: string; at: string }[]
  service?: Service
  joints: JointEntry[]
  levels: {
    name: string
    entered?: Entered<'temperature'>
    celsius?: Celsius
    engine: 'idling' | 'off'
    reading: LevelReading
    by: string
    at: string
  }[]
  operations: { id: string; name: string; off: boolean; on: boolean; fastenersOut: number; fastenersIn: number }[]
  skipped: { step: StepRef; reason: string; by: string; at: string }[]
  roadTest?: { result: 'good' | 'not-good'; note?: string; by: string; at: string }
  notes: { text: string; by: string; at: string }[]
  /** What was weighed beside the lines, and what the customer or the workshop said. */
  neighbours: {
    neighbour: string
    name: string
    choice: 'now' | 'leave'
    by: 'customer' | 'workshop'
    found?: Condition
    weighed?: NonNullable<BodyOf<'neighbourDecided'>['weighed']>
    note?: string
    at: string
  }[]
  photos: { photo: string; step?: StepRef; caption?: string; by: string; at: string }[]
  cautions: Caution[]
  lookNext: readonly string[]
  missing: readonly Obligation[]
  signedOff?: { by: string; at: string }
  /** Ended without being done; `missing` then says what was due. */
  ended?: {
    ending: EarlyEnding
    why: string
    by: string
    at: string
    /** What is still to be read cold, by when, and how far it may be driven until then; `readAt`: when it was. */
    read?: { level: string; by: string; km: number; readAt?: string }
  }
  handedOver?: { by: string; at: string; to: string; note?: string }
  /** Every event ever recorded, corrections among them. */
  events: readonly JobEvent[]
}

const torqueEntry = (joint: string, name: string, torque: TorqueJudged, { by, at }: Pick<Mark, 'by' | 'at'>): TorqueEntry => ({
  joint,
  name,
  how: torque.how,
  entered: torque.entered,
  newtonMetres: torque.torque,
  poundFeet: torque.torque === undefined ? undefined : fromSi('torque', torque.torque, 'lbf.ft'),
  window: torque.window,
  verdict: torque.verdict,
  reason: torque.reason,
  ...(torque.instrument && { instrument: torque.instrument }),
  by,
  at,
})
/** A group of fasteners goes by its part and by what it is. */
function nameOfTightened(sheet: Sheet, id: string, group: number): string {
  const { operations, holds, bleeders, fills } = sheet
  const operation = operations.find(candidate => candidate.id === id)
  const fastener = operation?.fasteners[group]
  if (operation && fastener) return `${operation.name}, ${fastener.what} ${fastener.size}`
  return [...holds, ...bleeders, ...fills, ...levelsOf(sheet)].find(candidate => candidate.id === id)?.name ?? id
}

function nameOfThing(sheet: Sheet, about: ObservedThing, id: string): string {
  const { joints, holds, operations, lines, bleeders, neighbours } = sheet
  const things = { joint: joints, hold: holds, operation: operations, line: lines, bleeder: bleeders, level: levelsOf(sheet) }
  if (about === 'neighbour') return neighbours.find(one => one.id === id)?.what ?? id
  return things[about].find(one => one.id === id)?.name ?? id
}

function madeOf(state: JobState, line: Slug): MadeEntry | undefined {
  const made = state.lines[line]?.made
  if (!made) return undefined
  const { how, note, by, at } = made
  if (how === 'without') return { how, note, by, at }
  const { tube, join, ends } = state.making[line]?.said.making ?? {}
  return { how, tube, join, ends: ends && { from: ends.from.form, to: ends.to.form }, by, at }
}

function endedOf(sheet: Sheet, { ended }: JobState): JobRecord['ended'] {
  if (!ended) return undefined
  const { ending, why, by, at, read } = ended
  const level = read && (levelsOf(sheet).find(({ id }) => id === read.level)?.name ?? read.level)
  return {
    ending,
    why,
    by,
    at,
    ...(read && { read: { level: level!, by: read.by, km: read.km, ...(read.closed && { readAt: read.closed.at }) } }),
  }
}

/**
 * `events` is the whole list as stored; the state is its fold. Nothing is left out because it was corrected: corrections are part of the
 * record.
 */
export function buildRecord(resolved: ResolvedSheet, state: JobState, events: readonly JobEvent[]): JobRecord {
  const { sheet } = resolved
  const fluid = settleValue(sheet.fluid.spec)
  const nameOf = (items: readonly { id: string; name: string }[], id: string) => items.find(item => item.id === id)?.name ?? id
  return {
    format: 'efferent.job-record/3',
    job: state.id,
    number: state.opened.number,
    openedAt: state.openedAt,
    openedBy: state.openedBy,
    vehicle: state.opened.vehicle,
    customer: state.opened.customer,
    complaint: state.opened.complaint,
    sheet: { id: sheet.id, revision: sheet.revision, title: sheet.title, fluid: fluid.kind === 'unknown' ? undefined : fluid.value },
    lines: resolved.lines
      .filter(line => state.scope.includes(line.id))
      .map(line => {
        const record = state.lines[line.id]
        return {
          id: line.id,
          name: line.name,
          mark: line.mark,
          part: chosenPart(line, state.inputs?.parts)?.number,
          outAt: record?.out?.at,
          inAt: record?.in?.at,
          which: record?.which,
          differs: record?.compared?.differs ?? record?.received?.differs,
          accepted: record?.accepted?.why,
          made: madeOf(state, line.id),
        }
      }),
    leftAlone: resolved.lines.filter(line => !state.scope.includes(line.id)).map(({ id, name }) => ({ id, name })),
    putBack: resolved.lines.filter(({ id }) => state.lines[id]?.which === 'old').map(({ id, name }) => ({ id, name })),
    lost: state.lost.map(({ operation, group, count, what, instead, by, at }) => {
      const found = sheet.operations.find(({ id }) => id === operation)
      const fastener = found?.fasteners[group]
      return {
        part: found?.name ?? operation,
        fastener: fastener ? `${fastener.what} ${fastener.size}` : `group ${group + 1}`,
        count,
        what,
        instead,
        by,
        at,
      }
    }),
    waitsCut: Object.entries(state.waitsCut).map(([wait, { reason, celsius, by, at }]) => ({
      text: waitNamed(sheet, wait)?.text ?? wait,
      reason,
      celsius,
      by,
      at,
    })),
    traced: [
      ...Object.entries(state.joints).flatMap(([joint, { traced }]) =>
        traced ? [{ name: nameOf(sheet.joints, joint), note: traced.note, by: traced.by, at: traced.at }] : [],
      ),
      ...state.airTraced.map(({ cause, by, at }) => ({ note: cause, by, at })),
    ],
    torques: [
      ...sheet.joints.flatMap(({ id, name }) => {
        const torqued = state.joints[id]?.torqued
        return torqued ? [torqueEntry(id, name, torqued, torqued)] : []
      }),
      ...Object.values(state.tightened).flatMap(tightened =>
        tightened.torques.flatMap((torque, group) =>
          torque ? [torqueEntry(tightened.target, nameOfTightened(sheet, tightened.target, group), torque, tightened)] : [],
        ),
      ),
    ],
    rounds: state.rounds.map(({ bleeder, count, saw, toppedUp, airBack, bubble, stands, outVolume, inVolume, by, at }) => ({
      ...(outVolume !== undefined && { out: outVolume }),
      ...(inVolume !== undefined && { in: inVolume }),
      ...(airBack && { airBack }),
      ...(bubble !== undefined && { bubble }),
      ...(stands !== undefined && { stands }),
      name: bleeder === sheet.id ? undefined : nameOf(sheet.bleeders, bleeder),
      count,
      saw,
      toppedUp,
      by,
      at,
    })),
    tests: Object.entries(state.tests).map(([test, { result, note, by, at }]) => ({ test: test as CarTest, result, note, by, at })),
    clearances: Object.entries(state.clearances).map(([line, { by, at }]) => ({ name: nameOf(sheet.lines, line), by, at })),
    fluids: state.effective.flatMap(({ body, by, at }): FluidEntry[] => {
      const kind =
        body.type === 'fluidCaught'
          ? 'caught'
          : body.type === 'fluidAdded'
            ? 'added'
            : body.type === 'fluidExtracted'
              ? 'extracted'
              : undefined
      if (!kind || !('volume' in body)) return []
      return [
        {
          kind,
          entered: body.entered,
          millilitres: body.volume,
          how: body.how,
          ...(body.circuit !== undefined && { circuit: nameOf(sheet.circuits ?? [], body.circuit) }),
          ...('drained' in body && body.drained && { drained: true }),
          ...('bottle' in body && body.bottle !== undefined && { bottle: body.bottle }),
          ...('kept' in body && body.kept !== undefined && { kept: body.kept }),
          ...('weighed' in body && body.weighed !== undefined && { weighed: body.weighed }),
          by: by.name,
          at,
        },
      ]
    }),
    leaked: Object.values(state.leaked).map(({ circuit, found, amount, by, at }) => ({
      ...(circuit !== undefined && { circuit: nameOf(sheet.circuits ?? [], circuit) }),
      found,
      ...(amount && { amount }),
      by,
      at,
    })),
    balance: balanceOf(resolved, state),
    balances: (sheet.circuits ?? [])
      .filter(({ id }) => changesOf(sheet, state, id).length > 0)
      .map(({ id, name }) => ({ name, balance: balanceOf(resolved, state, id) })),
    parts: sheet.operations.flatMap(({ id, name, seals = [] }) => {
      const { on, seals: fitted = [], looked } = state.operations[id] ?? {}
      if (!on || seals.length === 0) return []
      const renewed = seals.filter(seal => fitted.includes(seal.id)).map(({ name, count, size, part }) => ({ name, count, size, part }))
      return [{ name, seals: renewed, ...(looked && { look: looked.result, by: looked.by, at: looked.at }) }]
    }),
    renewed: Object.entries(state.renewed).flatMap(([id, { by, at }]) => {
      const found = sheet.neighbours.find(neighbour => neighbour.id === id)
      return found ? [{ name: found.what, parts: found.parts, by, at }] : []
    }),
    leaflets: Object.values(state.leaflets).map(({ thing, target, group, low, high, from, by, at }) => ({
      name: thing === 'joint' ? nameOf(sheet.joints, target) : nameOfTightened(sheet, target, group ?? 0),
      low,
      high,
      from,
      by,
      at,
    })),
    observed: state.observed.map(({ about, target, found, by, at }) => ({ name: nameOfThing(sheet, about, target), found, by, at })),
    service: state.service?.what,
    joints: sheet.joints
      .filter(joint => state.joints[joint.id]?.opened)
      .map((joint): JointEntry => {
        const record = state.joints[joint.id]!
        return {
          joint: joint.id,
          name: joint.name,
          line: linesOf(joint)
            .map(line => nameOf(sheet.lines, line))
            .join(', '),
          proofs: record.seated?.proofs ?? [],
          leak: record.leak?.result,
          leakAt: record.leak?.at,
          ...(isGone(resolved, state, joint.id) && { leftOut: true }),
          seals: joint.seals
            .filter(seal => record.sealed?.seals.includes(seal.id))
            .map(({ name, count, size, part }) => ({ name, count, size, part })),
        }
      }),
    levels: state.levels.map(({ level, temperature, celsius, engine, reading, by, at }) => ({
      name: nameOf(levelsOf(sheet), level),
      entered: temperature,
      celsius,
      engine,
      reading,
      by,
      at,
    })),
    operations: Object.entries(state.operations).map(([id, record]) => ({
      id,
      name: nameOf(sheet.operations, id),
      off: record.off !== undefined,
      on: record.on !== undefined,
      fastenersOut: record.fastenersOut.reduce((sum, count) => sum + count, 0),
      fastenersIn: record.fastenersIn.reduce((sum, count) => sum + count, 0),
    })),
    skipped: Object.values(state.steps).flatMap(mark => (mark?.skipped ? [{ ...mark.skipped, by: mark.by, at: mark.at }] : [])),
    roadTest: state.roadTest && { result: state.roadTest.result, note: state.roadTest.note, by: state.roadTest.by, at: state.roadTest.at },
    notes: state.notes.map(({ text, by, at }) => ({ text, by, at })),
    neighbours: Object.entries(state.neighbours).map(([neighbour, { choice, by, found, weighed, note, at }]) => ({
      neighbour,
      name:
        siblingOf(neighbour) === undefined
          ? (sheet.neighbours.find(({ id }) => id === neighbour)?.what ?? neighbour)
          : nameOf(sheet.lines, siblingOf(neighbour)!),
      choice,
      by,
      found,
      weighed,
      note,
      at,
    })),
    photos: state.photos.map(({ photo, step, caption, by, at }) => ({ photo, step, caption, by, at })),
    cautions: sheet.cautions
      .filter(caution => caution.phase === 'close' || caution.kind === 'law')
      .map(({ kind, text }) => ({ kind, text })),
    lookNext: sheet.proving.lookNext,
    // Released unfinished, it says for ever what was due when it left.
    missing: listDue(resolved, state.ended?.ending === 'unfinished' || isToReadCold(state) ? { ...state, signedOff: undefined } : state),
    signedOff: state.ended ? undefined : state.signedOff && { by: state.signedOff.by, at: state.signedOff.at },
    ended: endedOf(sheet, state),
    handedOver: state.handedOver && {
      by: state.handedOver.by,
      at: state.handedOver.at,
      to: state.handedOver.to,
      note: state.handedOver.note,
    },
    events,
  }
}
