import { usualJudgement, type Judgement } from '../../core/access/judgeChance'
import { judgementSchema } from '../../shared/schemas/api'
import { writeSetting } from '../sql/settings/settings'
import type { Db } from '../utils/db'

/** What the lead has set, or what is usual; a setting of an older program that no longer reads counts as not set. */
export function judgementOf(settings: Readonly<Record<string, unknown>>): Judgement {
  const kept = judgementSchema.safeParse(settings.judgement)
  return kept.success ? kept.data : usualJudgement
}

export async function setJudgement(db: Db, judgement: Judgement): Promise<Judgement> {
  await writeSetting(db, 'judgement', judgement)
  return judgement
}
