import type { JobRow } from '../schemas/jobRow'

const besideSteps: Partial<Record<JobRow['summary']['stage'], string>> = {
  opened: 'Choose the lines',
  'to-sign-off': 'Sign off',
  'signed-off': 'Hand over',
}

/** Why nobody can say how a job stands, and what helps; what is wrong in it is said at the job itself. */
const unreadableWords: Record<NonNullable<JobRow['unreadable']>, string> = {
  damaged: 'Its record cannot be read. Tell an admin: a backup has it whole.',
  newer: 'A newer Efferent has written its record. Update this one.',
}

/** What comes next at a job, on the Floor. */
export const nextOfRow = ({ unreadable, nextWords, summary }: Pick<JobRow, 'unreadable' | 'nextWords' | 'summary'>): string =>
  unreadable ? unreadableWords[unreadable] : nextWords || (besideSteps[summary.stage] ?? '–')

/** How far a job is, by its steps. */
export const progressWords = ({ summary: { step }, unreadable }: Pick<JobRow, 'unreadable' | 'summary'>): string =>
  unreadable !== undefined ? '' : step.of === 0 ? 'no plan yet' : `step ${Math.min(step.done + 1, step.of)} of ${step.of}`
