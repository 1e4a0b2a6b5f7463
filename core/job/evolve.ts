import { assertNever } from '../result'
import type { Slug } from '../sheet/types'
import type { BodyOf, JobEvent, JobState, JointRecord, Making, Mark, Pressure, PressureBy, TightenedThing } from './types'
import { goalKey } from '../access/goalKinds'
import { isToReadCold } from './readCold'
import { stepKey } from './stepKinds'
import { spanSeconds } from './timer'

/** Read cold at its mark, a job that went out for that is closed. */
const readAgain = (ended: NonNullable<JobState['ended']>, { level, reading }: BodyOf<'levelRead'>, mark: Mark): JobState['ended'] =>
  ended.read?.level === level && reading === 'at' ? { ...ended, read: { ...ended.read, closed: mark } } : ended

/** Folds one event in. Pure: the same events give the same state on the server and on every tablet. Undefined before the job is opened. */
export function evolve(state: JobState | undefined, event: JobEvent): JobState {
  if (state && event.body.type === 'stepUndone') {
    const reverts = new Set(event.body.reverts)
    const kept = fold(state.effective.filter(earlier => !reverts.has(earlier.id)))!
    return { ...kept, seq: event.seq }
  }
  const next = evolveOne(state, event)
  return state && event.body.type !== 'opened' ? { ...next, seq: event.seq, effective: [...state.effective, event] } : next
}

/**
 * A job as it stands after its events, in their order; undefined without any. What a later event takes back is left out beforehand, so that
 * each is folded once however much is undone.
 */
export function fold(events: readonly JobEvent[]): JobState | undefined {
  const takenBackAt = new Map<string, number>()
  for (const [i, { body }] of events.entries()) if (body.type === 'stepUndone') for (const id of body.reverts) takenBackAt.set(id, i)
  const effective: JobEvent[] = []
  let state: JobState | undefined
  for (const [i, event] of events.entries()) {
    if ((takenBackAt.get(event.id) ?? -1) > i) continue
    if (event.body.type === 'stepUndone') {
      if (!state) throw new RangeError(`job ${event.job} begins with stepUndone, not opened`)
      continue
    }
    state = evolveOne(state, event)
    effective.push(event)
  }
  return state && { ...state, seq: events.at(-1)!.seq, effective }
}

/** A fold that is kept, and goes on from there where what is folded next begins with the same events. */
export type Folded = { events: readonly JobEvent[]; state: JobState | undefined }
/** The fold of some events, from the one before where they only extend it. */
export function foldOnto(before: Folded | undefined, events: readonly JobEvent[]): Folded {
  const known = before?.events.length ?? 0
  const isExtended = known > 0 && events.length >= known && before!.events.every((event, i) => event === events[i])
  if (!isExtended) return { events, state: fold(events) }
  return { events, state: events.slice(known).reduce<JobState | undefined>((state, event) => evolve(state, event), before!.state) }
}

/** Folds in one event that takes nothing back; the list of those that count is its caller's. */
function evolveOne(state: JobState | undefined, event: JobEvent): JobState {
  if (event.body.type === 'opened') return openedState(event, event.body)
  if (!state) throw new RangeError(`job ${event.job} begins with ${event.body.type}, not opened`)
  return apply(state, event)
}

function openedState(event: JobEvent, body: Extract<JobEvent['body'], { type: 'opened' }>): JobState {
  return {
    id: event.job,
    seq: event.seq,
    opened: body,
    revision: body.sheet.revision,
    openedAt: event.at,
    openedBy: event.by.name,
    traits: body.traits,
    scope: [],
    joints: {},
    lines: {},
    holds: {},
    operations: {},
    steps: {},
    caught: [],
    extracted: [],
    added: [],
    leaked: {},
    vacuum: [],
    making: {},
    levels: [],
    timers: {},
    cleaned: [],
    lost: [],
    airTraced: [],
    ranDry: [],
    rests: [],
    leaflets: {},
    observed: [],
    waitsCut: {},
    moves: [],
    pressures: [],
    rounds: [],
    tightened: {},
    clearances: {},
    renewed: {},
    tests: {},
    notes: [],
    photos: [],
    neighbours: {},
    held: {},
    effective: [event],
  }
}

/** Names are told apart within a kind of thing only. */
export const tightenedKey = (thing: TightenedThing, target: Slug): string => `${thing}:${target}`

/** A leaflet speaks of one thing, and of one group of its fasteners where there are several. */
export const leafletKey = ({ thing, target, group }: Pick<BodyOf<'leafletRead'>, 'thing' | 'target' | 'group'>): string =>
  group === undefined ? `${thing}:${target}` : `${thing}:${target}:${group}`

