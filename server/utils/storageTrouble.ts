import { storageCodes, type StorageTrouble } from '../../shared/errors'
import { ProblemError } from './problemError'

/**
 * Why a database that answers keeps nothing, by SQLSTATE (PostgreSQL documentation, appendix A): nothing is wrong with what was sent, so
 * the remedy is always to send it again. Undefined: it is something else.
 */
export function storageTroubleOf(error: unknown): StorageTrouble | undefined {
  const code = typeof error === 'object' && error !== null && 'code' in error && typeof error.code === 'string' ? error.code : undefined
  if (code === undefined) return undefined
  // disk_full, and what the program around it may say of a full or failing disk.
  if (code === '53100' || code === '58030' || code === 'ENOSPC' || code === 'EDQUOT') return 'full'
  if (code === '25006') return 'read-only'
  // A page or an index that is not what was written; a file that is not there.
  if (['XX001', 'XX002', '58P01'].includes(code)) return 'damaged'
  // Out of resources; lock and statement time-outs, cancelled; a deadlock or a serialisation that lost; ended for idling.
  return /^53/.test(code) || ['55P03', '57014', '40001', '40P01', '25P03', '25P04'].includes(code) ? 'busy' : undefined
}

const words: Record<StorageTrouble, string> = {
  full: 'The disk of the server is full: nothing was recorded. What you typed stays on this device and is sent when there is space.',
  'read-only': 'The database takes nothing at the moment: nothing was recorded. What you typed stays on this device and is sent later.',
  damaged:
    'A file of the database is damaged: nothing was recorded. What you typed stays on this device. Whoever looks after the server stops it, keeps a copy of the folder and restores the last backup: ./efferent restore FILE --data NEW',
  busy: 'The database did not get to it in time: nothing was recorded. What you typed stays on this device and is sent again.',
}
const waits: Record<StorageTrouble, string> = { full: '10', 'read-only': '10', damaged: '60', busy: '2' }

export const storageProblem = (trouble: StorageTrouble, cause: unknown) =>
  new ProblemError(storageCodes[trouble], words[trouble], { cause, headers: { 'retry-after': waits[trouble] } })

/** What this process last met; health tells it until something was kept again. Busy passes by itself and is not kept in mind. */
let last: { trouble: StorageTrouble; at: number } | undefined
/** After this long without another refusal it may be over: somebody has to try. */
const forgetAfterMs = 10_000

export function noteStorage(trouble: StorageTrouble | undefined, now = performance.now()): void {
  if (trouble !== 'busy') last = trouble && { trouble, at: now }
}
export const lastStorageTrouble = (now = performance.now()): StorageTrouble | undefined =>
  last && now - last.at < forgetAfterMs ? last.trouble : undefined
