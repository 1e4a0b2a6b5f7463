import type { Amount } from '../../fluid/balanceCircuit'
import { balanceFluid, type FluidBalance, type Handled } from '../../fluid/balanceFluid'
import { estimateFluid } from '../../fluid/estimateFluid'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Slug } from '../../sheet/types'
import { millilitres, type Millilitres } from '../../units/types'
import { isOff, measuredOf } from './carState'
import { openingsOf } from './openingsOf'
import type { JobState } from '../types'

/**
 * Out, in and still owed of one fluid, mL: what the job has measured, what the old lines took away with them, and what the car had lost
 * before. Without a circuit, of the lines' own.
 */
export function balanceOf(resolved: ResolvedSheet, state: JobState, circuit: Slug = resolved.sheet.id): FluidBalance {
  const { caught, extracted, added } = measuredOf(resolved.sheet, state, circuit)
  const leaked = state.leaked[circuit]
  // Rounds are made with the lines' own fluid.
  const rounds = circuit === resolved.sheet.id ? state.rounds : []
  const measured = (volume: Millilitres | undefined): Handled[] => (volume ? [{ volume, how: 'measured' }] : [])
  return balanceFluid(
    {
      left: [...caught, ...extracted, ...rounds.flatMap(({ outVolume }) => measured(outVolume))],
      held: circuit === resolved.sheet.id ? heldInOld(resolved, state) : undefined,
      leaked: leaked && (leaked.amount ?? null),
    },
    [...added, ...rounds.flatMap(({ inVolume }) => measured(inVolume))],
  )
}

/** What did not run out of old lines that are out for good, by their shape and the order they were opened in. */
function heldInOld(resolved: ResolvedSheet, state: JobState): Amount | undefined {
  const gone = resolved.lines.filter(({ id }) => state.lines[id]?.out !== undefined && state.lines[id].which !== 'old').map(({ id }) => id)
  if (gone.length === 0) return undefined
  const operations = resolved.operations.filter(({ id }) => isOff(state, id)).map(({ id }) => id)
  const { held } = estimateFluid(resolved, gone, openingsOf(resolved, state, { openOrder: [], operations }))
  return held && { millilitres: held.likely, within: millilitres((held.most - held.least) / 2) }
}
