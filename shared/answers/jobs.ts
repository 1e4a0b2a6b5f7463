import { z } from 'zod'
import { jobRowSchema } from '../schemas/jobRow'
import { readJobView } from '../schemas/jobView'
import { reader } from '../versioned'

/** Jobs, whole and as rows of the Floor. */
export const jobAnswers = { job: readJobView, jobRow: reader(jobRowSchema), jobs: reader(z.array(jobRowSchema)) }
