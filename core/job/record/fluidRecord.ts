import type { FluidBalance } from '../../fluid/balanceFluid'
import type { Amount } from '../../fluid/balanceCircuit'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Celsius, Entered, Millilitres } from '../../units/types'
import { balanceOf } from '../state/balanceOf'
import { changesOf } from '../state/carState'
import { levelsOf } from '../../sheet/levelsOf'
import type { Bottle, LeakedFound, Weighed, JobState, LevelReading, Sight } from '../types'
import { nameIn } from './nameIn'

export type FluidEntry = {
  kind: 'caught' | 'extracted' | 'added'
  entered: Entered<'volume'>
  millilitres: Millilitres
  how: 'measured' | 'estimated'
  /** Another fluid than the lines' own, by its name. */
  circuit?: string
  /** What was drained went back in. */
  drained?: boolean
  bottle?: Bottle
  /** Why a lead let in a bottle that had stood open. */
  kept?: string
  weighed?: Weighed
  by: string
  at: string
}
export type FluidRecord = {
  fluids: FluidEntry[]
  /** What the car had lost before it came in. */
  leaked: { circuit?: string; found: LeakedFound; amount?: Amount; by: string; at: string }[]
  /** Bleeding, round by round; without a name: the whole circuit at once. */
  rounds: {
    name?: string
    count?: number
    saw: Sight
    toppedUp: boolean
    airBack?: boolean
    bubble?: number
    stands?: number
    /** Let out in it and put in after it, mL, where somebody measured. */
    out?: Millilitres
    in?: Millilitres
    by: string
    at: string
  }[]
  balance: FluidBalance
  /** Of the other fluids that were let out. */
  balances: { name: string; balance: FluidBalance }[]
  levels: {
    name: string
    entered?: Entered<'temperature'>
    celsius?: Celsius
    engine: 'idling' | 'off'
    reading: LevelReading
    by: string
    at: string
  }[]
}

/** Fluid out and in, bleeding, levels. */
export function fluidRecord(resolved: ResolvedSheet, state: JobState): FluidRecord {
  const { sheet } = resolved
  return {
    fluids: state.effective.flatMap(({ body, by, at }): FluidEntry[] => {
      const kind =
        body.type === 'fluidCaught'
          ? 'caught'
          : body.type === 'fluidAdded'
            ? 'added'
            : body.type === 'fluidExtracted'
              ? 'extracted'
              : undefined
      if (!kind || !('volume' in body)) return []
      return [
        {
          kind,
          entered: body.entered,
          millilitres: body.volume,
          how: body.how,
          ...(body.circuit !== undefined && { circuit: nameIn(sheet.circuits ?? [], body.circuit) }),
          ...('drained' in body && body.drained && { drained: true }),
          ...('bottle' in body && body.bottle !== undefined && { bottle: body.bottle }),
          ...('kept' in body && body.kept !== undefined && { kept: body.kept }),
          ...('weighed' in body && body.weighed !== undefined && { weighed: body.weighed }),
          by: by.name,
          at,
        },
      ]
    }),
    leaked: Object.values(state.leaked).map(({ circuit, found, amount, by, at }) => ({
      ...(circuit !== undefined && { circuit: nameIn(sheet.circuits ?? [], circuit) }),
      found,
      ...(amount && { amount }),
      by,
      at,
    })),
    rounds: state.rounds.map(({ bleeder, count, saw, toppedUp, airBack, bubble, stands, outVolume, inVolume, by, at }) => ({
      ...(outVolume !== undefined && { out: outVolume }),
      ...(inVolume !== undefined && { in: inVolume }),
      ...(airBack && { airBack }),
      ...(bubble !== undefined && { bubble }),
      ...(stands !== undefined && { stands }),
      name: bleeder === sheet.id ? undefined : nameIn(sheet.bleeders, bleeder),
      count,
      saw,
      toppedUp,
      by,
      at,
    })),
    balance: balanceOf(resolved, state),
    balances: (sheet.circuits ?? [])
      .filter(({ id }) => changesOf(sheet, state, id).length > 0)
      .map(({ id, name }) => ({ name, balance: balanceOf(resolved, state, id) })),
    levels: state.levels.map(({ level, temperature, celsius, engine, reading, by, at }) => ({
      name: nameIn(levelsOf(sheet), level),
      entered: temperature,
      celsius,
      engine,
      reading,
      by,
      at,
    })),
  }
}
