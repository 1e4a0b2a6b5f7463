import { usualJudgement, type Judgement } from '../../core/access/judgeChance'
import { usualLift, type LiftMinutes } from '../../core/access/liftMinutes'
import { judgementSchema } from '../../shared/schemas/api'
import { liftSchema } from '../../shared/schemas/job'
import { writeSetting } from '../sql/settings/settings'
import type { Db } from '../utils/db'

type Settings = Readonly<Record<string, unknown>>

/** What the lead has set, or what is usual; a setting of an older program that no longer reads counts as not set. */
export const judgementOf = (settings: Settings): Judgement => judgementSchema.safeParse(settings.judgement).data ?? usualJudgement
export const liftOf = (settings: Settings): LiftMinutes => liftSchema.safeParse(settings.lift).data ?? usualLift

export async function setJudgement(db: Db, judgement: Judgement): Promise<Judgement> {
  await writeSetting(db, 'judgement', judgement)
  return judgement
}

/** Jobs planned before keep what they were planned by: a plan is not to change because the shop has bought another lift. */
export async function setLift(db: Db, lift: LiftMinutes): Promise<LiftMinutes> {
  await writeSetting(db, 'lift', lift)
  return lift
}
