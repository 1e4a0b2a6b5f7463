import type { LiftPosition, Sheet, Way } from '../../core/sheet/types'

/**
 * A small job done by trying everything: every act that a car in some state allows, cheapest first, until all is done (Dijkstra). A state:
 * parts on, off or back, each end and clip untouched, open or closed, the line in, out or in again, where the car stands, the engine. It
 * knows what hands and eyes can do and shares no code with the planner. Of needs it takes the first alternative: the cars drawn for it
 * have no other.
 */
type Goal = { ways: readonly Way[] }
/** 0 untouched, 1 open or out, 2 closed or in again; by which way, or from where, if somebody else had begun. */
type Half = { stage: 0 | 1 | 2; way: number; at?: LiftPosition }
export type WorkState = {
  at: LiftPosition
  parts: readonly ('on' | 'off' | 'back')[]
  ends: readonly Half[]
  hold: Half
  line: Half
  wiped: readonly LiftPosition[]
  engine: 'before' | 'running' | 'after'
  looked: readonly boolean[]
  level: boolean
}
type Act = { to: WorkState; cost: number; what: string }
type MoveMinutes = (from: LiftPosition, to: LiftPosition) => number

const untouchedHalf: Half = { stage: 0, way: -1 }
export const workAtStart = (sheet: Sheet, at: LiftPosition): WorkState => ({
  at,
  parts: sheet.operations.map(() => 'on'),
  ends: sheet.joints.map(() => untouchedHalf),
  hold: untouchedHalf,
  line: untouchedHalf,
  wiped: [],
  engine: 'before',
  looked: sheet.joints.map(() => false),
  level: false,
})

