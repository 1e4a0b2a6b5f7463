import type { Slug } from '../../sheet/types'

/** What costs hands or a stop of the car, and is therefore planned. */
export const taskKinds = [
  'receive',
  'prepare',
  'off',
  'open',
  'cap',
  'release',
  'withdraw',
  'catch',
  'drain',
  'compare',
  'renew',
  'seals',
  'fit',
  'seat',
  'fasten',
  'torque',
  'refill',
  'fill',
  'bleed',
  'wipe',
  'run',
  'turn',
  'level',
  'leak',
  'look',
  'stop',
  'on',
  'road-test',
] as const
export type TaskKind = (typeof taskKinds)[number]
export type TaskRef = { kind: TaskKind; target: Slug }

/** What a task is about: one for each of these, as far as a job touches it. */
export type TaskOf = 'sheet' | 'line' | 'joint' | 'hold' | 'neighbour' | 'operation' | 'fill' | 'bleeder' | 'level' | 'circuit' | 'position'

type TaskRule = {
  of: TaskOf
  /** Among tasks that could be done at the same stop, the smaller goes first: the order the work goes. */
  rank: number
  /** The part of its way's minutes that it takes: a way is priced for opening and closing. */
  share?: number
  /** There is one of it in a job: its kind is its key. */
  single?: true
}

/** The planner's rules of each kind of task; what comes before what is in listTasks. */
export const taskRules: Readonly<Record<TaskKind, TaskRule>> = {
  receive: { of: 'line', rank: 0 },
  prepare: { of: 'sheet', rank: 100, single: true },
  off: { of: 'operation', rank: 200 },
  drain: { of: 'circuit', rank: 200 },
  open: { of: 'joint', rank: 300, share: 0.5 },
  cap: { of: 'joint', rank: 301 },
  release: { of: 'hold', rank: 400, share: 0.5 },
  withdraw: { of: 'line', rank: 500, share: 0.5 },
  catch: { of: 'sheet', rank: 550, single: true },
  compare: { of: 'line', rank: 600 },
  renew: { of: 'neighbour', rank: 620, share: 1 },
  seals: { of: 'joint', rank: 650 },
  fit: { of: 'line', rank: 700, share: 0.5 },
  seat: { of: 'joint', rank: 800, share: 0.5 },
  torque: { of: 'joint', rank: 900 },
  fasten: { of: 'hold', rank: 1000, share: 0.5 },
  refill: { of: 'circuit', rank: 1090 },
  fill: { of: 'fill', rank: 1100, share: 1 },
  bleed: { of: 'bleeder', rank: 1150, share: 1 },
  wipe: { of: 'position', rank: 1200 },
  run: { of: 'sheet', rank: 1300, single: true },
  turn: { of: 'sheet', rank: 1390, share: 1, single: true },
  level: { of: 'level', rank: 1400, share: 1 },
  leak: { of: 'joint', rank: 1500 },
  look: { of: 'operation', rank: 1510 },
  stop: { of: 'sheet', rank: 1600, single: true },
  on: { of: 'operation', rank: 2000 },
  'road-test': { of: 'sheet', rank: 3000, single: true },
}

/** Names a task within its job: made from what it is, and never taken apart. */
export type TaskKey = TaskKind | `${TaskKind}:${Slug}`
/** Names a task; one that there is only one of in a job goes by its kind. */
export const taskKey = (kind: TaskKind, target: Slug): TaskKey => (taskRules[kind].single ? kind : `${kind}:${target}`)
/** The kinds of task that are done to a thing. */
export const kindsOf = (of: TaskOf): TaskKind[] => taskKinds.filter(kind => taskRules[kind].of === of)
