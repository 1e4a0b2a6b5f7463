import type { Sheet } from '../../sheet/types'
import type { JobState } from '../types'
import { withLeaflets } from './withLeaflets'
import { withSealing } from './withSealing'

/** All that a job lays over its sheet. */
export type LaidOver = Pick<JobState, 'leaflets' | 'sealing'>
/** What of a job's state is laid over. */
export const laidOverBy = ({ leaflets, sealing }: JobState): LaidOver => ({ leaflets, ...(sealing && { sealing }) })

/** The sheet as it is for one job: by the leaflets in its boxes, and by what a lead has said of it. */
export const sheetOfJob = (sheet: Sheet, { leaflets, sealing }: LaidOver): Sheet => withSealing(withLeaflets(sheet, leaflets), sealing)
