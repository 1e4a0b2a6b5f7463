import { fail, ok } from '../../result'
import { decideEnded, decideSignOff } from './decideEnd'
import { guarded, withReason } from './decision'
import { stepKey } from '../steps/stepKinds'
import { stepRules } from '../steps/stepRules'
import { anyone, leads, reasonNeeded, workers, type CommandRules } from './commandRule'

/** The job itself: notes, photos, left out and taken back, left for later, passed on, ended. */
export const jobCommands = {
  stepSkipped: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: (_, command) => {
      if (!stepRules[command.step.kind].skippable) return fail({ code: 'JOB_STEP_NOT_SKIPPABLE', step: command.step })
      return command.reason.trim() ? ok(command) : reasonNeeded('reason')
    },
    apply: (state, { step, reason }, mark) => ({
      ...state,
      steps: { ...state.steps, [stepKey(step)]: { ...mark, skipped: { step, reason } } },
    }),
  },
  stepUndone: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: true },
    counts: { held: false, undone: true, base: true },
    // What may be taken back hangs on the rows of what is (decide.ts).
    decide: (_, command) => ok(command),
    apply: () => {
      throw new RangeError('what is taken back is left out of the fold: evolve')
    },
  },
  photoTaken: {
    roles: workers,
    taken: { running: true, propped: true, paused: true, signedOff: false, full: false },
    counts: { held: false, undone: true, base: false },
    decide: (_, command) => ok(command),
    apply: (state, { photo, step, caption }, mark) => ({ ...state, photos: [...state.photos, { ...mark, photo, step, caption }] }),
  },
  noteWritten: {
    roles: anyone,
    taken: { running: true, propped: true, paused: true, signedOff: true, full: false },
    counts: { held: false, undone: true, base: false },
    decide: (_, command) => withReason(command, 'text'),
    apply: (state, { text }, mark) => ({ ...state, notes: [...state.notes, { ...mark, text }] }),
  },
  passedOn: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: false },
    decide: (_, command) => (command.to.trim() ? ok(command) : reasonNeeded('to')),
    apply: (state, { to, note }, mark) => ({ ...state, passedOn: { ...mark, to, note } }),
  },
  paused: {
    roles: anyone,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: true },
    counts: { held: false, undone: true, base: true },
    decide: (state, command, context) => guarded('pause', state, context) ?? ok(command),
    apply: (state, { reason, note }, mark) => ({ ...state, paused: { ...mark, reason, note } }),
  },
  resumed: {
    roles: anyone,
    taken: { running: true, propped: true, paused: true, signedOff: false, full: true },
    counts: { held: false, undone: true, base: true },
    decide: (state, command) => (state.paused ? ok(command) : fail({ code: 'JOB_NOT_PAUSED' })),
    apply: state => ({ ...state, paused: undefined }),
  },
  handedOver: {
    roles: anyone,
    taken: { running: true, propped: true, paused: false, signedOff: true, full: true },
    counts: { held: false, undone: true, base: true },
    decide: (state, command) => (state.signedOff ? ok(command) : fail({ code: 'JOB_NOT_SIGNED_OFF' })),
    apply: (state, { to, note }, mark) => ({ ...state, handedOver: { ...mark, to, note } }),
  },
  signedOff: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: true },
    counts: { held: false, undone: true, base: true },
    decide: decideSignOff,
    apply: (state, _, mark) => ({ ...state, signedOff: mark }),
  },
  ended: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: true },
    counts: { held: false, undone: true, base: true },
    decide: decideEnded,
    apply: (state, { ending, why, read }, mark) => ({ ...state, signedOff: mark, ended: { ...mark, ending, why, ...(read && { read }) } }),
  },
  reopened: {
    roles: leads,
    taken: { running: true, propped: true, paused: false, signedOff: true, full: true },
    counts: { held: false, undone: true, base: true },
    decide: (state, command) => (state.signedOff ? withReason(command, 'why') : fail({ code: 'JOB_NOT_SIGNED_OFF' })),
    apply: state => ({ ...state, signedOff: undefined, ended: undefined, handedOver: undefined }),
  },
} satisfies Pick<
  CommandRules,
  | 'stepSkipped'
  | 'stepUndone'
  | 'photoTaken'
  | 'noteWritten'
  | 'passedOn'
  | 'paused'
  | 'resumed'
  | 'handedOver'
  | 'signedOff'
  | 'ended'
  | 'reopened'
>
