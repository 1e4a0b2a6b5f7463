import type { EarlyEnding } from '../../core/job/types'

/** How a job ends that is not done: its name, what it says to the customer, and what is asked for. */
export const endingWords: Record<EarlyEnding, { title: string; told: string; asks: string }> = {
  unfinished: {
    title: 'Released unfinished',
    told: 'This work is not finished. What is still due stands here; the car is not to be driven before it is done.',
    asks: 'Who finishes it, and how the car gets there',
  },
  'no-repair': { title: 'No repair needed', told: 'The car was looked at and nothing had to be replaced.', asks: 'What was found' },
  declined: {
    title: 'Declined by the customer',
    told: 'The work was offered and not wanted. The fault that was reported is still there.',
    asks: 'What was declined, and what was said',
  },
  cancelled: {
    title: 'Cancelled, the car put back together',
    told: 'The work was given up. Whatever was opened has been closed and proved again.',
    asks: 'Why it was given up',
  },
}