export function workOf(sheet: Sheet, moveMinutes: MoveMinutes) {
  const { operations, joints } = sheet
  const [hold, line, level] = [sheet.holds[0]!, { ways: sheet.lines[0]!.withdraw }, sheet.levels[0]!]
  const indexOf = new Map(operations.map(({ id }, i) => [id, i]))
  const neededBy = (needs: Way['needs']): number[] => needs.map(([first]) => indexOf.get(first!)!)
  const mayStay = (i: number): boolean =>
    operations[i]!.engineMayRun && !operations[i]!.carRestsOnIt && neededBy(operations[i]!.needs).every(mayStay)
  const isOff = (state: WorkState, i: number) => state.parts[i] === 'off'
  const canReach = (state: WorkState, needs: Way['needs']) => neededBy(needs).every(i => isOff(state, i))
  /** Hands need all of it off; eyes do without what the engine needs back. */
  const canSee = (state: WorkState, needs: Way['needs']) => neededBy(needs).every(i => isOff(state, i) || !mayStay(i))

  /** A way of a goal that may be gone now: the one it was begun by, or any from where it was begun. */
  const waysFor = ({ ways }: Goal, half: Half): number[] =>
    ways.flatMap((way, i) =>
      half.way >= 0
        ? half.way === i
          ? [i]
          : []
        : half.at === undefined || way.at === half.at || !ways.some(({ at }) => at === half.at)
          ? [i]
          : [],
    )
  const halves = (state: WorkState, goal: Goal, half: Half, put: (next: Half) => WorkState, name: string): Act[] =>
    half.stage === 2
      ? []
      : waysFor(goal, half).flatMap((i): Act[] => {
          const way = goal.ways[i]!
          if (way.at !== state.at || !canReach(state, way.needs)) return []
          return [{ to: put({ stage: half.stage === 0 ? 1 : 2, way: i }), cost: way.minutes / 2, what: name }]
        })

  function acts(state: WorkState): Act[] {
    const found: Act[] = []
    for (const to of ['ground', 'half', 'raised'] as const)
      // Nobody lets a car down on a wheel that is off.
      if (to !== state.at && !(to === 'ground' && operations.some(({ carRestsOnIt }, i) => carRestsOnIt && isOff(state, i))))
        found.push({ to: { ...state, at: to }, cost: moveMinutes(state.at, to), what: 'move' })
    operations.forEach((operation, i) => {
      const put = (part: 'off' | 'back'): WorkState => ({ ...state, parts: state.parts.map((was, j) => (j === i ? part : was)) })
      if (operation.at !== state.at) return
      if (state.parts[i] === 'on' && canReach(state, operation.needs)) found.push({ to: put('off'), cost: operation.off, what: `off ${i}` })
      // Nothing goes on before what lies behind it.
      const isBefore = operations.some((behind, j) => isOff(state, j) && neededBy(behind.needs).includes(i))
      if (isOff(state, i) && !isBefore && state.engine !== 'running' && canReach(state, operation.needs))
        found.push({ to: put('back'), cost: operation.on, what: `on ${i}` })
    })
    const allOpen = state.ends.every(({ stage }) => stage > 0) && state.hold.stage > 0
    const allSeated = state.ends.every(({ stage }) => stage === 2)
    joints.forEach((joint, i) => {
      const half = state.ends[i]!
      const put = (next: Half): WorkState => ({ ...state, ends: state.ends.map((was, j) => (j === i ? next : was)) })
      if (half.stage === 0 || state.line.stage === 2) found.push(...halves(state, joint, half, put, `end ${i}`))
      if (half.stage === 2 && state.engine !== 'before' && !state.looked[i])
        for (const w of waysFor(joint, half)) {
          const way = joint.ways[w]!
          if (way.at === state.at && canSee(state, way.needs))
            found.push({
              to: { ...put({ stage: 2, way: w }), looked: state.looked.map((was, j) => was || j === i) },
              cost: 0,
              what: `look ${i}`,
            })
        }
    })
    if (state.hold.stage === 0 || (state.hold.stage === 1 && allSeated))
      found.push(...halves(state, hold, state.hold, next => ({ ...state, hold: next }), 'hold'))
    if (state.line.stage === 0 ? allOpen : state.line.stage === 1)
      found.push(...halves(state, line, state.line, next => ({ ...state, line: next }), 'line'))
    const placeOf = (i: number): LiftPosition => state.ends[i]!.at ?? joints[i]!.ways[state.ends[i]!.way]?.at ?? 'ground'
    const here = joints.flatMap((_, i) => (placeOf(i) === state.at ? [state.ends[i]!] : []))
    if (here.length > 0 && here.every(({ stage }) => stage === 2) && !state.wiped.includes(state.at))
      found.push({ to: { ...state, wiped: [...state.wiped, state.at].sort() }, cost: 0, what: 'wipe' })
    const isReady =
      allSeated &&
      state.hold.stage === 2 &&
      joints.every((_, i) => state.wiped.includes(placeOf(i))) &&
      operations.every((_, i) => !isOff(state, i) || mayStay(i))
    const stands = state.at !== 'ground' || !operations.some(({ carRestsOnIt }, i) => carRestsOnIt && isOff(state, i))
    if (state.engine === 'before' && isReady && stands) found.push({ to: { ...state, engine: 'running' }, cost: 0, what: 'run' })
    const isTime = level.engine === 'idling' ? state.engine === 'running' : state.engine === 'after'
    // Of a set that came filled it is felt how it works, once nobody holds it under pressure to look at it any more.
    const isFelt = level.engine !== 'off' || sheet.lines.some(({ sealed }) => !sealed) || state.looked.every(Boolean)
    if (state.engine === 'running' && (level.engine === 'off' || state.level))
      found.push({ to: { ...state, engine: 'after' }, cost: 0, what: 'stop' })
    if (isTime && isFelt && !state.level)
      for (const way of level.ways)
        if (way.at === state.at && canReach(state, way.needs) && neededBy(way.needs).every(mayStay))
          found.push({ to: { ...state, level: true }, cost: way.minutes, what: 'level' })
    return found
  }

  const isDone = (state: WorkState): boolean =>
    state.at === 'ground' && state.engine === 'after' && state.level && state.looked.every(Boolean) && !state.parts.includes('off')

  /** Minutes of the quickest way to the end from here; Infinity: there is none. */
  function least(from: WorkState): number {
    const best = new Map<string, number>([[JSON.stringify(from), 0]])
    const open = new Map<number, WorkState[]>([[0, [from]]])
    const costs = [0]
    while (costs.length > 0) {
      const cost = costs.splice(costs.indexOf(Math.min(...costs)), 1)[0]!
      for (const state of open.get(cost)!) {
        if (best.get(JSON.stringify(state))! < cost) continue
        if (isDone(state)) return cost
        for (const act of acts(state)) {
          const [key, spent] = [JSON.stringify(act.to), Math.round((cost + act.cost) * 1e6) / 1e6]
          if ((best.get(key) ?? Infinity) <= spent) continue
          best.set(key, spent)
          const alike = open.get(spent)
          // A list grows while it is walked: what costs nothing is in it at once.
          if (alike) alike.push(act.to)
          else {
            open.set(spent, [act.to])
            costs.push(spent)
          }
        }
      }
      open.delete(cost)
    }
    return Infinity
  }
  return { acts, least }
}
