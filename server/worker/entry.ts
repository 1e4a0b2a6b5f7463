import { readlinkSync } from 'node:fs'
import { setPriority } from 'node:os'
import { workerData } from 'node:worker_threads'
import { ProblemError } from '../utils/problemError'
import type { ProblemParts } from '../utils/problemError'
import { tasks, type TaskName } from './tasks'

/** A thread of the lane that stands back takes what the others leave of a core; where the system does not let it, it stands beside them. */
function standBack({ nice }: { nice?: number }): void {
  if (!nice) return
  try {
    // /proc/thread-self names this thread; a priority is a thread's own on Linux.
    setPriority(Number(readlinkSync('/proc/thread-self').split('/').at(-1)), nice)
  } catch {
    // Nothing else depends on it.
  }
}
standBack((workerData ?? {}) as { nice?: number })

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
