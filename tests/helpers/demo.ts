import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { planJob } from '../../core/plan/planJob'
import type { PlanInputs } from '../../core/plan/planInputs'
import { planOnce } from '../../core/plan/planOnce'
import type { Plan } from '../../core/plan/types'
import { estimateFluid, type FluidEstimate } from '../../core/fluid/estimateFluid'
import { decide } from '../../core/job/commands/decide'
import { evolve } from '../../core/job/state/evolve'
import { planRest } from '../../core/job/state/planRest'
import { listSteps, type Step } from '../../core/job/steps/listSteps'
import { plainCommand } from '../../core/job/commands/plainCommand'
import { laidOverBy, sheetOfJob } from '../../core/job/state/sheetOfJob'
import { eventVersion, type JobBody, type JobCommand, type JobEvent, type JobState, type Person, type Refusal } from '../../core/job/types'
import { decidingTraits } from '../../core/identify/identifyLayouts'
import { usableParts } from '../../core/sheet/chosenPart'
import { resolveSheet, type ResolvedSheet } from '../../core/sheet/resolveSheet'
import type { Pack, Sheet } from '../../core/sheet/types'

const read = (path: string): unknown => JSON.parse(readFileSync(fileURLToPath(new URL(`../../${path}`, import.meta.url)), 'utf8'))

export const demoPack = () => read('db/demo/halyard-cooler-lines.efferent.json') as Pack
export const demoSheet = () => demoPack().sheets[0]!
export const demoFiles = () =>
  readdirSync(fileURLToPath(new URL('../../db/demo', import.meta.url))).filter(name => name.endsWith('.efferent.json'))
export const readDemo = (file: string) => readFileSync(fileURLToPath(new URL(`../../db/demo/${file}`, import.meta.url)), 'utf8')
export const allDemoSheets = () => demoFiles().flatMap(file => (JSON.parse(readDemo(file)) as Pack).sheets)
export function sheetOf(id: string, revision?: number): Sheet {
  const found = allDemoSheets()
    .filter(sheet => sheet.id === id && (revision === undefined || sheet.revision === revision))
    .at(-1)
  if (!found) throw new Error(`no demo sheet ${id}`)
  return found
}
export const fixtureSheet = (name: string) => read(`tests/fixtures/${name}.json`) as Sheet
export const fixtureNames = ['clutch-hose-skeleton', 'heater-hose-skeleton', 'steering-pressure-skeleton']

export function demoCar(coolers: 'one' | 'two' | undefined, sheet = demoSheet()): ResolvedSheet {
  const resolution = resolveSheet(sheet, { family: 'ondrel-halyard', year: 2016, engine: 'd32', traits: coolers ? { coolers } : {} })
  if (resolution.applies === 'no') throw new Error(`the demo sheet does not apply: ${resolution.why}`)
  return resolution.resolved
}

/** Every demo sheet on a car of each layout it may have. */
export const everyDemoCar = (): ResolvedSheet[] =>
  allDemoSheets().flatMap(sheet => {
    const traits = decidingTraits(sheet)
    const layouts = traits.reduce<Record<string, string>[]>(
      (known, trait) => known.flatMap(one => trait.values.map(value => ({ ...one, [trait.id]: value.id }))),
      [{}],
    )
    const [applies] = sheet.applies
    return layouts.flatMap(layout => {
      const resolution = resolveSheet(sheet, {
        family: applies!.families[0]!,
        engine: applies!.engines?.[0],
        year: applies!.years?.[0],
        traits: layout,
      })
      return resolution.applies === 'yes' && resolution.resolved.lines.length > 0 && resolution.resolved.open.length === 0
        ? [resolution.resolved]
        : []
    })
  })

/** A demo car whose sheet names no way of bleeding and no bleeder, and says of nothing whether it came sealed. */
export function withoutWords(id: string): ResolvedSheet {
  const car = everyDemoCar().find(one => one.sheet.id === id)!
  const mute = { ...car.sheet, bleeders: [], bleeding: { ...car.sheet.bleeding, allowed: [], forbidden: [], parameters: {} } }
  return { ...car, sheet: mute }
}

export const allLines = (resolved: ResolvedSheet) => resolved.lines.map(line => line.id)
/** A job asks for the same plan at every step. */
const plans = new WeakMap<ResolvedSheet, Map<string, Plan>>()
export function planOf(resolved: ResolvedSheet, inputs: Partial<PlanInputs> = {}): Plan {
  const known = plans.get(resolved) ?? new Map<string, Plan>()
  plans.set(resolved, known)
  const key = JSON.stringify(inputs)
  const before = known.get(key)
  if (before) return before
  const plan = planJob(resolved, { lines: allLines(resolved), start: 'ground', ...inputs })
  if (!plan.ok) throw new Error(plan.error.code)
  known.set(key, plan.value)
  return plan.value
}

const fluids = new WeakMap<Plan, Map<string, FluidEstimate>>()
/** What comes out by that plan: asked for at every step, and the same at each. */
function fluidOf(resolved: ResolvedSheet, scope: readonly string[], plan: Plan): FluidEstimate {
  const known = fluids.get(plan) ?? new Map<string, FluidEstimate>()
  fluids.set(plan, known)
  const key = scope.join()
  const fluid = known.get(key) ?? estimateFluid(resolved, scope, plan)
  known.set(key, fluid)
  return fluid
}

/** What is left of a job that can be planned. */
export function restOf(resolved: ResolvedSheet, state: JobState): Plan {
  const plan = planRest(resolved, state)
  if (!plan.ok) throw new Error(plan.error.code)
  return plan.value
}

export const technician: Person = { id: '00000000-0000-4000-8000-00000000000a', name: 'Rafe Undal', role: 'technician' }
export const lead: Person = { id: '00000000-0000-4000-8000-00000000000b', name: 'Imke Thorsby', role: 'lead' }

