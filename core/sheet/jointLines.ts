import type { Joint, LineEnd, Slug } from './types'

type Joining = Pick<Joint, 'line' | 'end' | 'also'>

/** The lines a joint joins: one nut may hold two tubes. */
export const linesOf = ({ line, also = [] }: Joining): Slug[] => [line, ...also.map(other => other.line)]
/** Whether a joint sits on a line. */
export const isOn = (joint: Joining, line: Slug | undefined): boolean => line !== undefined && linesOf(joint).includes(line)
/** Which end of a line it sits at; undefined: it does not touch that line. */
export const endOn = ({ line, end, also = [] }: Joining, of: Slug | undefined): LineEnd | undefined =>
  line === of ? end : also.find(other => other.line === of)?.end
