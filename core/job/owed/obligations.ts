import { systemRules } from '../../sheet/systemRules'
import { kindOfFluid } from '../../fluid/fluidKinds'
import { holdsLine } from '../../sheet/holdsLine'
import { isOn } from '../../sheet/jointLines'
import { chosenPart } from '../../sheet/chosenPart'
import { opensCircuit, unknownSealing, wantsReading } from '../../sheet/sealing'
import { needsTorque } from '../../sheet/needsTorque'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import { liftPositions, type Joint, type LiftPosition, type Line, type Sheet, type Slug } from '../../sheet/types'
import {
  bleedPlaces,
  changesOf,
  circuitOpenings,
  countsAfter,
  countsAfterAll,
  disturbedAt,
  drainings,
  drainsOf,
  fluidChanges,
  hasTorque,
  isOff,
  latest,
  liftOf,
  measuredOf,
  positionAt,
  proppedSince,
  renewalOf,
  runningSince,
  tightenedAt,
} from '../state/carState'
import { decidingLevel } from '../../sheet/decidingLevel'
import { levelsOf } from '../../sheet/levelsOf'
import { carTestOf, carTestRules } from './carTests'
import type { CarTest } from '../../sheet/systemRules'
import { tightenedKey } from '../state/thingKeys'
import { plugsOf } from './torquesAsked'
import { isMadeHere } from '../state/madeHere'
import { hasLeft } from '../state/hasLeft'
import { isBledAt } from '../state/isBledAt'
import { leakDoubt } from '../state/jointStatus'
import { carrierIn, droppedIn, pieceOf } from '../state/partEffects'
import type { Gate, JobState, JointRecord, Mark, Obligation, ObligationKind, ObligationWhat, TorqueJudged } from '../types'
import { stepKey } from '../steps/stepKinds'

export type Facts = { resolved: ResolvedSheet; state: JobState }
/** Something owed: since when (the last event that made it so, or made it so again), and before which acts. */
type Owed<K extends ObligationKind = ObligationKind> = {
  what: Extract<ObligationWhat, { kind: K }>
  since: Mark | undefined
  gates: readonly Gate[]
}
/** `arises`: all that the work so far has made necessary. `met`: nothing later has undone what was done about it. */
type Row<K extends ObligationKind> = { arises: (facts: Facts) => Owed<K>[]; met: (owed: Owed<K>, facts: Facts) => boolean }

const always: readonly Gate[] = ['end']
const fluidHolds: readonly Gate[] = ['pressure', 'run', 'drive', 'end']

/** Opened, whatever becomes of them: a part may do without one that its forerunner had. */
const everOpened = ({ resolved, state }: Facts): [Joint, JointRecord][] =>
  resolved.sheet.joints.flatMap((joint): [Joint, JointRecord][] => {
    const record = state.joints[joint.id]
    return record?.opened ? [[joint, record]] : []
  })
/** Opened, and to be closed again. */
function openedJoints(facts: Facts): [Joint, JointRecord][] {
  const dropped = droppedIn(facts.resolved, facts.state)
  return everOpened(facts).filter(([{ id }]) => !dropped.has(id))
}
/** When what a joint sits on was renewed: whatever was proved of it before was proved of another part. */
const renewalsAt = ({ sheet }: ResolvedSheet, state: JobState, joint: Slug): Mark[] =>
  sheet.neighbours.flatMap(({ id, goals }) => (goals.includes(joint) ? (state.renewed[id] ?? []) : []))
const oneTimeSeals = (joint: Joint): Slug[] => joint.seals.filter(seal => seal.reuse === 'never').map(seal => seal.id)
/** Measured, or turned as the sheet says; by feel only where a lead has said why. */
const isSound = (torque: TorqueJudged | null | undefined): boolean =>
  torque !== null && torque !== undefined && (torque.how !== 'feel' || torque.reason !== undefined)

function torquedSince(state: JobState, key: string, since: Mark | undefined): boolean {
  const said = state.tightened[key]
  return said !== undefined && countsAfter(said, since) && said.torques.every(torque => torque === null || isSound(torque))
}

