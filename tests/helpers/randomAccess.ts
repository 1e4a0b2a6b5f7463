import { goalKey } from '../../core/plan/goals/goalKinds'
import type { Goal, OperationCost, PlaceStage } from '../../core/plan/types'
import { blankSheet } from '../../core/sheet/mendSheet'
import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import {
  liftPositions,
  type Hold,
  type Joint,
  type LiftPosition,
  type Line,
  type Needs,
  type Operation,
  type Sheet,
  type Way,
} from '../../core/sheet/types'
import { millimetres, minutes } from '../../core/units/types'
import { seededInteger } from './seededInteger'

/**
 * An engine bay as it might be: covers in layers, each reached through one or two others further out, and goals that are got at from above,
 * from below or through a wheel opening, mostly behind the covers of their own corner.
 */
export function randomAccess(
  goalCount: number,
  operationCount: number,
  seed: number,
): { goals: Goal[]; operations: Map<string, OperationCost> } {
  const pick = seededInteger(seed)
  const corners = Math.max(1, Math.round(operationCount / 8))
  const cornerOf = (i: number) => i % corners
  // What belongs together is mostly got at from one position.
  const home = Array.from({ length: corners }, () => position(pick))
  const near = (corner: number) => (pick(16) === 0 ? position(pick) : home[corner]!)
  const list = Array.from({ length: operationCount }, (_, i): OperationCost => {
    const outer = Array.from({ length: i }, (_, j) => j).filter(j => cornerOf(j) === cornerOf(i))
    const needs: string[][] = []
    for (let n = 0; n < 2 && outer.length > 0; n++)
      if (pick(3) === 0) needs.push(Array.from({ length: 1 + pick(2) }, () => `o${outer[pick(outer.length)]!}`))
    return { id: `o${i}`, at: near(cornerOf(i)), cost: 1 + pick(24) / 2, needs: needs.map(anyOf => [...new Set(anyOf)]) }
  })
  const goals = Array.from({ length: goalCount }, (_, g): Goal => {
    const corner = pick(corners)
    const around = list.filter((_, i) => cornerOf(i) === corner || pick(12) === 0)
    const needsOf = (): Needs =>
      Array.from({ length: pick(3) }, () => [...new Set(Array.from({ length: 1 + pick(2) }, () => around[pick(around.length)]!.id))])
    const stages: readonly PlaceStage[] = [['work', 'prove'], ['work'], ['work', 'prove'], ['fill'], ['prove']][
      g % 10 < 7 ? g % 3 : g % 5
    ]! as PlaceStage[]
    return {
      id: goalKey('joint', `g${g}`),
      kind: 'joint',
      target: `g${g}`,
      stages,
      ways: Array.from({ length: 1 + pick(3) }, () => ({
        at: near(corner),
        from: 'above',
        needs: needsOf(),
        minutes: minutes(1 + pick(16) / 2),
      })),
    }
  })
  return { goals, operations: new Map(list.map(operation => [operation.id, operation])) }
}
const position = (pick: (below: number) => number): LiftPosition => liftPositions[[0, 0, 2, 2, 2, 1][pick(6)]!]!

/** Lines with two joints and a hold each, fill and level: four goals a line and two, whose ways and covers are drawn. */
export function randomJob(lineCount: number, operationCount: number, seed: number): ResolvedSheet {
  const { goals, operations } = randomAccess(4 * lineCount + 2, operationCount, seed)
  const blank = blankSheet('drawn', 'Drawn lines', 'transmission-cooler', 'any')
  let next = 0
  const ways = (): readonly Way[] => goals[next++]!.ways
  const lines: Line[] = []
  const joints: Joint[] = []
  const holds: Hold[] = []
  for (let i = 0; i < lineCount; i++) {
    lines.push({ ...blank.lines[0]!, id: `l${i}`, withdraw: ways() })
    for (const end of ['from', 'to'] as const)
      joints.push({ ...blank.joints[0]!, id: `l${i}-${end}`, line: `l${i}`, end, hiddenBy: [], ways: ways() })
    holds.push({
      id: `h${i}`,
      name: 'Clip',
      line: `l${i}`,
      at: millimetres(10),
      kind: 'clip',
      with: [],
      opens: 'Pull.',
      newLineBrings: false,
      reuse: 'if-good',
      ways: ways(),
    })
  }
  const sheet: Sheet = {
    ...blank,
    lines,
    joints,
    holds,
    fills: ways().map((way, i) => ({ id: `fill-${i}`, name: 'Fill', tools: [], ways: [way] })),
    levels: [
      {
        id: 'level',
        name: 'Level',
        method: 'marks',
        engine: seed % 2 === 0 ? 'idling' : 'off',
        temperature: 'unknown',
        reads: 'Between the marks.',
        ways: ways(),
        seals: [],
        cautions: [],
      },
    ],
    operations: [...operations.values()].map((operation, i): Operation => ({
      id: operation.id,
      name: operation.id,
      at: operation.at,
      from: 'above',
      off: minutes(operation.cost / 2),
      on: minutes(operation.cost / 2),
      needs: operation.needs,
      fasteners: [],
      tools: [],
      engineMayRun: i % 4 !== 0,
      cautions: [],
    })),
  }
  return {
    sheet,
    car: { family: 'any', traits: {} },
    lines,
    joints,
    holds,
    operations: sheet.operations,
    open: [],
  } as unknown as ResolvedSheet
}
