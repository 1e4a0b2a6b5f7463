import { decide, type Context } from '../../core/job/commands/decide'
import { fold } from '../../core/job/state/evolve'
import { listDue } from '../../core/job/owed/obligations'
import { eventVersion, type JobBody, type JobCommand, type JobEvent, type JobState, type ObligationKind } from '../../core/job/types'
import type { PlanInputs } from '../../core/plan/planInputs'
import { planOnce } from '../../core/plan/planOnce'
import { currentPlanner } from '../../core/plan/types'
import { resolveSheet, type ResolvedSheet } from '../../core/sheet/resolveSheet'
import type { Joint, Level, Operation, PartOption, Sheet, Way } from '../../core/sheet/types'
import { celsius, degrees, millilitres, millimetres, minutes, newtonMetres } from '../../core/units/types'
import { technician } from './demo'

const way = (needs: Way['needs'] = []): Way => ({ at: 'raised', from: 'below', needs, minutes: minutes(2) })
/** Reached with the car on the ground, where somebody may sit in it. */
const overPit: Way = { at: 'ground', from: 'below', needs: [], minutes: minutes(2), note: 'over the pit' }
export const known = <T>(value: T) => ({ values: [{ value, source: 'invented', date: '2026-01-01' } as const] })
export const nm = (low: number, high: number) => known({ low: newtonMetres(low), high: newtonMetres(high) })
const spread = (likely: number) => ({ least: millilitres(likely / 2), likely: millilitres(likely), most: millilitres(likely * 2) })

const joint = (id: string, line: string, change: Partial<Joint>): Joint => ({
  id,
  name: id,
  line,
  end: 'from',
  kind: 'oring-nut',
  hex: { alternates: [] },
  seals: [],
  tools: [],
  release: 'by its nut',
  seated: 'it bottoms',
  proofs: ['hand-start'],
  ways: [way()],
  hiddenBy: [],
  cautions: [],
  ...change,
})
const operation = (id: string, change: Partial<Operation>): Operation => ({
  id,
  name: id,
  at: 'raised',
  from: 'below',
  off: minutes(3),
  on: minutes(3),
  needs: [],
  fasteners: [],
  tools: [],
  engineMayRun: true,
  cautions: [],
  ...change,
})
const level = (id: string, change: Partial<Level>): Level => ({
  id,
  name: id,
  method: 'marks',
  engine: 'off',
  temperature: 'unknown',
  reads: 'between the marks',
  seals: [],
  ways: [way()],
  cautions: [],
  ...change,
})
const part = (id: string, change: Partial<PartOption>): PartOption => ({ id, kind: 'factory', name: id, brings: [], ...change })
const line = (id: string, from: string, to: string, parts: PartOption[]): Sheet['lines'][number] => ({
  id,
  name: id,
  from,
  to,
  sections: [],
  withdraw: [way()],
  parts,
})
const bolts = (count: number, torque?: ReturnType<typeof nm>): Operation['fasteners'][number] => ({
  count,
  what: 'bolt',
  size: 'M8',
  place: 'along the edge',
  ...(torque && { torque }),
})

