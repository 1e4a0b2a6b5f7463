import { ruleOf } from '../commands/commandRules'
import type { JobEvent, JobState, Mark } from '../types'

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
  if (body.type === 'entryHeld')
    return { ...state, held: { ...state.held, [body.about]: { ...mark, author: body.by, counts: body.counts } } }
  if (body.type === 'entrySettled') {
    const held = state.held[body.about]
    return held ? { ...state, held: { ...state.held, [body.about]: { ...held, settled: { stands: body.stands } } } } : state
  }
  return ruleOf(body.type).apply(state, body as never, mark)
}