/** The one place that says what must be true of a car before it is given back: a row a kind. docs/obligations.md says it in words. */
export const obligations: { readonly [K in ObligationKind]: Row<K> } = {
  plan: { arises: () => [{ what: { kind: 'plan' }, since: undefined, gates: always }], met: (_, { state }) => state.inputs !== undefined },
  part: {
    // Nobody need compare; but what was found to differ holds the strip-down until it is settled.
    arises: ({ state }) =>
      state.scope.map(line => ({ what: { kind: 'part', line }, since: state.lines[line]?.received, gates: ['open', 'end'] })),
    met: ({ what }, { state }) => {
      const { received, accepted } = state.lines[what.line] ?? {}
      return received?.agrees !== false || countsAfter(accepted, received)
    },
  },
  compared: {
    arises: ({ resolved, state }) =>
      Object.entries(state.lines).flatMap(([line, { out, in: laidIn, compared }]): Owed<'compared'>[] =>
        out && !laidIn && state.scope.includes(line) && carrierIn(resolved, state, line) === line
          ? [
              {
                what: { kind: 'compared', line, because: compared?.agrees === false ? 'differs' : 'not-done' },
                since: latest([out, compared]),
                gates: ['fit'],
              },
            ]
          : [],
      ),
    met: ({ what }, { state }) => {
      const { compared, accepted } = state.lines[what.line] ?? {}
      if (compared && !compared.agrees) return countsAfter(accepted, compared)
      return compared !== undefined || state.steps[stepKey({ kind: 'compare', target: what.line })]?.skipped !== undefined
    },
  },
  made: {
    // A piece that lies in is made, whatever was ticked.
    arises: ({ resolved, state }) =>
      state.scope.flatMap((line): Owed<'made'>[] =>
        carrierIn(resolved, state, line) === line && isMadeHere(resolved, state, line) && !state.lines[line]?.in
          ? [
              {
                what: { kind: 'made', line },
                since: latest([state.making[line]?.said, state.making[line]?.rebends.at(-1)]),
                gates: ['fit'],
              },
            ]
          : [],
      ),
    met: ({ what }, { state }) => {
      const { made } = state.lines[what.line] ?? {}
      const { said, rebends = [] } = state.making[what.line] ?? {}
      return countsAfterAll(
        made,
        [said, rebends.at(-1)].flatMap(mark => mark ?? []),
      )
    },
  },
  'carried-over': {
    // What nobody has chosen yet takes over nothing that is known.
    arises: ({ resolved, state }) =>
      resolved.lines.flatMap((line): Owed<'carried-over'>[] => {
        const { out, in: laidIn, carried } = state.lines[line.id] ?? {}
        const items = carryOver(line, state).filter(item => !carried?.items.includes(item))
        return out && !laidIn && state.scope.includes(line.id)
          ? [{ what: { kind: 'carried-over', line: line.id, items }, since: out, gates: ['fit'] }]
          : []
      }),
    met: ({ what }) => what.items.length === 0,
  },
  line: {
    // What is wanted is out and in; what is no longer wanted is at least in again.
    arises: ({ state }) =>
      [...new Set([...state.scope, ...Object.keys(state.lines)])].flatMap((line): Owed<'line'>[] => {
        const isOut = state.lines[line]?.out !== undefined
        return state.scope.includes(line) || isOut
          ? [
              {
                what: { kind: 'line', line, needs: isOut && hasLeft(state, line) ? 'in' : 'out' },
                since: state.lines[line]?.out,
                gates: always,
              },
            ]
          : []
      }),
    met: ({ what }, { state }) =>
      state.lines[what.line]?.in !== undefined &&
      // The old one back in does not replace it.
      hasLeft(state, what.line),
  },
  capped: {
    arises: facts =>
      everOpened(facts)
        .filter(([joint]) => opensCircuit(facts.resolved.sheet, joint))
        .map(([joint, { opened }]) => ({ what: { kind: 'capped', joint: joint.id }, since: opened, gates: ['pause'] })),
    met: ({ what }, { state }) => state.joints[what.joint]?.capped !== undefined || state.joints[what.joint]?.seated !== undefined,
  },
  sealed: {
    arises: facts =>
      openedJoints(facts)
        .filter(([joint]) => oneTimeSeals(joint).length > 0)
        .map(([joint, { opened, sealed }]) => ({
          what: { kind: 'sealed', joint: joint.id, seals: oneTimeSeals(joint).filter(id => !sealed?.seals.includes(id)) },
          since: latest([opened, ...renewalsAt(facts.resolved, facts.state, joint.id)]),
          gates: fluidHolds,
        })),
    met: ({ what }, { resolved, state }) =>
      what.seals.length === 0 && countsAfterAll(state.joints[what.joint]?.sealed, renewalsAt(resolved, state, what.joint)),
  },
  seated: {
    arises: facts =>
      openedJoints(facts).map(([joint, { opened }]) => ({
        what: { kind: 'seated', joint: joint.id },
        since: latest([opened, ...renewalsAt(facts.resolved, facts.state, joint.id)]),
        gates: fluidHolds,
      })),
    met: ({ what }, { resolved, state }) => countsAfterAll(state.joints[what.joint]?.seated, renewalsAt(resolved, state, what.joint)),
  },
  tight: {
    arises: facts =>
      openedJoints(facts)
        .filter(([joint]) => needsTorque(joint))
        .map(([joint, { opened, seated }]) => ({
          what: { kind: 'tight', joint: joint.id },
          since: latest([seated ?? opened, ...renewalsAt(facts.resolved, facts.state, joint.id)]),
          gates: fluidHolds,
        })),
    met: ({ what, since }, { resolved, state }) => {
      const { torqued } = state.joints[what.joint] ?? {}
      const isOfThis = countsAfterAll(torqued, renewalsAt(resolved, state, what.joint))
      return torqued !== undefined && torqued.n > (since?.n ?? 0) && isOfThis && isSound(torqued)
    },
  },
  tightened: {
    arises: ({ resolved: { sheet }, state }) => [
      ...sheet.operations
        .filter(operation => hasTorque(operation) && state.operations[operation.id]?.on)
        .map((operation): Owed<'tightened'> => ({
          what: { kind: 'tightened', thing: 'operation', target: operation.id },
          since: state.operations[operation.id]!.on,
          gates: tightenedAt(operation) === 'ground' || operation.engineMayRun ? ['drive', 'end'] : ['run', 'drive', 'end'],
        })),
      ...sheet.holds
        .filter(hold => hold.torque !== undefined && state.holds[hold.id]?.fastened)
        .map((hold): Owed<'tightened'> => ({
          what: { kind: 'tightened', thing: 'hold', target: hold.id },
          since: state.holds[hold.id]!.fastened,
          gates: ['run', 'drive', 'end'],
        })),
      // A bleeder that a round was made at has been open.
      ...sheet.bleeders
        .filter(({ id, torque }) => torque !== undefined && state.rounds.some(round => round.bleeder === id))
        .map((bleeder): Owed<'tightened'> => ({
          what: { kind: 'tightened', thing: 'bleeder', target: bleeder.id },
          since: state.rounds.findLast(round => round.bleeder === bleeder.id),
          gates: ['run', 'drive', 'end'],
        })),
      ...levelsOf(sheet)
        .filter(({ id, torque }) => torque !== undefined && state.levels.some(reading => reading.level === id))
        .map((level): Owed<'tightened'> => ({
          what: { kind: 'tightened', thing: 'level', target: level.id },
          since: state.levels.findLast(reading => reading.level === level.id),
          gates: ['drive', 'end'],
        })),
      // Which of several was opened nobody says: each is felt for once.
      ...plugsOf(sheet)
        .filter(({ torque }) => torque !== undefined && measuredOf(sheet, state, sheet.id).added.length > 0)
        .map((fill): Owed<'tightened'> => ({
          what: { kind: 'tightened', thing: 'fill', target: fill.id },
          since: latest(measuredOf(sheet, state, sheet.id).added),
          gates: ['drive', 'end'],
        })),
    ],
    met: ({ what, since }, { state }) => torquedSince(state, tightenedKey(what.thing, what.target), since),
  },
  held: {
    arises: ({ resolved, state }) =>
      Object.entries(state.holds).flatMap(([hold, { released }]): Owed<'held'>[] =>
        released && !droppedIn(resolved, state).has(hold)
          ? [{ what: { kind: 'held', hold }, since: released, gates: ['run', 'drive', 'end'] }]
          : [],
      ),
    met: ({ what }, { state }) => state.holds[what.hold]?.fastened !== undefined,
  },
  'back-on': {
    arises: ({ resolved, state }) =>
      resolved.sheet.operations
        .filter(operation => isOff(state, operation.id) || state.operations[operation.id]?.off)
        .map(operation => ({
          what: { kind: 'back-on', operation: operation.id },
          since: state.operations[operation.id]?.off,
          // The engine may idle without it; nobody drives without it: a cover keeps a chain from fingers, a shield the road from the belt.
          gates: operation.engineMayRun ? ['drive', 'end'] : ['run', 'drive', 'end'],
        })),
    met: ({ what }, { state }) => !isOff(state, what.operation),
  },
  counted: {
    arises: ({ state }) =>
      Object.entries(state.operations).flatMap(([operation, { off, on, fastenersOut, fastenersIn }]) =>
        off && on
          ? fastenersOut.map((out, group): Owed<'counted'> => ({
              what: { kind: 'counted', operation, group, out, in: fastenersIn[group] ?? 0 },
              since: on,
              gates: ['drive', 'end'],
            }))
          : [],
      ),
    // What was missing or broke cannot go back; the record says what goes instead.
    met: ({ what }, { state }) =>
      what.out ===
      what.in +
        state.lost
          .filter(lost => lost.operation === what.operation && lost.group === what.group)
          .reduce((sum, { count }) => sum + count, 0),
  },
  clear: {
    // A hold that is fastened afterwards moves it once more, and so does a nut that turns its end.
    arises: ({ resolved: { sheet }, state }) =>
      Object.entries(state.lines).flatMap(([line, record]): Owed<'clear'>[] => {
        // One piece is felt along as one, by the line it was fitted for.
        if (record.piece !== undefined) return []
        return record.in
          ? [{ what: { kind: 'clear', line }, since: latest(movesOf(sheet, state, line)), gates: ['run', 'drive', 'end'] }]
          : []
      }),
    met: ({ what }, { resolved: { sheet }, state }) => countsAfterAll(state.clearances[what.line], movesOf(sheet, state, what.line)),
  },
  renewed: {
    arises: ({ resolved: { sheet }, state }) =>
      sheet.neighbours
        .filter(({ id }) => state.inputs?.neighbours?.includes(id) || state.neighbours[id]?.choice === 'now')
        .map(({ id }) => ({ what: { kind: 'renewed', neighbour: id }, since: state.neighbours[id], gates: always })),
    met: ({ what }, { state }) => state.renewed[what.neighbour] !== undefined,
  },
  filled: {
    arises: ({ resolved, resolved: { sheet }, state }) => [
      ...(isOpened(sheet, state, sheet.id, circuitOpenings(resolved, state))
        ? [{ what: { kind: 'filled' }, since: latest(circuitOpenings(resolved, state)), gates: fluidHolds } satisfies Owed<'filled'>]
        : []),
      ...(sheet.circuits ?? [])
        .filter(({ id }) => isOpened(sheet, state, id, drainings(sheet, state, id)))
        .map(({ id }): Owed<'filled'> => ({
          what: { kind: 'filled', circuit: id },
          since: latest(drainings(sheet, state, id)),
          gates: ['run', 'drive', 'end'],
        })),
    ],
    // What was lost has gone back in since, within what a jug can be read to; or a level has been seen at its mark.
    met: ({ what }, { resolved, resolved: { sheet }, state }) => {
      const { circuit } = what
      const openings = circuit === undefined ? circuitOpenings(resolved, state) : drainings(sheet, state, circuit)
      const { caught, extracted, added } = measuredOf(sheet, state, circuit ?? sheet.id)
      const levels = circuit === undefined ? sheet.levels : sheet.circuits!.filter(({ id }) => id === circuit).map(({ level }) => level)
      const sum = (entries: readonly { n: number; volume: number }[], from = 0) =>
        entries.filter(({ n }) => n > from).reduce((total, { volume }) => total + volume, 0)
      const read = state.levels.findLast(({ level }) => levels.some(({ id }) => id === level))
      // Nobody knows whether it came filled: a mark that looks right is no proof, only fluid that went in, or a lead's reason for none.
      const isUnknown = circuit === undefined && unknownSealing(sheet, state.scope, state.inputs?.parts).length > 0
      if (isUnknown && countsAfterAll(state.fillSpared, openings)) return true
      if (!isUnknown && read?.reading === 'at' && countsAfterAll(read, openings)) return true
      const since = openings.length > 0 ? Math.min(...openings.map(({ n }) => n)) : 0
      // Seen too high and drawn off is no loss: the level says what is right. Half of what went in would be another matter.
      const isTooHigh = ({ n }: { n: number }) => {
        const seen = state.levels.findLast(one => one.n < n && levels.some(({ id }) => id === one.level))
        return seen?.reading === 'above' && countsAfterAll(seen, openings) && !added.some(entry => entry.n > seen.n && entry.n < n)
      }
      const tooHigh = sum(extracted.filter(isTooHigh))
      const lost = sum(caught) + sum(extracted) - Math.min(tooHigh, sum(added, since) / 2)
      return added.some(entry => countsAfterAll(entry, openings)) && sum(added, since) >= jugError * lost
    },
  },
  primed: {
    arises: ({ resolved, state }) => {
      const since = latest(circuitOpenings(resolved, state))
      return since && bleedPlaces(resolved.sheet, state.inputs).priming
        ? [{ what: { kind: 'primed' }, since, gates: ['run', 'drive', 'end'] }]
        : []
    },
    met: (_, { resolved, state }) => isBledAt(resolved.sheet, state, resolved.sheet.id, circuitOpenings(resolved, state)) === undefined,
  },
  bled: {
    arises: ({ resolved, state }) => {
      const openings = circuitOpenings(resolved, state)
      const { places, priming } = bleedPlaces(resolved.sheet, state.inputs)
      if (openings.length === 0 || priming) return []
      const { running } = resolved.sheet.bleeding.parameters
      const owed = (bleeder: Slug, isRunning: boolean): Owed<'bled'> => ({
        what: {
          kind: 'bled',
          bleeder,
          because: isBledAt(resolved.sheet, state, bleeder, openings, isRunning) ?? 'not-done',
          ...(isRunning && { running: true }),
        },
        since: latest(openings),
        gates: ['drive', 'end'],
      })
      return [
        ...places.map(bleeder => owed(bleeder, false)),
        ...(running !== undefined && places.includes(resolved.sheet.id) ? [owed(resolved.sheet.id, true)] : []),
      ]
    },
    met: ({ what }, { resolved, state }) =>
      isBledAt(resolved.sheet, state, what.bleeder, circuitOpenings(resolved, state), what.running === true) === undefined,
  },
  level: {
    arises: ({ resolved, resolved: { sheet }, state }) => {
      const own = decidingLevel(sheet)
      const touched =
        openedJoints({ resolved, state }).some(([joint]) => wantsReading(sheet, joint, renewalOf(state))) ||
        state.service !== undefined ||
        isOpened(sheet, state, sheet.id, circuitOpenings(resolved, state))
      const owed = (level: Slug, changes: readonly Mark[], gates: readonly Gate[]): Owed<'level'> => {
        const last = state.levels.findLast(reading => reading.level === level)
        const because = !last ? 'not-read' : last.reading !== 'at' ? 'not-at' : 'changed-since'
        return { what: { kind: 'level', level, because }, since: latest(changes), gates }
      }
      return [
        ...(own && touched ? [owed(own.id, fluidChanges(resolved, state), drivesOnIt(resolved) ? ['drive', 'end'] : always)] : []),
        ...(sheet.circuits ?? [])
          .filter(({ id }) => isOpened(sheet, state, id, drainings(sheet, state, id)))
          .map(({ id, level }) => owed(level.id, changesOf(sheet, state, id), ['drive', 'end'])),
      ]
    },
    met: ({ what }, { resolved, resolved: { sheet }, state }) => {
      const last = state.levels.findLast(reading => reading.level === what.level)
      const circuit = sheet.circuits?.find(({ level }) => level.id === what.level)
      return last?.reading === 'at' && countsAfterAll(last, circuit ? changesOf(sheet, state, circuit.id) : fluidChanges(resolved, state))
    },
  },
  wiped: {
    // What was wiped before a nut was turned again shows no leak of that turn: a drop is pressed out, an oiled wrench was there.
    arises: facts =>
      liftPositions.flatMap(at => {
        const since = latest(closedAt(facts, at))
        return since ? [{ what: { kind: 'wiped', at }, since, gates: ['run', 'end'] } satisfies Owed<'wiped'>] : []
      }),
    met: ({ what }, facts) =>
      countsAfterAll(
        facts.state.cleaned.findLast(entry => entry.where === what.at),
        closedAt(facts, what.at),
      ),
  },
  'leak-look': {
    arises: facts =>
      openedJoints(facts).map(([joint, record]) => ({
        what: { kind: 'leak-look', joint: joint.id, because: leakDoubt(record) ?? 'disturbed-since' },
        since: latest([disturbedAt(record), ...renewalsAt(facts.resolved, facts.state, joint.id)]),
        // Nobody rolls on a brake or a clutch whose joints have not been seen dry with the pedal held.
        gates: drivesOnIt(facts.resolved) ? ['drive', 'end'] : always,
      })),
    met: ({ what }, { resolved, state }) => {
      const record = state.joints[what.joint]!
      return leakDoubt(record) === undefined && countsAfterAll(record.leak, renewalsAt(resolved, state, what.joint))
    },
  },
  'leak-source': {
    arises: ({ state }) =>
      Object.entries(state.joints).flatMap(([joint, { leak }]): Owed<'leak-source'>[] =>
        leak && leak.result !== 'dry' ? [{ what: { kind: 'leak-source', joint }, since: leak, gates: ['drive', 'end'] }] : [],
      ),
    // Worked on since, or found to come from somewhere else; either way it is looked at again.
    met: ({ what, since }, { state }) => {
      const record = state.joints[what.joint]!
      return countsAfter(disturbedAt(record), since) || countsAfter(record.traced, since)
    },
  },
  'part-look': {
    // Put back with new seals, by which it may leak.
    arises: ({ resolved: { sheet }, state }) =>
      sheet.operations.flatMap(({ id, seals = [] }): Owed<'part-look'>[] => {
        const { on, looked } = state.operations[id] ?? {}
        const because = !looked ? 'not-done' : looked.result !== 'dry' ? 'not-dry' : 'disturbed-since'
        return on && seals.length > 0
          ? [{ what: { kind: 'part-look', operation: id, because }, since: latest(partDisturbances(state, id)), gates: always }]
          : []
      }),
    met: ({ what }, { state }) => {
      const looked = state.operations[what.operation]?.looked
      return looked?.result === 'dry' && countsAfterAll(looked, partDisturbances(state, what.operation))
    },
  },
  'cold-again': {
    // Air that the first heat cycle carries out of head and heater shows in the level once it is cold again (common practice).
    arises: facts =>
      coolantLevels(facts).map(([level, opened]) => {
        const hot = heats(facts.state).filter(mark => countsAfter(mark, opened))
        return {
          what: { kind: 'cold-again', level, because: hot.length > 0 ? 'not-cold' : 'not-run' },
          since: latest(hot) ?? opened,
          gates: always,
        }
      }),
    met: ({ what, since }, { state }) =>
      what.because === 'not-cold' && state.levels.some(one => one.level === what.level && one.reading === 'at' && countsAfter(one, since)),
  },
  foam: {
    arises: ({ state }) => foamsOf(state).map(([level, last]) => ({ what: { kind: 'foam', level }, since: last, gates: always })),
    met: ({ what, since }, { state }) =>
      state.levels.some(one => one.level === what.level && one.reading !== 'foam' && countsAfter(one, since)),
  },
  'air-source': {
    // Common practice, no source: foam that comes back after a third rest is air drawn in, not air left over.
    arises: ({ state }) => {
      const { rests } = state
      return rests.length >= 3 ? [{ what: { kind: 'air-source' }, since: rests.at(-1), gates: ['drive', 'end'] }] : []
    },
    met: ({ since }, { state }) => countsAfter(state.airTraced.at(-1), since),
  },
  tested: {
    arises: facts => {
      const test = carTestOf(facts.resolved.sheet)
      if (test === undefined) return []
      const { gates, anyChange } = carTestRules[test]
      const since = latest(untried(facts, test))
      const asked = anyChange ? openedJoints(facts).length > 0 || facts.state.service !== undefined || since : since
      return asked ? [{ what: { kind: 'tested', test }, since, gates }] : []
    },
    met: ({ what }, facts) => {
      const tried = facts.state.tests[what.test]
      return tried?.result === 'good' && countsAfterAll(tried, untried(facts, what.test))
    },
  },
  road: {
    arises: facts =>
      facts.resolved.sheet.proving.roadTest && openedJoints(facts).length > 0
        ? [{ what: { kind: 'road' }, since: latest(openings(facts)), gates: always }]
        : [],
    met: (_, facts) =>
      facts.state.steps['road-test']?.skipped !== undefined ||
      (facts.state.roadTest?.result === 'good' && countsAfterAll(facts.state.roadTest, openings(facts))),
  },
  propped: {
    arises: ({ state }) => {
      const since = proppedSince(state)
      // What is still to be looked at under it is looked at first.
      return since ? [{ what: { kind: 'propped' }, since, gates: ['open', 'pressure', 'run', 'drive', 'pause', 'end'] }] : []
    },
    met: () => false,
  },
  stopped: {
    arises: ({ state }) => {
      const since = runningSince(state)
      return since ? [{ what: { kind: 'stopped' }, since, gates: ['pause', 'end'] }] : []
    },
    met: () => false,
  },
  'to-settle': {
    arises: ({ state }) =>
      Object.entries(state.held).map(([entry, held]) => ({
        what: { kind: 'to-settle', entry, by: held.author.name },
        since: held,
        gates: always,
      })),
    met: ({ what }, { state }) => state.held[what.entry]?.settled !== undefined,
  },
  down: {
    arises: ({ state }) =>
      liftOf(state) === 'ground' ? [] : [{ what: { kind: 'down' }, since: state.moves.at(-1), gates: ['drive', 'end'] }],
    met: () => false,
  },
}

