import loadHighs from 'highs'
import { placeBit } from '../../core/plan/search/leastMoves'
import type { Goal, OperationCost, PlaceStage } from '../../core/plan/types'
import { liftPositions } from '../../core/sheet/types'

const highs = await loadHighs()
const stages: readonly PlaceStage[] = ['work', 'fill', 'prove', 'sometime']

/**
 * A price for every place a job touches: what moving the car costs when the order is left out. Additive, so that a linear model can say it
 * too.
 */
export const placePrice = (places: number): number => placePrices[places]!
const placePrices = Array.from({ length: 1 << (stages.length * liftPositions.length) }, (_, places) =>
  stages.reduce(
    (sum, stage) =>
      sum + liftPositions.reduce((inner, at) => inner + (places & placeBit(stage, at) && at !== 'ground' ? (at === 'half' ? 2 : 3) : 0), 0),
    0,
  ),
)

/**
 * The same choice as an integer program: a 0/1 variable for every operation, way and place, every need a covering row. Text of the model
 * in LP format.
 */
export function modelText(goals: readonly Goal[], operations: ReadonlyMap<string, OperationCost>): string {
  const terms: string[] = []
  const rows: string[] = []
  const names: string[] = []
  const placeName = (stage: PlaceStage, at: string) => `p_${stage}_${at}`
  for (const stage of stages) {
    for (const at of liftPositions) {
      names.push(placeName(stage, at))
      if (at !== 'ground') terms.push(`${at === 'half' ? 2 : 3} ${placeName(stage, at)}`)
    }
  }
  for (const { id, at, cost, needs } of operations.values()) {
    names.push(id)
    terms.push(`${cost} ${id}`)
    rows.push(`${placeName('sometime', at)} - ${id} >= 0`)
    for (const anyOf of needs) rows.push(`${anyOf.join(' + ')} - ${id} >= 0`)
  }
  goals.forEach((goal, g) => {
    const ways = goal.ways.map((_, i) => `w${g}_${i}`)
    names.push(...ways)
    rows.push(`${ways.join(' + ')} >= 1`)
    goal.ways.forEach((way, i) => {
      terms.push(`${way.minutes} ${ways[i]!}`)
      for (const anyOf of way.needs) rows.push(`${anyOf.join(' + ')} - ${ways[i]!} >= 0`)
      for (const stage of goal.stages) rows.push(`${placeName(stage, way.at)} - ${ways[i]!} >= 0`)
    })
  })
  return `Minimize\n obj: ${terms.join(' + ')}\nSubject To\n${rows.map((row, i) => ` c${i}: ${row}`).join('\n')}\nBinary\n ${names.join(' ')}\nEnd\n`
}

export function solveWithHighs(model: string): number {
  const solution = highs.solve(model, { mip_rel_gap: 0, mip_abs_gap: 1e-7 })
  if (solution.Status !== 'Optimal') throw new Error(`HiGHS: ${solution.Status}`)
  return solution.ObjectiveValue
}
