import type { Openings } from '../../fluid/estimateFluid'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import { isOff } from './carState'
import type { JobState } from '../types'

/**
 * What an estimate of fluid goes by in a job under way: joints in the order they were really opened, then as the plan opens the rest; parts
 * that are off beside the planned ones; and which joints stand open with no cap on them and nothing seated in them.
 */
export function openingsOf({ joints, operations }: ResolvedSheet, state: JobState, plan: Openings): Openings {
  const opened = joints
    .flatMap(({ id }) => {
      const mark = state.joints[id]?.opened
      return mark ? [{ id, n: mark.n }] : []
    })
    .sort((a, b) => a.n - b.n)
    .map(({ id }) => id)
  const stands = (id: string) => {
    const { opened: at, capped, seated } = state.joints[id]!
    return at !== undefined && ![capped, seated].some(mark => mark !== undefined && mark.n > at.n)
  }
  const beside = operations.filter(({ id }) => isOff(state, id) && !plan.operations.includes(id)).map(({ id }) => id)
  return {
    openOrder: [...opened, ...plan.openOrder.filter(id => !opened.includes(id))],
    operations: [...plan.operations, ...beside],
    open: opened.filter(stands),
  }
}
