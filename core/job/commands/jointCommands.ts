import { decideJoint, decideSeized, decideTraced } from './decideJoint'
import { withJoint } from '../state/withChanges'
import { workers, type CommandRules } from './commandRule'

/** Joints: opened, capped, sealed, seated, torqued, looked at. */
export const jointCommands = {
  jointOpened: {
    roles: workers,
    taken: { running: false, propped: false, paused: false, signedOff: false, full: false },
    counts: { held: true, undone: true, base: true },
    decide: decideJoint,
    apply: (state, { joint }, mark) =>
      // Opening a joint again voids its seal, seat, torque and leak check.
      withJoint(state, joint, ({ seized, opened }) => ({ ...(seized && { seized }), ...(opened && { again: true }), opened: mark })),
  },
  jointCapped: {
    roles: workers,
    taken: { running: false, propped: true, paused: true, signedOff: false, full: true },
    counts: { held: false, undone: true, base: true },
    decide: decideJoint,
    apply: (state, { joint }, mark) => withJoint(state, joint, before => ({ ...before, capped: mark })),
  },
  jointSeized: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideSeized,
    apply: (state, { joint, remedy, note }, mark) =>
      withJoint(state, joint, before => ({ ...before, seized: [...(before.seized ?? []), { ...mark, remedy, note }] })),
  },
  sealFitted: {
    roles: workers,
    taken: { running: false, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideJoint,
    apply: (state, { joint, seals }, mark) =>
      withJoint(state, joint, ({ unavailable, ...before }) => ({
        ...before,
        // What was missing is here.
        ...(unavailable && !seals.includes(unavailable.seal) && { unavailable }),
        sealed: { ...mark, seals },
      })),
  },
  sealUnavailable: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideJoint,
    apply: (state, { joint, seal, note }, mark) => withJoint(state, joint, before => ({ ...before, unavailable: { ...mark, seal, note } })),
  },
  jointSeated: {
    roles: workers,
    taken: { running: false, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideJoint,
    apply: (state, { joint, proofs }, mark) => withJoint(state, joint, before => ({ ...before, seated: { ...mark, proofs } })),
  },
  jointTorqued: {
    roles: workers,
    taken: { running: false, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideJoint,
    apply: (state, { type: _type, joint, ...torque }, mark) =>
      withJoint(state, joint, before => ({ ...before, torqued: { ...mark, ...torque } })),
  },
  leakChecked: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideJoint,
    apply: (state, { joint, result }, mark) => withJoint(state, joint, before => ({ ...before, leak: { ...mark, result } })),
  },
  leakTraced: {
    roles: workers,
    taken: { running: true, propped: true, paused: false, signedOff: false, full: false },
    counts: { held: false, undone: true, base: true },
    decide: decideTraced,
    apply: (state, { joint, note }, mark) => withJoint(state, joint, before => ({ ...before, traced: { ...mark, note } })),
  },
} satisfies Pick<
  CommandRules,
  | 'jointOpened'
  | 'jointCapped'
  | 'jointSeized'
  | 'sealFitted'
  | 'sealUnavailable'
  | 'jointSeated'
  | 'jointTorqued'
  | 'leakChecked'
  | 'leakTraced'
>
