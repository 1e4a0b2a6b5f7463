import { balanceFluid, type FluidBalance } from '../fluid/balanceFluid'
import type { Millilitres } from '../units/types'
import type { Sheet, Slug } from '../sheet/types'
import { measuredOf } from './carState'
import type { JobState } from './types'

const volumes = (entries: readonly { volume: Millilitres }[]) => entries.map(({ volume }) => volume)

/** Out, in and still owed of one fluid, by what the job has measured; without a circuit, of the lines' own. */
export function balanceOf(sheet: Sheet, state: JobState, circuit: Slug = sheet.id): FluidBalance {
  const { caught, extracted, added } = measuredOf(sheet, state, circuit)
  return balanceFluid(volumes(caught), volumes(extracted), volumes(added))
}
