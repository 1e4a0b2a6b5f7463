import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import type { Needs, Operation } from '../../core/sheet/types'
import { minutes } from '../../core/units/types'
import { randomJob } from './randomAccess'

/** A sheet that offers more alternatives than any car has. */
function carWith(operations: readonly { id: string; needs: Needs; minutes: number }[], needs: Needs): ResolvedSheet {
  const drawn = randomJob(1, 1, 1)
  const all = operations.map(({ id, needs: own, minutes: both }): Operation => ({
    ...drawn.operations[0]!,
    id,
    name: id,
    at: 'ground',
    needs: own,
    off: minutes(both / 2),
    on: minutes(both / 2),
    engineMayRun: true,
  }))
  const open = [{ at: 'ground' as const, from: 'above' as const, needs, minutes: minutes(2) }]
  const easy = [{ ...open[0]!, needs: [] }]
  const joints = drawn.joints.map((joint, i) => ({ ...joint, ways: i === 0 ? open : easy }))
  const sheet = {
    ...drawn.sheet,
    operations: all,
    joints,
    lines: drawn.lines.map(line => ({ ...line, withdraw: easy })),
    holds: [],
    fills: [],
    levels: [],
  }
  return { ...drawn, sheet, operations: all, joints, lines: sheet.lines, holds: [] }
}
export const many = (lists: number, each: number, cost: (list: number, i: number) => number) =>
  carWith(
    Array.from({ length: lists * each }, (_, i) => ({ id: `o${i}`, needs: [] as Needs, minutes: cost(Math.floor(i / each), i % each) })),
    Array.from({ length: lists }, (_, list) => Array.from({ length: each }, (_, i) => `o${list * each + i}`)),
  )
/** Every part lies behind any one of the layer outside it, or, `all`, behind one of each of two halves of that layer. */
export const layers = (deep: number, wide: number, all: boolean) => {
  const layer = (n: number) => Array.from({ length: wide }, (_, i) => `o${n * wide + i}`)
  const halves = (ids: readonly string[]) => (all ? [ids.slice(0, wide / 2), ids.slice(wide / 2)] : [ids])
  return carWith(
    Array.from({ length: deep * wide }, (_, i) => ({
      id: `o${i}`,
      needs: i < wide ? [] : halves(layer(Math.floor(i / wide) - 1)),
      minutes: 2 + ((i * 7) % 5),
    })),
    halves(layer(deep - 1)),
  )
}

/** The hardest to plan that were found among some hundreds: drawn ones of many lines, and lists of alternatives. */
export const hardestJobs = (): [string, ResolvedSheet][] => [
  ['nine lists of three parts', many(9, 3, (list, i) => 2 + ((list + i) % 3))],
  ['twelve layers of four', layers(12, 4, true)],
  ...([58, 26, 3, 51] as const).map((seed): [string, ResolvedSheet] => [
    `twelve lines over sixty operations, drawn (${seed})`,
    randomJob(12, 60, seed * 7919),
  ]),
]
