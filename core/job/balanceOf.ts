import { balanceFluid, type FluidBalance } from '../fluid/balanceFluid'
import type { Millilitres } from '../units/types'
import type { JobState } from './types'

const volumes = (entries: readonly { volume: Millilitres }[]) => entries.map(({ volume }) => volume)

/** Out, in and still owed, by what the job has measured. */
export const balanceOf = (state: JobState): FluidBalance =>
  balanceFluid(volumes(state.caught), volumes(state.extracted), volumes(state.added))
