import type { z } from 'zod'
import type { Coil, KeptBender, MakingGear } from '../../core/making/gear'
import { cutOff } from '../../core/making/gear'
import type { MakingRules } from '../../core/making/makingRules'
import type { Signature } from '../../core/job/types'
import { makingGearSchema } from '../../shared/schemas/gear'
import { limits } from '../../shared/limits'
import { insertAudit } from '../sql/audit/audit'
import { holdSetting, writeSetting } from '../sql/settings/settings'
import { withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'

/** What this shop makes lines with; a setting of an older program that no longer reads counts as not set. */
export const gearOf = (settings: Readonly<Record<string, unknown>>): z.output<typeof makingGearSchema> =>
  makingGearSchema.safeParse(settings.making ?? {}).data ?? makingGearSchema.parse({})

/** Changes it for one at a time: two at the coil at once both take their piece. */
const change = (make: (gear: MakingGear, db: Db) => Promise<MakingGear> | MakingGear): Promise<MakingGear> =>
  withTransaction(async db => {
    const gear = await make(gearOf({ making: await holdSetting(db, 'making') }), db)
    await writeSetting(db, 'making', gear)
    return gear
  })

type Named = { id: string }
/** The list with one put in the place of its namesake, or at the end. */
function withOne<T extends Named>(all: readonly T[], one: T): T[] {
  const known = all.some(({ id }) => id === one.id)
  if (!known && all.length >= limits.gear) throw new ProblemError('GEAR_FULL', `At most ${limits.gear} are kept. Drop one first.`)
  return known ? all.map(other => (other.id === one.id ? one : other)) : [...all, one]
}
const without = <T extends Named>(all: readonly T[], id: string): T[] => all.filter(other => other.id !== id)

export const setRules = (rules: MakingRules, by: Signature): Promise<MakingGear> =>
  change(async (gear, db) => {
    await insertAudit(db, { kind: 'making-rules-set', by })
    return { ...gear, rules }
  })

export const keepBender = (bender: KeptBender): Promise<MakingGear> => change(gear => ({ ...gear, benders: withOne(gear.benders, bender) }))

export const dropBender = (id: string): Promise<MakingGear> =>
  change(gear => {
    if (!gear.benders.some(bender => bender.id === id))
      throw new ProblemError('BENDER_UNKNOWN', 'Somebody may have dropped it. Look again.')
    return { ...gear, benders: without(gear.benders, id) }
  })

/** A coil as it was measured now; what had been cut from it before stays on its list. */
export const keepCoil = (coil: Omit<Coil, 'cuts'>, by: Signature): Promise<MakingGear> =>
  change(async (gear, db) => {
    await insertAudit(db, { kind: 'coil-set', by, about: coil.id })
    const cuts = gear.coils.find(({ id }) => id === coil.id)?.cuts ?? []
    return { ...gear, coils: withOne(gear.coils, { ...coil, cuts }) }
  })

const coilOf = (gear: MakingGear, id: string): Coil => {
  const coil = gear.coils.find(one => one.id === id)
  if (!coil) throw new ProblemError('COIL_UNKNOWN', 'Somebody may have dropped it. Look again which coils there are.')
  return coil
}

export const dropCoil = (id: string, by: Signature): Promise<MakingGear> =>
  change(async (gear, db) => {
    coilOf(gear, id)
    await insertAudit(db, { kind: 'coil-set', by, about: id })
    return { ...gear, coils: without(gear.coils, id) }
  })

/** A piece off a coil, once however often it is sent. */
export const cutFromCoil = (id: string, cut: { id: string; length: number }, by: Signature, now: Date): Promise<MakingGear> =>
  change(gear => {
    const coil = coilOf(gear, id)
    const left = cutOff(coil, { ...cut, at: now.toISOString(), by: by.name })
    if (!left)
      throw new ProblemError('COIL_SHORT', `${Math.round(coil.left)} mm are left on it. Measure the coil, or take another.`, {
        fields: { left: coil.left },
      })
    return { ...gear, coils: withOne(gear.coils, left) }
  })