/** A car with one of everything that can be owed, small enough to hold in the head. */
export const pocketSheet: Sheet = {
  format: 'efferent.line-sheet/2',
  id: 'pocket',
  revision: 1,
  title: 'Pocket car',
  system: 'transmission-cooler',
  summary: '',
  words: [],
  applies: [{ families: ['pocket'] }],
  traits: [{ id: 'cooler', name: 'Cooler', values: ['one', 'two'].map(id => ({ id, name: id })) }],
  questions: [
    {
      id: 'how-many',
      text: 'How many coolers?',
      stand: 'hood-up',
      minutes: minutes(1),
      answers: ['one', 'two'].map(id => ({ id, label: id, looksLike: id, implies: { trait: 'cooler', is: id } })),
    },
  ],
  ports: ['gearbox', 'cooler', 'pump'].map((id, i) => ({ id, component: id, at: [i * 300, 0, 400] as const })),
  lines: [
    line('supply', 'gearbox', 'cooler', [
      part('supply-alone', { carryOver: ['bracket', 'sleeve'] }),
      part('both-lines', { covers: ['return'], drops: ['middle', 'clip'] }),
    ]),
    line('return', 'cooler', 'pump', [part('return-alone', {})]),
  ],
  joints: [
    joint('near', 'supply', {
      torque: nm(16, 20),
      seals: [
        { id: 'ring', name: 'O-ring', count: 1, reuse: 'never' },
        { id: 'washer', name: 'Washer', count: 1, reuse: 'if-good' },
      ],
      hiddenBy: ['shield'],
      ways: [way([['shield']])],
    }),
    joint('far', 'supply', { end: 'to', kind: 'clamp', proofs: [] }),
    joint('middle', 'return', { kind: 'push-lock', proofs: ['click', 'pull'] }),
    joint('last', 'return', { end: 'to', torque: nm(30, 35) }),
  ],
  holds: [
    {
      id: 'clip',
      name: 'clip',
      line: 'supply',
      at: millimetres(100),
      kind: 'clip',
      with: ['return'],
      opens: 'by hand',
      newLineBrings: false,
      reuse: 'if-good',
      ways: [way([['shield']])],
    },
    {
      id: 'bracket',
      name: 'bracket',
      line: 'return',
      at: millimetres(100),
      kind: 'bracket',
      with: [],
      opens: 'by its bolt',
      torque: nm(8, 10),
      newLineBrings: false,
      reuse: 'if-good',
      ways: [way()],
    },
  ],
  operations: [
    operation('shield', { fasteners: [bolts(4, nm(9, 11)), bolts(2)] }),
    operation('wheel', { at: 'half', from: 'wheel-left', fasteners: [{ ...bolts(5, nm(100, 120)), what: 'nut' }] }),
    operation('mount', { engineMayRun: false, tightenAt: 'ground', fasteners: [bolts(2, nm(50, 60))] }),
    operation('belt', { engineMayRun: false }),
    operation('inner', { needs: [['shield']] }),
    operation('pan', {
      engineMayRun: false,
      needs: [['shield']],
      drains: { fluid: 'gearbox oil', circuit: 'pocket', ...spread(2000) },
      seals: [
        { id: 'pan-gasket', name: 'Gasket', count: 1, reuse: 'never' },
        { id: 'magnet', name: 'Magnet', count: 1, reuse: 'if-good' },
      ],
      fasteners: [bolts(8, nm(9, 11))],
    }),
    operation('hose', { drains: { fluid: 'coolant', circuit: 'coolant', ...spread(1000) } }),
  ],
  keepouts: [],
  fills: [{ id: 'dipstick', name: 'Dipstick tube', tools: [], ways: [way()] }],
  bleeders: [
    { id: 'left', name: 'Left bleeder', hex: millimetres(8), torque: nm(7, 9), ways: [way(), overPit] },
    { id: 'right', name: 'Right bleeder', hex: millimetres(8), ways: [way(), overPit] },
  ],
  levels: [
    level('cold', {}),
    level('hot', { engine: 'idling', temperature: known({ low: celsius(70), high: celsius(90) }), torque: nm(20, 25) }),
  ],
  fluid: {
    spec: known('type 4'),
    capacity: known(millilitres(8000)),
    volumes: [],
    bottle: millilitres(1000),
    expansionPerKelvin: 0.0008,
    mixesWith: [],
  },
  circuits: [
    {
      id: 'coolant',
      name: 'Coolant',
      spec: known('blue'),
      capacity: known(millilitres(6000)),
      bottle: millilitres(1000),
      reuse: 'if-clean',
      fill: { name: 'Header tank', at: 'ground', from: 'above', minutes: minutes(3), tools: [] },
      level: level('header', {}),
    },
  ],
  bleeding: { allowed: ['pump-and-hold', 'gravity', 'circulate', 'prime', 'lock-to-lock'], forbidden: [], summary: '', parameters: {} },
  proving: { leakMinutes: known(minutes(5)), pressure: 'engine', roadTest: true, lookNext: [] },
  neighbours: [{ id: 'mat', what: 'heat mat', goals: [], ways: [way()], parts: [] }],
  waits: [
    { id: 'cools', kind: 'cool', text: 'the gearbox cools', minutes: minutes(30), after: [], before: ['open:near'] },
    { id: 'drips', kind: 'drip', text: 'it drips out', minutes: minutes(10), after: ['off:hose'], before: ['on:hose'] },
  ],
  cautions: [],
  notes: [],
}

/** The pocket car, with what is different about it. */
export function pocketCar(change: Partial<Sheet> = {}): ResolvedSheet {
  const resolution = resolveSheet({ ...pocketSheet, ...change }, { family: 'pocket', traits: {} })
  if (resolution.applies === 'no') throw new Error(resolution.why)
  return resolution.resolved
}
export const turned = degrees(90)

type Told = Partial<Pick<JobEvent, 'seen' | 'device' | 'by' | 'at'>>
const opened: JobBody = {
  type: 'opened',
  number: 1,
  sheet: { id: 'pocket', revision: 1 },
  customer: 'Pilot Station',
  traits: {},
  vehicle: { id: '00000000-0000-4000-8000-000000000001', plate: 'PO 01 CKT', label: 'Pocket', family: 'pocket' },
}

/**
 * What is on record, one event after another, whether anybody would have let it happen or not: a rule is tried by what stands there, not by
 * how it came to. Ten minutes pass with each. The first event is the opening, the second the plan.
 */
export class Story {
  readonly events: JobEvent[] = []

  constructor(
    readonly resolved: ResolvedSheet = pocketCar(),
    inputs: Partial<PlanInputs> = {},
  ) {
    this.then(opened).then({
      type: 'planned',
      inputs: { lines: ['supply', 'return'], start: 'ground', ...inputs },
      planner: currentPlanner,
    })
  }

  then(body: JobBody, told: Told = {}): this {
    const seq = this.events.length + 1
    const at = this.clock(seq)
    const by = technician
    this.events.push({
      v: eventVersion,
      id: `e${seq}`,
      job: 'job',
      seq,
      seen: seq - 1,
      at,
      recordedAt: at,
      by,
      device: 'tablet-1',
      body,
      ...told,
    })
    return this
  }
  all(...bodies: JobBody[]): this {
    for (const body of bodies) this.then(body)
    return this
  }
  private clock(seq: number): string {
    return new Date(Date.parse('2026-03-02T08:00:00Z') + seq * 600_000).toISOString()
  }

  get state(): JobState {
    return fold(this.events)!
  }
  /** What is owed of one kind. */
  due(kind: ObligationKind) {
    return listDue(this.resolved, this.state).filter(owed => owed.kind === kind)
  }
  /** What would be said to this act now: the body that would be kept, or the refusal. */
  ask(command: JobCommand, change: Partial<Context> = {}) {
    const at = this.clock(this.events.length + 1)
    const context: Context = {
      resolved: this.resolved,
      plan: planOnce,
      person: technician,
      device: 'tablet-1',
      at,
      recordedAt: at,
      ...change,
    }
    const decision = decide(this.state, command, context)
    return decision.ok ? decision.value : decision.error
  }
}