/** Its fluid was let out: by an act on record, or through what was off when the car came. */
const isOpened = (sheet: Sheet, state: JobState, circuit: Slug, openings: readonly Mark[]): boolean =>
  openings.length > 0 || drainsOf(sheet, circuit).some(({ id }) => state.inputs?.done?.includes(id))
/** What was done to a part that makes an earlier look at it worthless. */
const partDisturbances = (state: JobState, operation: Slug): Mark[] =>
  [state.operations[operation]?.on, state.tightened[tightenedKey('operation', operation)]].flatMap(mark => mark ?? [])
/** What has moved a line that lies in, and whatever came in one piece with it. */
function movesOf(sheet: Sheet, state: JobState, line: Slug): Mark[] {
  const lines = [line, ...pieceOf(state, line)]
  const holds = sheet.holds.filter(hold => lines.some(one => holdsLine(hold, one)))
  const joints = sheet.joints.filter(joint => lines.some(one => isOn(joint, one)))
  return [
    state.lines[line]?.in,
    ...holds.flatMap(({ id }) => [state.holds[id]?.fastened, state.tightened[tightenedKey('hold', id)]]),
    ...joints.flatMap(({ id }) => [state.joints[id]?.seated, state.joints[id]?.torqued]),
  ].flatMap(mark => mark ?? [])
}