/** Fluid work that was begun is not unwanted by planning again without it. */
function serviceAfter(state: JobState, { inputs }: BodyOf<'planned'>, mark: Mark): JobState['service'] {
  const { service: before } = state
  if (inputs.service !== undefined) return before?.what === inputs.service ? before : { ...mark, what: inputs.service }
  const isBegun = before && [...state.rounds, ...state.extracted, ...state.added].some(({ n }) => n > before.n)
  return isBegun ? before : undefined
}

/** What was compared was the part of before: another one is compared anew. */
const linesAfter = ({ lines, inputs: before }: JobState, { inputs }: BodyOf<'planned'>): JobState['lines'] =>
  Object.fromEntries(
    Object.entries(lines).map(([id, line]) =>
      line.in || before?.parts?.[id] === inputs.parts?.[id]
        ? [id, line]
        : [id, { ...line, received: undefined, compared: undefined, accepted: undefined }],
    ),
  )

/** One source ends; what another does goes on. */
const ended = (pressures: readonly Pressure[], by: PressureBy, to: Mark): readonly Pressure[] =>
  pressures.map(pressure => (pressure.to || pressure.by !== by ? pressure : { ...pressure, to }))

/** Foam begins a rest; seen again before that is over it begins it anew, and is no other one. */
function resting(state: JobState, mark: Mark, rest: number | undefined, isFoam: boolean): JobState {
  // Of what was recorded before rests were told apart each is one.
  if (rest === undefined) return isFoam ? { ...state, rests: [...state.rests, mark] } : state
  const { rest: before } = state.timers
  const isOver = !before || before.ended !== undefined || spanSeconds(before, mark) >= before.minutes * 60
  return { ...state, timers: { ...state.timers, rest: { ...mark, minutes: rest } }, rests: isOver ? [...state.rests, mark] : state.rests }
}

