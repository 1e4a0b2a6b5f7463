import type { Slug } from '../../sheet/types'

/** What somebody must get at. A new one asks for its ways (listGoals), what must be off for it (listTasks) and its words (planWords). */
export const goalKinds = ['joint', 'hold', 'withdraw', 'renew', 'fill', 'bleed', 'turn', 'level', 'isolate'] as const
export type GoalKind = (typeof goalKinds)[number]
/** A goal by what it is about: a joint, a hold, a line that comes out, a part beside, a fill point, a bleeder or the sheet, a level. */
export type GoalRef = { kind: GoalKind; target: Slug }
/** Names a goal where ways are kept by goal: made from what it is about, and never taken apart. */
export type GoalKey = `${GoalKind}:${Slug}`
/** Names a goal: what is done, and to what. */
export const goalKey = (kind: GoalKind, target: Slug): GoalKey => `${kind}:${target}`