/** What the part that goes in takes over from the old one. */
export const carryOver = (line: Line, state: JobState): readonly string[] => chosenPart(line, state.inputs?.parts)?.carryOver ?? []

/** A workshop jug is read to within a tenth. Common practice, no source. */
const jugError = 0.9
const drivesOnIt = ({ sheet: { system } }: ResolvedSheet): boolean => systemRules[system].drivesOnIt

/** What a test of the car has to come after. */
const untried = ({ resolved, state }: Facts, test: CarTest): Mark[] =>
  carTestRules[test].anyChange ? fluidChanges(resolved, state) : circuitOpenings(resolved, state)
const openings = (facts: Facts): Mark[] => openedJoints(facts).map(([, { opened }]) => opened!)
/** Levels of coolant that are read with the engine off, and what last opened their circuit. */
function coolantLevels({ resolved, resolved: { sheet }, state }: Facts): [Slug, Mark][] {
  const own = decidingLevel(sheet)
  const opened = latest(circuitOpenings(resolved, state))
  const others = (sheet.circuits ?? []).filter(({ name }) => kindOfFluid(name) === 'coolant')
  return [
    ...(own && own.engine === 'off' && opened && systemRules[sheet.system].isCoolant ? [[own.id, opened] satisfies [Slug, Mark]] : []),
    ...others.flatMap(({ id, level }): [Slug, Mark][] => {
      const drained = latest(drainings(sheet, state, id))
      return drained && level.engine === 'off' ? [[level.id, drained]] : []
    }),
  ]
}
/** When it was made hot: by its engine until that stood, and on the road. */
const heats = ({ pressures, roadTest }: JobState): Mark[] => [
  ...pressures.filter(({ by }) => by === 'engine').map(({ from, to }) => to ?? from),
  ...(roadTest ? [roadTest] : []),
]
/** The last foam seen at each level. */
function foamsOf(state: JobState): [Slug, Mark][] {
  const last = new Map<Slug, Mark>()
  for (const reading of state.levels) if (reading.reading === 'foam') last.set(reading.level, reading)
  return [...last]
}
/** When joints were closed (or, still open, opened) while the car stood so. */
const closedAt = (facts: Facts, at: LiftPosition): Mark[] =>
  everOpened(facts)
    .flatMap(([, { opened, seated, torqued }]) => [seated ?? opened, torqued].flatMap(mark => mark ?? []))
    .filter(mark => positionAt(facts.state, mark) === at)

