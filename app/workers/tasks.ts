import { listAlternatives } from '#core/plan/search/listAlternatives'
import { rememberPlan, type Planned } from '#core/plan/knownPlans'
import { planOnce } from '#core/plan/planOnce'
import type { PlanInputs } from '#core/plan/planInputs'
import type { Standing } from '#core/plan/tasks/standing'
import type { Plan } from '#core/plan/types'
import { weighNeighbours, type Weighing } from '#core/plan/search/weighNeighbours'
import { estimateAir, type RoundSeen } from '#core/bleed/estimateAir'
import type { AirTold } from '#shared/words/airWords'
import type { RoundsTold } from '#shared/words/roundsWords'
import { pathOfSheet } from '#core/bleed/pathOfSheet'
import { predictRounds } from '#core/bleed/predictRounds'
import type { PhotoJob } from '#core/photo/photoJob'
import { reconstructLine } from '#core/photo/reconstructLine'
import { feedInOf } from '#core/feed/feedInOf'
import { feedInMs, seededRandom } from '#core/feed/seededRandom'
import { compareLines, type CompareTolerance } from '#core/making/compareLines'
import { cutFromMoulded } from '#core/making/cutFromMoulded'
import { suspectReading, type EndsMeasured, type ReadWithin } from '#core/making/suspectReading'
import { workOut, type LineInMaking } from '#core/making/workOut'
import type { BendRow } from '#core/route/bendTable'
import { traceLines } from '#core/route/traceLines'
import { resolveSheet, type ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Car, CentrePoint, Sheet, Slug } from '#core/sheet/types'
import type { OnCar } from './onCar'

const most = 4
const known = new Map<OnCar, ResolvedSheet>()
function resolvedFor(text: OnCar): ResolvedSheet {
  const before = known.get(text)
  if (before) return before
  const { sheet, car } = JSON.parse(text) as { sheet: Sheet; car: Car }
  const resolution = resolveSheet(sheet, car)
  if (resolution.applies === 'no') throw new RangeError(`the sheet ${sheet.id} is for another ${resolution.why}`)
  if (known.size >= most) known.delete(known.keys().next().value!)
  known.set(text, resolution.resolved)
  return resolution.resolved
}

/** What the page works out off its own thread: pure functions of plain data (app/utils/workerCall.ts). */
export const tasks = {
  traceLines: ({ lines, keepouts }: { lines: Parameters<typeof traceLines>[0]; keepouts: Parameters<typeof traceLines>[1] }) =>
    traceLines(lines, keepouts),
  plan: ({ car, inputs, standing }: { car: OnCar; inputs: PlanInputs; standing?: Standing }): Planned =>
    planOnce(resolvedFor(car), inputs, standing),
  alternatives({ car, inputs, plan }: { car: OnCar; inputs: PlanInputs; plan: Plan }) {
    const resolved = resolvedFor(car)
    rememberPlan(resolved, inputs, { ok: true, value: plan })
    return listAlternatives(resolved, inputs, plan)
  },
  neighbours: ({ car, inputs, weighing }: { car: OnCar; inputs: PlanInputs; weighing: Weighing }) =>
    weighNeighbours(resolvedFor(car), inputs, weighing),
  reconstruct(job: PhotoJob) {
    const found = reconstructLine(job)
    if (!found.ok) return found
    const { apexes, within, misfits } = found.value
    return { ok: true as const, value: { apexes, within, misfits } }
  },
  airLeft({ car, lines, rounds }: { car: OnCar; lines: readonly Slug[]; rounds: readonly RoundSeen[] }): AirTold | undefined {
    const found = pathOfSheet(resolvedFor(car), lines)
    // Where nobody knows what the reservoir holds, how full it stands tells nothing of strokes.
    const seen = found?.isReservoirKnown ? rounds : rounds.map(({ stands: _, ...round }) => round)
    return found && { ...estimateAir(found.path, found.air, seen), crest: found.crest }
  },
  /** Looked for from the same numbers each time, in two seconds at most. */
  feedIn({ car, line, out }: { car: OnCar; line: Slug; out: readonly Slug[] }) {
    const { lines, sheet } = resolvedFor(car)
    const from = performance.now()
    return feedInOf({ lines, keepouts: sheet.keepouts }, line, out, {
      random: seededRandom(),
      spent: () => performance.now() - from,
      budget: feedInMs,
    })
  },
  compare: ({ old, fresh, tolerance }: { old: readonly CentrePoint[]; fresh: readonly CentrePoint[]; tolerance: CompareTolerance }) =>
    compareLines(old, fresh, tolerance),
  ends: ({ rows, measured, read }: { rows: readonly BendRow[]; measured: EndsMeasured; read: ReadWithin }) =>
    suspectReading(rows, measured, read),
  /** Looked for here: for many bends it takes seconds. */
  bendOrder: (making: LineInMaking) => workOut(making).order,
  moulded: ({ wanted, moulded }: { wanted: readonly CentrePoint[]; moulded: readonly CentrePoint[] }) => cutFromMoulded(wanted, moulded),
  rounds({ car, lines }: { car: OnCar; lines: readonly Slug[] }): RoundsTold | undefined {
    const found = pathOfSheet(resolvedFor(car), lines)
    return found && { ...predictRounds(found.path, found.air), crest: found.crest }
  },
}
export type Tasks = typeof tasks
export type TaskName = keyof Tasks
export type TaskInput<N extends TaskName> = Parameters<Tasks[N]>[0]
export type TaskOutput<N extends TaskName> = ReturnType<Tasks[N]>
