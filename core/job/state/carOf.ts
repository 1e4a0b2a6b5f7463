import type { Car } from '../../sheet/types'
import type { JobState } from '../types'

/** The car a job is about, with all that has been learned of it by now. */
export function carOf(state: JobState): Car {
  const { family, year, engine } = state.opened.vehicle
  return { family, year, engine, traits: state.traits }
}
