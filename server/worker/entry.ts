import { ProblemError } from '../utils/problemError'
import type { ProblemParts } from '../utils/problemError'
import { tasks, type TaskName } from './tasks'

/** An expected failure crosses the threads as what it is made of: an Error would lose its code. */
export type Outcome = { value: unknown } | { problem: ProblemParts }

export default async function run({ name, input }: { name: TaskName; input: never }): Promise<Outcome> {
  try {
    return { value: await tasks[name](input) }
  } catch (error) {
    if (error instanceof ProblemError) return { problem: error.parts }
    throw error
  }
}
