import type { JobRecord } from '../../core/job/record/buildRecord'
import type { EarlyEnding } from '../../core/job/types'

/** How a job ends that is not done: its name, what it says to the customer, and what is asked for. */
export const endingWords: Record<EarlyEnding, { title: string; told: string; asks: string }> = {
  unfinished: {
    title: 'Released unfinished',
    told: 'This work is not finished. What is still due stands here; the car is not to be driven before it is done.',
    asks: 'Who finishes it, and how the car gets there',
  },
  provisional: {
    title: 'Handed over, one level to be read cold',
    told: 'The work is done and was proved. One level can only be read with the car cold.',
    asks: 'What was agreed with the customer',
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

/** What a customer reads of how it ended: with a level still to be read, by when and how far until then. `when`: a moment in words. */
export function endedWords({ ending, read }: NonNullable<JobRecord['ended']>, when: (iso: string) => string): string {
  const { told } = endingWords[ending]
  if (!read) return told
  return read.readAt
    ? `${told} It was: ${read.level}, ${when(read.readAt)}.`
    : `${told} Bring it back by ${when(read.by)}, and drive it no further than ${read.km} km until then: ${read.level} is read with the car cold. A warning light, a noise or a drip: stop, and call us.`
}