/** Steps that ask which part it is. */
export const partSteps: ReadonlySet<string> = new Set(['receive', 'compare', 'fit'])
/** For each line with a choice, the first part that can be had. */
export const anyParts = ({ lines }: ResolvedSheet): Record<string, string> =>
  Object.fromEntries(lines.flatMap(line => (usableParts(line).length > 1 ? [[line.id, usableParts(line)[0]!.id]] : [])))

/** A line that is made, without the list of the played. */
export const byHand = (plain: JobCommand): JobCommand =>
  plain.type === 'lineMade'
    ? { ...plain, how: 'without', note: 'bent by eye against the old one' }
    : plain.type === 'fluidAdded'
      ? { ...plain, bottle: 'sealed' }
      : plain

/** A job played in memory, with a clock that the test moves. */
export class PlayedJob {
  state: JobState | undefined
  events: JobEvent[] = []
  clock = Date.parse('2026-03-02T08:00:00Z')
  /** What the device has folded in; undefined: all of it. */
  seen: number | undefined

  constructor(
    private readonly asMade: ResolvedSheet,
    public person: Person = technician,
    public device = 'tablet-1',
  ) {
    this.do({
      type: 'opened',
      number: 7,
      sheet: { id: asMade.sheet.id, revision: asMade.sheet.revision },
      customer: 'Pilot Station',
      traits: asMade.car.traits,
      vehicle: { id: '00000000-0000-4000-8000-000000000001', plate: 'SK 17 TOW', label: 'Ondrel Halyard', family: 'ondrel-halyard' },
    })
  }

  /** The car's sheet, with what leaflets and leads have said. */
  get resolved(): ResolvedSheet {
    const { leaflets, sealing } = this.state ?? { leaflets: {} }
    if (!this.state || (Object.keys(leaflets).length === 0 && !sealing)) return this.asMade
    if (this.stated?.leaflets !== leaflets || this.stated.sealing !== sealing) {
      const resolution = resolveSheet(sheetOfJob(this.asMade.sheet, laidOverBy(this.state)), this.asMade.car)
      if (resolution.applies === 'no') throw new Error(resolution.why)
      this.stated = { leaflets, sealing, resolved: resolution.resolved }
    }
    return this.stated.resolved
  }
  private stated: (Pick<JobState, 'leaflets' | 'sealing'> & { resolved: ResolvedSheet }) | undefined

  /** Records, or returns the refusal. A minute passes with every command. */
  try(command: JobCommand, newer?: ResolvedSheet): Refusal | undefined {
    this.clock += 60_000
    const at = new Date(this.clock).toISOString()
    const decision = decide(this.state, command, {
      resolved: this.resolved,
      plan: planOnce,
      person: this.person,
      device: this.device,
      seen: this.seen,
      at,
      recordedAt: at,
      newer,
    })
    if (!decision.ok) return decision.error
    this.hear(decision.value, at)
    return undefined
  }

  /** On record, whoever decided it. */
  hear(body: JobBody, at = new Date(this.clock).toISOString()): JobEvent {
    const event: JobEvent = {
      v: eventVersion,
      id: `event-${this.events.length + 1}`,
      job: 'job',
      seq: this.events.length + 1,
      seen: this.seen ?? this.events.length,
      at,
      recordedAt: at,
      by: this.person,
      device: this.device,
      body,
    }
    this.events.push(event)
    this.state = evolve(this.state, event)
    return event
  }

  /** Tries, and where something has to wait first, waits. */
  tryInTime(command: JobCommand): Refusal | undefined {
    const refusal = this.try(command)
    if (refusal?.code !== 'JOB_WAIT' && !(refusal?.code === 'JOB_TIMER_RUNNING' && refusal.timer === 'rest')) return refusal
    this.clock += refusal.secondsLeft * 1000
    return this.try(command)
  }

  do(command: JobCommand): this {
    const refusal = this.tryInTime(command)
    if (refusal) throw new Error(`${command.type} refused: ${JSON.stringify(refusal)}`)
    return this
  }

  plan(lines = allLines(this.resolved)): this {
    return this.do({ type: 'planned', inputs: { lines, start: 'ground', parts: anyParts(this.resolved) } })
  }

  /** Says which part it is, where nobody has. */
  choosePart(line: string): void {
    const part = anyParts(this.resolved)[line]
    const inputs = this.state!.inputs!
    if (part && !inputs.parts?.[line]) this.do({ type: 'planned', inputs: { ...inputs, parts: { ...inputs.parts, [line]: part } } })
  }

  steps(): Step[] {
    return listSteps(this.resolved, restOf(this.resolved, this.state!), this.state!.inputs!.start, this.state)
  }

  next(): Step | undefined {
    return this.steps().find(step => step.status === 'open')
  }

  plainFor(step: Step): JobCommand {
    const plan = planOf(this.resolved, this.state!.inputs!)
    const plain = plainCommand(this.resolved, step, this.state!, fluidOf(this.resolved, this.state!.scope, plan))
    return plain.type === 'airTraced' ? { ...plain, cause: 'clamp on the suction hose' } : byHand(plain)
  }

  /** Works down the plan as the sheet says, up to (not including) a step, or to the end. */
  workUntil(stop?: string): this {
    for (let guard = 0; guard < 200; guard++) {
      const step = this.next()
      if (!step || step.id === stop || step.kind === stop) return this
      // Waiting for the leak timer is what the clock is for.
      if (step.kind === 'leak') this.clock += 15 * 60_000
      if (partSteps.has(step.kind)) this.choosePart(step.target)
      this.do(this.plainFor(step))
    }
    throw new Error('the plan never ends')
  }
}
