import { levelsOf } from './levelsOf'
import { taskKey, taskKinds, taskRules, type TaskOf } from '../plan/tasks/taskKinds'
import { liftPositions, type Sheet, type Slug } from './types'

/** The names by which a sheet's waits may mean steps: a kind alone, or with what it is about. */
export function stepsNamed(sheet: Sheet): Set<string> {
  const circuits = [sheet, ...(sheet.circuits ?? [])]
  const things: Record<TaskOf, readonly { id: Slug }[]> = {
    sheet: [sheet],
    line: sheet.lines,
    joint: sheet.joints,
    hold: sheet.holds,
    neighbour: sheet.neighbours,
    operation: sheet.operations,
    fill: sheet.fills,
    bleeder: [...sheet.bleeders, sheet],
    level: levelsOf(sheet),
    circuit: circuits,
    position: liftPositions.map(id => ({ id })),
  }
  return new Set(taskKinds.flatMap(kind => [kind, ...things[taskRules[kind].of].map(({ id }) => taskKey(kind, id))]))
}
