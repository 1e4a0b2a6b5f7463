import type { Unreadable } from '../../shared/versioned'
import { ProblemError } from '../utils/problemError'

/** What is stored and cannot be read: by an older program than wrote it, or because the disk or somebody has changed it. */
export const unreadableRow = (what: string, error: Unreadable): ProblemError =>
  error.why === 'newer'
    ? new ProblemError('VERSION_NEWER', `A newer Efferent has written ${what} (version ${error.version}). Update this one.`)
    : new ProblemError('RECORD_UNREADABLE', `Stored, but not readable: ${what}. Tell an admin; a backup has it whole.`, {
        errors: error.issues,
      })