const kinds = Object.keys(obligations) as ObligationKind[]

/** Asked several times of every state, by the gates, the plan and the list of steps. */
const listed = new WeakMap<JobState, { resolved: ResolvedSheet; due: readonly Obligation[] }>()

/** Everything that is due, in the order a technician would mend it. Empty: the car may be given back. */
export function listDue(resolved: ResolvedSheet, state: JobState): readonly Obligation[] {
  const before = listed.get(state)
  if (before?.resolved === resolved) return before.due
  const due = workOutDue(resolved, state)
  listed.set(state, { resolved, due })
  return due
}
const workOutDue = (resolved: ResolvedSheet, state: JobState): Obligation[] =>
  // What was signed was signed under the table of its day: a later one makes nothing due on it.
  (state.signedOff ? [] : kinds).flatMap(kind => dueOf(obligations[kind] as Row<ObligationKind>, { resolved, state }))
const dueOf = ({ arises, met }: Row<ObligationKind>, facts: Facts): Obligation[] =>
  arises(facts).flatMap(owed => (met(owed, facts) ? [] : [{ ...owed.what, gates: owed.gates, since: owed.since?.n ?? 0 }]))

/** What is due before an act. */
export const dueBefore = (gate: Gate, resolved: ResolvedSheet, state: JobState): Obligation[] =>
  listDue(resolved, state).filter(obligation => obligation.gates.includes(gate))
