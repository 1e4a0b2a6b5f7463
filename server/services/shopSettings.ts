import { usualJudgement, type Judgement } from '../../core/plan/search/judgeChance'
import { usualLift, type LiftMinutes } from '../../core/plan/liftMinutes'
import type { z } from 'zod'
import type { ShelfFluid } from '../../core/fluid/buyContainers'
import { judgementSchema, shelfSchema, zoneSchema } from '../../shared/schemas/session'
import { ownZone } from '../../shared/words/momentWords'
import { liftSchema } from '../../shared/schemas/basics'
import type { Signature } from '../../core/job/types'
import { insertAudit } from '../sql/audit/audit'
import { writeSetting } from '../sql/settings/settings'
import type { Db } from '../utils/db'

type Settings = Readonly<Record<string, unknown>>

/** What the lead has set, or what is usual; a setting of an older program that no longer reads counts as not set. */
export const judgementOf = (settings: Settings): Judgement => judgementSchema.safeParse(settings.judgement).data ?? usualJudgement
export const liftOf = (settings: Settings): LiftMinutes => liftSchema.safeParse(settings.lift).data ?? usualLift

export async function setJudgement(db: Db, judgement: Judgement, by: Signature): Promise<Judgement> {
  await writeSetting(db, 'judgement', judgement)
  await insertAudit(db, { kind: 'judgement-set', by })
  return judgement
}

export const shelfOf = (settings: Settings): z.output<typeof shelfSchema> => shelfSchema.safeParse(settings.shelf).data ?? []

export async function setShelf(db: Db, shelf: readonly ShelfFluid[], by: Signature): Promise<readonly ShelfFluid[]> {
  await writeSetting(db, 'shelf', shelf)
  await insertAudit(db, { kind: 'shelf-set', by })
  return shelf
}

/** The shop's zone; until somebody has set it, that of the machine in the shop that serves it. */
export const zoneOf = (settings: Settings): string => zoneSchema.safeParse(settings.zone).data ?? ownZone()

export async function setZone(db: Db, zone: string, by: Signature): Promise<{ zone: string }> {
  await writeSetting(db, 'zone', zone)
  await insertAudit(db, { kind: 'zone-set', by, about: zone })
  return { zone }
}

/** Jobs planned before keep what they were planned by: a plan is not to change because the shop has bought another lift. */
export async function setLift(db: Db, lift: LiftMinutes, by: Signature): Promise<LiftMinutes> {
  await writeSetting(db, 'lift', lift)
  await insertAudit(db, { kind: 'lift-set', by })
  return lift
}
