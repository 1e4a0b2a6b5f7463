import { z } from 'zod'
import { practiceScoreSchema, practiceViewSchema } from '../schemas/practice'
import { reader } from '../versioned'

/** Runs that were practised. */
export const practiceAnswers = { practice: reader(z.array(practiceViewSchema)), practiceScore: reader(practiceScoreSchema) }
