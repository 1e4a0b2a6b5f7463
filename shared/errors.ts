import type { Refusal } from '../core/job/types'

/**
 * Every error this program answers with: stable code, HTTP status, title. A code is never reused for another meaning. docs/errors.md lists
 * the same codes with cause and cure; a test holds the two together.
 */
export const errorTable = {
  AUTH_SIGN_IN_NEEDED: { status: 401, title: 'Sign in first' },
  AUTH_WRONG_SECRET: { status: 401, title: 'Name and PIN do not match' },
  AUTH_TOO_MANY_TRIES: { status: 429, title: 'Too many tries' },
  AUTH_ROLE: { status: 403, title: 'Not with this role' },
  AUTH_ORIGIN: { status: 403, title: 'Sent from another site' },
  AUTH_DEVICE: { status: 403, title: 'This device is not allowed yet' },
  DEVICE_UNKNOWN: { status: 404, title: 'No such device' },
  SIGN_IN_UNKNOWN: { status: 404, title: 'No such sign-in' },
  SETUP_DONE: { status: 409, title: 'The workshop is already set up' },
  REQUEST_BODY: { status: 422, title: 'Something in the request is not right' },
  REQUEST_JSON: { status: 400, title: 'Not readable as JSON' },
  REQUEST_TOO_LARGE: { status: 413, title: 'Too large' },
  SERVER_BUSY: { status: 429, title: 'Too much at once' },
  VERSION_NEWER: { status: 422, title: 'From a newer Efferent' },
  HOST_UNKNOWN: { status: 421, title: 'Not a name of this server' },
  ROUTE_UNKNOWN: { status: 404, title: 'No such address' },
  ROUTE_METHOD: { status: 405, title: 'Not with this method' },
  SHEET_UNKNOWN: { status: 404, title: 'No such line sheet' },
  VEHICLE_UNKNOWN: { status: 404, title: 'No such vehicle' },
  VEHICLE_NUMBER: { status: 422, title: 'Read the vehicle number again' },
  VEHICLE_NUMBER_TAKEN: { status: 409, title: 'That vehicle number is already known' },
  VEHICLE_PLATE_TAKEN: { status: 409, title: 'That plate is already known' },
  FAMILY_HERE: { status: 409, title: 'This vehicle family is here already' },
  FAMILY_UNKNOWN: { status: 422, title: 'No such vehicle family' },
  PERSON_UNKNOWN: { status: 404, title: 'No such person' },
  PERSON_NAME_TAKEN: { status: 409, title: 'That name is already in use' },
  PERSON_LAST_ADMIN: { status: 409, title: 'The last admin stays' },
  PERSON_SECRET: { status: 422, title: 'That secret does not fit the role' },
  SHEET_DOES_NOT_APPLY: { status: 422, title: 'This sheet is not for this vehicle' },
  SHEET_REFUSED: { status: 422, title: 'The sheet cannot be published like this' },
  SHEET_REVISION_MOVED: { status: 409, title: 'Somebody has published since' },
  NOTE_UNKNOWN: { status: 404, title: 'No such note' },
  NOTE_SETTLED: { status: 409, title: 'That note is settled' },
  PACK_REFUSED: { status: 422, title: 'The pack was refused; nothing was changed' },
  PACK_REVISION_EXISTS: { status: 409, title: 'That revision exists with other content; nothing was changed' },
  COMPUTE_UNKNOWN: { status: 404, title: 'No such computation' },
  COMPUTE_REFUSED: { status: 422, title: 'Cannot be computed from this' },
  COMPUTE_TOO_LONG: { status: 422, title: 'Not within the time' },
  ENTRY_UNREADABLE: { status: 422, title: 'The entry cannot be read' },
  ENTRY_NEWER: { status: 409, title: 'The entry is from a newer Efferent' },
  ENTRY_CONFLICT: { status: 409, title: 'Another entry has this id' },
  DISPUTE_UNKNOWN: { status: 404, title: 'Settled already' },
  ENTRY_HELD: { status: 409, title: 'A lead has to look at it' },
  ENTRY_AUTHOR: { status: 403, title: 'The author cannot be proved' },
  RECORD_UNREADABLE: { status: 500, title: 'A record cannot be read' },
  JOB_UNKNOWN: { status: 404, title: 'No such job' },
  JOB_CONFLICT: { status: 409, title: 'The job has moved on' },
  JOB_ALREADY_OPENED: { status: 409, title: 'The job is already open' },
  JOB_NOT_OPENED: { status: 409, title: 'The job is not open' },
  JOB_SIGNED_OFF: { status: 409, title: 'The job is signed off' },
  JOB_NOT_SIGNED_OFF: { status: 409, title: 'The job is not signed off' },
  JOB_PAUSED: { status: 409, title: 'The job is paused' },
  JOB_NOT_PAUSED: { status: 409, title: 'The job is not paused' },
  JOB_ROLE: { status: 403, title: 'Not with this role' },
  JOB_NOT_PLANNED: { status: 409, title: 'There is no plan yet' },
  JOB_REASON_NEEDED: { status: 422, title: 'A reason is needed' },
  JOB_UNKNOWN_TARGET: { status: 422, title: 'Not on this car' },
  JOB_ACCESS: { status: 422, title: 'No plan can be made' },
  JOB_OPERATION_STATE: { status: 409, title: 'Already so' },
  JOB_FASTENER_GROUPS: { status: 422, title: 'Count every group' },
  JOB_JOINT_STATE: { status: 409, title: 'Not yet' },
  JOB_LINE_STATE: { status: 409, title: 'Not yet' },
  JOB_HOLD_STATE: { status: 409, title: 'Already so' },
  JOB_PROOF_MISSING: { status: 422, title: 'Proof missing' },
  JOB_SEAL_MISSING: { status: 422, title: 'A new seal is missing' },
  JOB_OLD_SEAL: { status: 422, title: 'Find the old seal first' },
  JOB_TORQUE_OUTSIDE: { status: 422, title: 'Outside the torque window' },
  JOB_TORQUE_NEEDED: { status: 422, title: 'Enter the torque' },
  JOB_QUANTITY_RANGE: { status: 422, title: 'That number cannot be right' },
  JOB_BY_FEEL: { status: 422, title: 'A torque is measured' },
  JOB_TORQUE_GROUPS: { status: 422, title: 'Say every torque' },
  JOB_GATE: { status: 409, title: 'Something comes first' },
  JOB_ENGINE: { status: 409, title: 'Engine in the wrong state' },
  JOB_LIFT: { status: 409, title: 'The car stands elsewhere' },
  JOB_NO_PRESSURE: { status: 409, title: 'Nothing is under pressure' },
  JOB_THING_STATE: { status: 409, title: 'Not yet' },
  JOB_UNDO_OTHERS: { status: 403, title: 'Somebody else has recorded that' },
  JOB_TEMPERATURE_NEEDED: { status: 422, title: 'Enter the temperature' },
  JOB_TIMER_NOT_STARTED: { status: 409, title: 'The timer has not been started' },
  JOB_TIMER_RUNNING: { status: 409, title: 'The time is not up' },
  JOB_LEVEL_TEMPERATURE: { status: 422, title: 'Outside the temperature window' },
  JOB_LEVEL_ENGINE: { status: 422, title: 'Engine in the wrong state for this reading' },
  JOB_REVISION: { status: 409, title: 'The job cannot move to that revision' },
  JOB_REVISION_LOST: { status: 409, title: 'The job cannot move to that revision' },
  JOB_REMEDY_BARRED: { status: 422, title: 'Not at this joint' },
  PHOTO_CONFLICT: { status: 409, title: 'Another photo has this id' },
  PHOTO_UNKNOWN: { status: 404, title: 'No such photo' },
  PHOTO_REFUSED: { status: 422, title: 'Photo not taken' },
  JOB_STEP_NOT_SKIPPABLE: { status: 422, title: 'This step cannot be skipped' },
  JOB_UNDO_NOT_LAST: { status: 409, title: 'Something later hangs on it' },
  JOB_MISSING: { status: 409, title: 'Not ready to sign off' },
  JOB_LEAD_SIGNS: { status: 403, title: 'A lead has to sign this off' },
  JOB_READ_COLD: { status: 409, title: 'Not to be read later' },
  JOB_FULL: { status: 409, title: 'The job is full' },
  JOB_WAIT: { status: 409, title: 'It has to wait first' },
  JOB_WAIT_NOT_RUNNING: { status: 409, title: 'That wait is not running' },
  JOB_LINE_REPLACED: { status: 409, title: 'The line has been replaced' },
  JOB_NOT_DIFFERENT: { status: 409, title: 'Nothing differs' },
  JOB_PROPPED: { status: 409, title: 'The pedal is propped' },
  JOB_CAR_RESTS: { status: 409, title: 'The car rests on what is off' },
  JOB_SEALING: { status: 409, title: 'Whether it is sealed is not open here' },
  JOB_NO_LEAK: { status: 409, title: 'No leak is on record' },
  JOB_PART_IN: { status: 409, title: 'The part is in already' },
  JOB_AIR_BACK: { status: 409, title: 'Air went back in' },
  JOB_PART_NOT_CHOSEN: { status: 409, title: 'It is not said which part this is' },
  JOB_DRAIN_OPEN: { status: 409, title: 'It is open below' },
  JOB_BOTTLE: { status: 422, title: 'Not from this bottle' },
  JOB_MAKE: { status: 422, title: 'It is not made like that' },
  JOB_VACUUM: { status: 422, title: 'The vacuum does not hold' },
  JOB_WEIGHT: { status: 422, title: 'The weight does not fit' },
  JOB_OLD_FLUID: { status: 422, title: 'Old fluid stays out' },
  JOB_WINDOW: { status: 422, title: 'The window is the wrong way round' },
  JOB_PART_SEALS: { status: 422, title: 'A new seal is missing' },
  JOB_HIDDEN: { status: 409, title: 'Something is in the way of the look' },
  STORAGE_FULL: { status: 503, title: 'The disk is full' },
  STORAGE_READ_ONLY: { status: 503, title: 'The database takes nothing at the moment' },
  STORAGE_DAMAGED: { status: 503, title: 'A file of the database is damaged' },
  STORAGE_BUSY: { status: 503, title: 'The database is too busy' },
  COIL_UNKNOWN: { status: 404, title: 'No such coil' },
  COIL_SHORT: { status: 409, title: 'Not so much is left' },
  GEAR_FULL: { status: 409, title: 'No more can be kept' },
  BENDER_UNKNOWN: { status: 404, title: 'No such bender' },
  DATABASE_GONE: { status: 503, title: 'The database does not answer' },
  INTERNAL: { status: 500, title: 'Something went wrong here' },
} as const satisfies Record<string, { status: number; title: string }> & Record<Refusal['code'], { status: number; title: string }>