function apply(state: JobState, event: JobEvent): JobState {
  const { body } = event
  const mark: Mark = {
    event: event.id,
    n: event.seq,
    seen: event.seen,
    at: event.at,
    recordedAt: event.recordedAt,
    by: event.by.name,
    device: event.device,
  }
  const joint = (id: string, change: (before: JointRecord) => JointRecord): JobState => ({
    ...state,
    joints: { ...state.joints, [id]: change(state.joints[id] ?? {}) },
  })
  const line = (id: string, change: object): JobState => ({ ...state, lines: { ...state.lines, [id]: { ...state.lines[id], ...change } } })
  /** A line that nobody has said anything of is not in making. */
  const making = (id: string, change: (before: Making) => Making): JobState => {
    const before = state.making[id]
    return before ? { ...state, making: { ...state.making, [id]: change(before) } } : state
  }
  /** One piece may be several lines. */
  const onLines = (ids: readonly string[], change: object): JobState => ({
    ...state,
    lines: { ...state.lines, ...Object.fromEntries(ids.map(id => [id, { ...state.lines[id], ...change }])) },
  })
  const hold = (id: string, change: object): JobState => ({ ...state, holds: { ...state.holds, [id]: { ...state.holds[id], ...change } } })
  const operation = (id: string, change: object): JobState => ({
    ...state,
    operations: { ...state.operations, [id]: { fastenersOut: [], fastenersIn: [], ...state.operations[id], ...change } },
  })

  switch (body.type) {
    case 'traitsLearned':
      return { ...state, traits: { ...state.traits, ...body.traits } }
    case 'scopeChosen':
      return { ...state, scope: body.lines, inputs: state.inputs && { ...state.inputs, lines: body.lines } }
    case 'planned':
      return {
        ...state,
        inputs: body.inputs,
        planner: body.planner,
        scope: body.inputs.lines,
        service: serviceAfter(state, body, mark),
        lines: linesAfter(state, body),
      }
    case 'wayHung': {
      const forbidden = state.inputs?.forbidden ?? {}
      const goal = goalKey(body.goal.kind, body.goal.target)
      const ways = [...new Set([...(forbidden[goal] ?? []), body.way])]
      return { ...state, inputs: state.inputs && { ...state.inputs, forbidden: { ...forbidden, [goal]: ways } } }
    }
    case 'observed': {
      const { type: _type, ...observation } = body
      return { ...state, observed: [...state.observed, { ...mark, ...observation }] }
    }
    case 'leafletRead':
      return { ...state, leaflets: { ...state.leaflets, [leafletKey(body)]: { ...mark, ...body } } }
    case 'partLooked':
      return operation(body.operation, { looked: { ...mark, result: body.result } })
    case 'revisionMoved':
      return { ...state, revision: body.revision }
    case 'prepared':
      return { ...state, steps: { ...state.steps, prepare: mark } }
    case 'stepSkipped':
      return { ...state, steps: { ...state.steps, [stepKey(body.step)]: { ...mark, skipped: { step: body.step, reason: body.reason } } } }
    case 'partReceived':
      return line(body.line, {
        [body.against === 'old-line' ? 'compared' : 'received']: { ...mark, agrees: body.agrees, differs: body.differs },
      })
    case 'operationOff':
      return operation(body.operation, { off: mark, on: undefined, fastenersOut: body.fasteners, fastenersIn: [] })
    case 'operationOn':
      return operation(body.operation, { on: mark, fastenersIn: body.fasteners, ...(body.seals && { seals: body.seals }) })
    case 'fastenersCounted':
      return operation(body.operation, { fastenersIn: body.fasteners })
    // Opening a joint again voids its seal, seat, torque and leak check.
    case 'jointOpened':
      return joint(body.joint, ({ seized, opened }) => ({ ...(seized && { seized }), ...(opened && { again: true }), opened: mark }))
    case 'jointSeized':
      return joint(body.joint, before => ({
        ...before,
        seized: [...(before.seized ?? []), { ...mark, remedy: body.remedy, note: body.note }],
      }))
    case 'photoTaken':
      return { ...state, photos: [...state.photos, { ...mark, photo: body.photo, step: body.step, caption: body.caption }] }
    case 'passedOn':
      return { ...state, passedOn: { ...mark, to: body.to, note: body.note } }
    case 'neighbourDecided': {
      const { type: _type, neighbour, ...decided } = body
      return { ...state, neighbours: { ...state.neighbours, [neighbour]: { ...mark, ...decided, by: body.by } } }
    }
    case 'jointCapped':
      return joint(body.joint, before => ({ ...before, capped: mark }))
    case 'sealFitted':
      return joint(body.joint, ({ unavailable, ...before }) => ({
        ...before,
        // What was missing is here.
        ...(unavailable && !body.seals.includes(unavailable.seal) && { unavailable }),
        sealed: { ...mark, seals: body.seals },
      }))
    case 'sealUnavailable':
      return joint(body.joint, before => ({ ...before, unavailable: { ...mark, seal: body.seal, note: body.note } }))
    case 'jointSeated':
      return joint(body.joint, before => ({ ...before, seated: { ...mark, proofs: body.proofs } }))
    case 'jointTorqued': {
      const { type: _type, joint: id, ...torque } = body
      return joint(id, before => ({ ...before, torqued: { ...mark, ...torque } }))
    }
    case 'leakChecked':
      return joint(body.joint, before => ({ ...before, leak: { ...mark, result: body.result } }))
    case 'holdReleased':
      return hold(body.hold, { released: mark, fastened: undefined })
    case 'holdFastened':
      return hold(body.hold, { fastened: mark })
    case 'lineOut':
      return onLines([body.line, ...(body.also ?? [])], {
        out: mark,
        in: undefined,
        which: undefined,
        compared: undefined,
        carried: undefined,
        piece: undefined,
      })
    case 'lineIn':
      return (body.also ?? []).reduce(
        (all, id) => ({ ...all, lines: { ...all.lines, [id]: { ...all.lines[id], piece: body.line } } }),
        onLines([body.line, ...(body.also ?? [])], { in: mark, which: body.which, piece: undefined }),
      )
    case 'makingSaid':
      return {
        ...state,
        making: {
          ...state.making,
          [body.line]: { said: { ...mark, making: body.making, order: body.order }, done: [], cutOffs: [], rebends: [] },
        },
      }
    case 'makeActDone':
      return making(body.line, before => ({ ...before, done: [...before.done, { ...mark, act: body.act }] }))
    case 'endCutOff': {
      const { end, mm, short, note, undone } = body
      return making(body.line, before => ({
        ...before,
        done: before.done.filter(({ act }) => !undone.includes(act)),
        cutOffs: [...before.cutOffs, { ...mark, end, off: mm, short, note }],
      }))
    }
    case 'rebent': {
      const { bend, degrees, note, undone } = body
      return making(body.line, before => ({
        ...before,
        done: before.done.filter(({ act }) => !undone.includes(act)),
        rebends: [...before.rebends, { ...mark, bend, degrees, note }],
      }))
    }
    case 'lineMade':
      return line(body.line, { made: { ...mark, how: body.how, note: body.note } })
    case 'carriedOver':
      return line(body.line, { carried: { ...mark, items: body.items } })
    case 'lineCalledOut':
      return onLines([body.line, ...(body.also ?? [])], { again: { ...mark, why: body.why } })
    case 'partAccepted':
      return line(body.line, { accepted: { ...mark, why: body.why } })
    case 'fastenerLost':
      return { ...state, lost: [...state.lost, { ...mark, ...body }] }
    case 'leakTraced':
      return joint(body.joint, before => ({ ...before, traced: { ...mark, note: body.note } }))
    case 'airTraced':
      return { ...state, airTraced: [...state.airTraced, { ...mark, cause: body.cause }] }
    case 'sealingSaid':
      return { ...state, sealing: { ...mark, ...body } }
    case 'fillSpared':
      return { ...state, fillSpared: { ...mark, why: body.why } }
    case 'ranDry':
      return { ...state, ranDry: [...state.ranDry, mark] }
    case 'waitCut':
      return { ...state, waitsCut: { ...state.waitsCut, [body.wait]: { ...mark, reason: body.reason, celsius: body.celsius } } }
    case 'fluidCaught':
      return { ...state, caught: [...state.caught, { ...mark, ...body }] }
    case 'fluidExtracted':
      return { ...state, extracted: [...state.extracted, { ...mark, ...body }] }
    case 'fluidAdded':
      return { ...state, added: [...state.added, { ...mark, ...body }] }
    case 'vacuumHeld':
      return { ...state, vacuum: [...state.vacuum, { ...mark, ...body }] }
    case 'leakedBefore':
      return { ...state, leaked: { ...state.leaked, [body.circuit ?? state.opened.sheet.id]: { ...mark, ...body } } }
    case 'levelRead':
      return {
        ...resting(state, mark, body.rest, body.reading === 'foam'),
        levels: [...state.levels, { ...mark, ...body }],
        ...(isToReadCold(state) && { ended: readAgain(state.ended!, body, mark) }),
      }
    case 'timerStarted':
      return { ...state, timers: { ...state.timers, [body.timer]: { ...mark, minutes: body.minutes } } }
    case 'timerEnded': {
      const timer = state.timers[body.timer]
      return timer ? { ...state, timers: { ...state.timers, [body.timer]: { ...timer, ended: { ...mark, reason: body.reason } } } } : state
    }
    case 'cleaned':
      return { ...state, cleaned: [...state.cleaned, { ...mark, where: body.at }] }
    case 'carMoved':
      return { ...state, moves: [...state.moves, { ...mark, to: body.to }] }
    case 'engineStarted':
    case 'pressureHeld': {
      const by = body.type === 'engineStarted' ? 'engine' : 'pedal'
      return {
        ...state,
        pressures: [...ended(state.pressures, by, mark), { by, from: mark }],
        timers: { ...state.timers, leak: { ...mark, minutes: body.minutes } },
      }
    }
    case 'pressureLet':
      return { ...state, pressures: ended(state.pressures, 'pedal', mark) }
    case 'engineStopped':
      return { ...state, pressures: ended(state.pressures, 'engine', mark) }
    case 'roundBled':
      return { ...resting(state, mark, body.rest, false), rounds: [...state.rounds, { ...mark, ...body }] }
    case 'tightened':
      return {
        ...state,
        tightened: {
          ...state.tightened,
          [tightenedKey(body.thing, body.target)]: { ...mark, thing: body.thing, target: body.target, torques: body.torques },
        },
      }
    case 'clearanceProved':
      return { ...state, clearances: { ...state.clearances, [body.line]: mark } }
    case 'neighbourRenewed':
      return { ...state, renewed: { ...state.renewed, [body.neighbour]: mark } }
    case 'tested':
      return { ...state, tests: { ...state.tests, [body.test]: { ...mark, result: body.result, note: body.note } } }
    case 'roadTested':
      return { ...state, roadTest: { ...mark, result: body.result, note: body.note } }
    case 'noteWritten':
      return { ...state, notes: [...state.notes, { ...mark, text: body.text }] }
    case 'paused':
      return { ...state, paused: { ...mark, reason: body.reason, note: body.note } }
    case 'resumed':
      return { ...state, paused: undefined }
    case 'handedOver':
      return { ...state, handedOver: { ...mark, to: body.to, note: body.note } }
    case 'signedOff':
      return { ...state, signedOff: mark }
    case 'ended':
      return { ...state, signedOff: mark, ended: { ...mark, ending: body.ending, why: body.why, ...(body.read && { read: body.read }) } }
    case 'reopened':
      return { ...state, signedOff: undefined, ended: undefined, handedOver: undefined }
    case 'entryHeld':
      return { ...state, held: { ...state.held, [body.about]: { ...mark, author: body.by, counts: body.counts } } }
    case 'entrySettled': {
      const held = state.held[body.about]
      return held ? { ...state, held: { ...state.held, [body.about]: { ...held, settled: { stands: body.stands } } } } : state
    }
    case 'opened':
    case 'stepUndone':
      throw new RangeError(`${body.type} is folded by evolve itself`)
    default:
      return assertNever(body)
  }
}
