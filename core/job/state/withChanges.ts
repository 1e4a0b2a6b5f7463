import type { JobState, JointRecord, Making } from '../types'

// A job with one of its records changed; what has no record yet begins with an empty one.

/** One joint's record. */
export const withJoint = (state: JobState, id: string, change: (before: JointRecord) => JointRecord): JobState => ({
  ...state,
  joints: { ...state.joints, [id]: change(state.joints[id] ?? {}) },
})

/** One piece may be several lines. */
export const withLines = (state: JobState, ids: readonly string[], change: Partial<JobState['lines'][string]>): JobState => ({
  ...state,
  lines: { ...state.lines, ...Object.fromEntries(ids.map(id => [id, { ...state.lines[id], ...change }])) },
})
/** One line's record. */
export const withLine = (state: JobState, id: string, change: Partial<JobState['lines'][string]>): JobState =>
  withLines(state, [id], change)

/** A line that nobody has said anything of is not in making. */
export function withMaking(state: JobState, id: string, change: (before: Making) => Making): JobState {
  const before = state.making[id]
  return before ? { ...state, making: { ...state.making, [id]: change(before) } } : state
}

/** One hold's record. */
export const withHold = (state: JobState, id: string, change: JobState['holds'][string]): JobState => ({
  ...state,
  holds: { ...state.holds, [id]: { ...state.holds[id], ...change } },
})

/** One part's record. */
export const withOperation = (state: JobState, id: string, change: Partial<JobState['operations'][string]>): JobState => ({
  ...state,
  operations: { ...state.operations, [id]: { fastenersOut: [], fastenersIn: [], ...state.operations[id], ...change } },
})
