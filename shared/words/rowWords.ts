import type { JobRow } from '../schemas/jobRow'

const besideSteps: Partial<Record<JobRow['summary']['stage'], string>> = {
  opened: 'Choose the lines',
  'to-sign-off': 'Sign off',
  'signed-off': 'Hand over',
}

/** What comes next at a job, on the Floor. */
export const nextOfRow = ({ unreadable, nextWords, summary }: Pick<JobRow, 'unreadable' | 'nextWords' | 'summary'>): string =>
  unreadable ?? (nextWords || (besideSteps[summary.stage] ?? '–'))

/** How far a job is, by its steps. */
export const progressWords = ({ summary: { step }, unreadable }: Pick<JobRow, 'unreadable' | 'summary'>): string =>
  unreadable !== undefined ? '' : step.of === 0 ? 'no plan yet' : `step ${Math.min(step.done + 1, step.of)} of ${step.of}`
