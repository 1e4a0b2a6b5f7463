import { chooseWays } from '../core/plan/search/chooseWays'
import { planJob } from '../core/plan/planJob'
import type { Standing } from '../core/plan/tasks/standing'
import type { AccessIssue, Plan } from '../core/plan/types'
import { randomAccess, randomJob } from '../tests/helpers/randomAccess'
import { hardestJobs } from '../tests/helpers/hardSheets'
import { modelText, placePrice, solveWithHighs } from '../tests/helpers/solveWithHighs'
import type { Line as Measured } from './measureRoute'

const [goalCount, operationCount] = [30, 60]

/** The choice against a general solver on the same model, and whole plans (choice with exact move costs, order, clock) of the same size. */
export function measureAccess(quantile: (sorted: number[], q: number) => number, runs = 60): Measured[] {
  const own: number[] = []
  const solver: number[] = []
  const whole: number[] = []
  const rest: number[] = []
  const timed = <T>(work: () => T, into: number[] | undefined): T => {
    const started = performance.now()
    const result = work()
    into?.push(performance.now() - started)
    return result
  }
  // Rounds before the first count nothing: the engine compiles what it sees often.
  for (let run = -Math.ceil(runs / 2); run < runs; run++) {
    const seed = 104_729 * (run < 0 ? 1000 - run : run + 20)
    const { goals, operations } = randomAccess(goalCount, operationCount, seed)
    const choice = timed(() => chooseWays(goals, operations, { least: placePrice }), run < 0 ? undefined : own)
    const model = modelText(goals, operations)
    const optimum = timed(() => solveWithHighs(model), run < 0 ? undefined : solver)
    if (!choice.ok || Math.abs(choice.value.cost - optimum) > 1e-3)
      throw new Error(`not the optimum: ${JSON.stringify(choice)} against ${optimum}`)
    const resolved = randomJob(7, operationCount, seed)
    const plan = timed(
      () => planJob(resolved, { lines: resolved.lines.map(line => line.id), start: 'ground' }),
      run < 0 ? undefined : whole,
    )
    if (!plan.ok && !drawnSo.includes(plan.error.code)) throw new Error(plan.error.code)
    if (!plan.ok) continue
    const inputs = { lines: resolved.lines.map(line => line.id), start: 'ground' as const }
    timed(() => planJob(resolved, inputs, halfWay(plan.value)), run < 0 ? undefined : rest)
  }
  const hard = hardestJobs()
  const planHard = ([, car]: (typeof hard)[number]) => planJob(car, { lines: car.lines.map(line => line.id), start: 'ground' })
  hard.forEach(planHard)
  const hardest = hard.map(one => {
    const times: number[] = []
    timed(() => planHard(one), times)
    return times[0]!
  })
  for (const list of [own, solver, whole, rest, hardest]) list.sort((a, b) => a - b)
  const note = `${goalCount} goals over ${operationCount} operations, drawn`
  return [
    { name: 'choice of ways, median', value: quantile(own, 0.5), unit: 'ms', n: runs, note },
    { name: 'choice of ways, p95', value: quantile(own, 0.95), unit: 'ms', n: runs, note },
    {
      name: 'HiGHS on the same model, median',
      value: quantile(solver, 0.5),
      unit: 'ms',
      n: runs,
      note: 'WebAssembly build, model text parsed; equal cost every time',
    },
    {
      name: 'HiGHS over choice of ways, medians',
      value: quantile(solver, 0.5) / quantile(own, 0.5),
      unit: 'ratio',
      n: runs,
      note: 'higher is better',
    },
    {
      name: 'whole plan, median',
      value: quantile(whole, 0.5),
      unit: 'ms',
      n: runs,
      note: `${note}: choice with exact moves, order, clock`,
    },
    { name: 'plan from the middle, p95', value: quantile(rest, 0.95), unit: 'ms', n: rest.length, note: `${note}: half of its tasks done` },
    {
      name: 'hardest plan found, longest',
      value: hardest.at(-1)!,
      unit: 'ms',
      n: hardest.length,
      note: 'search cut off at its count of work; the second time, as a server plans',
    },
    { name: 'whole plan, p95', value: quantile(whole, 0.95), unit: 'ms', n: runs, note: `${note}: choice with exact moves, order, clock` },
  ]
}

/** Drawn sheets may ask for what no order gives: that is an answer too. */
const drawnSo: readonly AccessIssue['code'][] = ['ACCESS_ORDER_IMPOSSIBLE', 'ACCESS_HIDDEN_WHILE_RUNNING']

/** The car when the first half of a plan's tasks is done. */
function halfWay({ visits }: Plan): Standing {
  const all = visits.flatMap(({ at, tasks }) => tasks.map(task => ({ task, at })))
  const done = all.slice(0, Math.ceil(all.length / 2))
  const isBack = (part: string) => done.some(({ task }) => task.kind === 'on' && task.target === part)
  return {
    at: done.at(-1)?.at ?? 'ground',
    off: done.flatMap(({ task }) => (task.kind === 'off' && !isBack(task.target) ? [task.target] : [])),
    done: done.flatMap(({ task }) => (task.kind === 'off' || task.kind === 'on' ? [] : [task.id])),
    lines: [],
    joints: [],
    drained: [],
    resealed: [],
    begunAt: Object.fromEntries(done.flatMap(({ task, at }) => (task.goal === undefined ? [] : [[task.goal, at]]))),
  }
}
