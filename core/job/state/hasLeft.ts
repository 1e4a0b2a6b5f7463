import type { Slug } from '../../sheet/types'
import type { JobState } from '../types'

/**
 * The line has left its place and need not leave it again: what was opened for that stays as it is. It has to once more where it was called
 * out, and where the old one went back in and is to be replaced after all.
 */
export const hasLeft = (state: JobState, line: Slug): boolean => {
  const { out, again, in: laidIn, which } = state.lines[line] ?? {}
  const isCalled = again !== undefined && out !== undefined && again.n > out.n
  return out !== undefined && !isCalled && !(laidIn && which === 'old' && state.scope.includes(line))
}
