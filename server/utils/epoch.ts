import { findEpoch } from '../sql/epochs/epochs'
import { getPool } from './db'

let known: Promise<string> | undefined

/** Which history this server serves; asked once, and again after the database has been away: it may have been read back meanwhile. */
export function epochNow(): Promise<string> {
  known ??= findEpoch(getPool()).catch((error: unknown) => {
    known = undefined
    throw error
  })
  return known
}
export const forgetEpoch = (): void => void (known = undefined)
