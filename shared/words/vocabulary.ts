import type {
  BleedMethod,
  CautionKind,
  JointKind,
  LiftPosition,
  Lookout,
  Phase,
  PressureSource,
  Proof,
  Reach,
  SourceKind,
  Standpoint,
  WaitKind,
} from '../../core/sheet/types'
import type { JointStatus } from '../../core/job/state/jointStatus'
import type { Role } from '../../core/job/types'
import type { Stage } from '../../core/job/record/summarise'

/** The words a technician uses for the ids of the model. One table each; interface and printouts read from here. */
export const standpointWords: Record<Standpoint, string> = {
  'hood-up': 'Hood up',
  'under-lift': 'Under the lift',
  'wheel-off': 'Wheel off',
}
export const lookoutWords: Record<Lookout, string> = { ...standpointWords, inside: 'Inside the car' }
export const waitWords: Record<WaitKind | 'leak', string> = {
  cool: 'cooling',
  soak: 'soaking',
  drip: 'dripping',
  warm: 'warming up',
  rest: 'foam settling',
  gravity: 'bleeding by itself',
  leak: 'leak check',
}
export const pressureWords: Record<PressureSource, string> = {
  engine: 'engine idling',
  pedal: 'pedal held',
  lever: 'lever held',
  'hand-pump': 'hand pump on it',
}
export const positionWords: Record<LiftPosition, string> = { ground: 'on the ground', half: 'at waist height', raised: 'raised' }
export const reachWords: Record<Reach, string> = {
  above: 'from above',
  below: 'from below',
  'wheel-left': 'through the left wheel opening',
  'wheel-right': 'through the right wheel opening',
  front: 'from the front',
  seat: 'from the seat',
}
export const jointWords: Record<JointKind, string> = {
  'inverted-flare': 'flare nut, double flare',
  'iso-flare': 'flare nut, bubble flare',
  'oring-nut': 'nut with O-ring',
  banjo: 'banjo',
  'clip-connect': 'quick-connect with clip',
  'push-lock': 'push-lock',
  flange: 'flange, one bolt',
  clamp: 'hose clamp',
  'press-in': 'press-in end',
  'taper-thread': 'taper thread',
}
export const proofWords: Record<Proof, { short: string; ask: string }> = {
  'hand-start': { short: 'started by hand', ask: 'Started by hand, threads run free' },
  bottomed: { short: 'bottomed', ask: 'Sits flat and bottomed, no gap' },
  click: { short: 'click', ask: 'Heard or felt the click' },
  pull: { short: 'pull', ask: 'Pulled hard: it holds' },
  cap: { short: 'cap', ask: 'Cap over the clip, snapped home' },
  untwisted: { short: 'no twist', ask: 'No twist: its print runs straight from end to end' },
}
export const sourceWords: Record<SourceKind, string> = {
  'service-information': 'service information',
  'maker-instruction': 'maker’s instruction',
  measured: 'measured here',
  'common-practice': 'common practice',
  invented: 'invented for the demo',
}
export const cautionWords: Record<CautionKind, string> = {
  burn: 'Burns',
  crush: 'Crushing',
  pressure: 'Pressure',
  fire: 'Fire',
  eyes: 'Eyes',
  electric: 'Electrical',
  slip: 'Slip',
  entangle: 'Belt and fan',
  damage: 'Easily damaged',
  waste: 'Waste fluid',
  law: 'Rules and licence',
}
export const bleedWords: Record<BleedMethod, string> = {
  circulate: 'run and circulate',
  'lock-to-lock': 'turn the wheel side to side',
  'pump-and-hold': 'pump and hold',
  vacuum: 'vacuum',
  pressure: 'pressure',
  gravity: 'gravity',
  bench: 'on the bench',
  'vacuum-fill': 'vacuum fill',
  prime: 'prime',
}
export const phaseWords: Record<Phase, string> = {
  before: 'before',
  open: 'opening up',
  line: 'line work',
  fill: 'filling',
  engine: 'ready to prove',
  prove: 'proving',
  close: 'closing up',
}
export const roleWords: Record<Role, string> = { technician: 'technician', lead: 'lead technician', desk: 'service desk', admin: 'admin' }
export const stageWords: Record<Stage, string> = {
  opened: 'opened',
  planned: 'planned',
  'opening-up': 'opening up',
  'line-work': 'line work',
  filling: 'filling',
  proving: 'proving',
  'closing-up': 'closing up',
  'to-sign-off': 'ready to sign off',
  'to-read-cold': 'out, level to be read cold',
  'signed-off': 'signed off',
  ended: 'ended early',
  'handed-over': 'handed over',
}
export const jointStatusWords: Record<JointStatus, string> = {
  closed: 'not touched',
  open: 'open',
  capped: 'open and capped',
  sealed: 'new seals in',
  seated: 'seated',
  torqued: 'tight',
  proved: 'tight and dry',
}
export const positionMove: Record<LiftPosition, string> = {
  ground: 'Lower the car to the ground',
  half: 'Bring the car to waist height',
  raised: 'Raise the car',
}

export const list = (items: readonly string[]): string =>
  items.length <= 1 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`
export const plural = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`