export type ErrorCode = keyof typeof errorTable

/** Why nothing can be kept although the database answers. */
export const storageTroubles = ['full', 'read-only', 'damaged', 'busy'] as const
export type StorageTrouble = (typeof storageTroubles)[number]
export const storageCodes = {
  full: 'STORAGE_FULL',
  'read-only': 'STORAGE_READ_ONLY',
  damaged: 'STORAGE_DAMAGED',
  busy: 'STORAGE_BUSY',
} as const satisfies Record<StorageTrouble, ErrorCode>

/** RFC 9457 problem details, with a stable code, the places at fault and typed fields. */
export type Problem = {
  type: string
  title: string
  status: number
  detail: string
  code: ErrorCode
  errors?: { path: string; message: string }[]
  fields?: Record<string, unknown>
  /** The id of the one entry this is the last word on: it will not be taken, however often it is sent. */
  refused?: string
}

export function problem(code: ErrorCode, detail: string, extra: Pick<Problem, 'errors' | 'fields' | 'refused'> = {}): Problem {
  const { status, title } = errorTable[code]
  return { type: `/errors#${code}`, title, status, detail, code, ...extra }
}

export const isProblem = (value: unknown): value is Problem =>
  typeof value === 'object' && value !== null && 'code' in value && typeof value.code === 'string' && Object.hasOwn(errorTable, value.code)
