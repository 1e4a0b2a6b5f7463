import type { Hold, Slug } from './types'

/** Whether a hold carries that line, alone or with others. No units; never fails. Our own. */
export const holdsLine = (hold: Pick<Hold, 'line' | 'with'>, line: Slug): boolean => hold.line === line || hold.with.includes(line)
