import { randomBytes } from 'node:crypto'
import type { Role, Signature } from '../../core/job/types'
import { limits } from '../../shared/limits'
import type { PersonView, SessionView, SignInView } from '../../shared/schemas/session'
import { countActiveAdmins } from '../sql/people/countActiveAdmins'
import { lockPeople } from '../sql/people/lockPeople'
import { findPerson } from '../sql/people/findPerson'
import { insertPerson } from '../sql/people/insertPerson'
import { listPeople, type PersonRow } from '../sql/people/listPeople'
import { insertAudit } from '../sql/audit/audit'
import { findDevice, letDeviceIn } from '../sql/devices/devices'
import { standAtDoor } from './devices'
import { notifyEnded } from '../sql/jobs/notifyJob'
import { hasSignedIn, insertSignIn, type From } from '../sql/people/signIns'
import { forgiveTries, giveTryBack, sweepTries, takeTry, type Bucket } from '../sql/people/takeTry'
import { updatePerson } from '../sql/people/updatePerson'
import { readSettings, writeSetting } from '../sql/settings/settings'
import { gearOf } from './makingGear'
import { judgementOf, liftOf, shelfOf, zoneOf } from './shopSettings'
import { getPool, isUniqueViolation, withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'
import { BoundedQueue } from '../utils/boundedQueue'
import { hashSecret, tooBusy, verifySecret } from '../utils/secret'

export const toPerson = ({ id, name, role, active }: PersonRow): PersonView => ({ id, name, role, active })

export async function getPeople(db: Db): Promise<PersonView[]> {
  return (await listPeople(db)).map(toPerson)
}

/** What the sign-in page may know before anybody has signed in: names to pick from, and the demo's PINs only where there is demo data. */
export async function getSession(db: Db, person: PersonView | undefined): Promise<SessionView> {
  const [people, settings] = [await listPeople(db), await readSettings(db)]
  return {
    person,
    setup: people.length === 0,
    workshop: typeof settings.workshop === 'string' ? settings.workshop : '',
    zone: zoneOf(settings),
    judgement: judgementOf(settings),
    lift: liftOf(settings),
    shelf: person ? shelfOf(settings) : [],
    making: gearOf(person ? settings : {}),
    wrench: person && wrenchOf(settings, person.id),
    people: people
      .filter(candidate => candidate.active)
      .map(({ id, name, role, hint }) => ({ id, name, role, hint: settings.demo === true ? (hint ?? undefined) : undefined })),
  }
}

const wrenchKey = (person: string) => `wrench:${person}`
const wrenchOf = (settings: Readonly<Record<string, unknown>>, person: string): number | undefined => {
  const kept = settings[wrenchKey(person)]
  return typeof kept === 'number' ? kept : undefined
}
export async function setWrench(db: Db, person: string, millimetres: number): Promise<{ millimetres: number }> {
  await writeSetting(db, wrenchKey(person), millimetres)
  return { millimetres }
}

const { signIn: bounds } = limits
const stranger = 'scrypt$AAAAAAAAAAAAAAAAAAAAAA$AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA'
// A stranger who comes while so many are being looked at is asked to come again, before anything is done for them.
const counter = new BoundedQueue(bounds.together, 0, tooBusy)

/** `isHere`: from the machine the program runs on. */
type SignInRequest = { person: string; secret: string; device: string | undefined; address: string; isHere: boolean }
/** May a PIN be typed on it, and do its tries count apart from those of strangers? */
async function isTrusted(db: Db, { device, isHere, person }: SignInRequest): Promise<boolean> {
  if (device === undefined) return false
  // A browser on this machine is known by who has signed in on it, to them alone: a fresh one, or somebody else's, brings no fresh tries.
  return (await findDevice(db, device))?.let_in_at != null || (isHere && (await hasSignedIn(db, person, device)))
}

/**
 * The buckets a try is paid from, in the order they are locked. A trusted device has its own for each person, so that no stranger can keep
 * a person from their own tablet; this machine has one for each person, whatever name a browser on it gives itself; devices nobody knows
 * share one for the address and one for the person.
 */
const bucketsOf = ({ person, device, address, isHere }: SignInRequest, trusted: boolean): Bucket[] =>
  trusted
    ? [{ key: `device:${device}:${person}`, ...bounds.device }]
    : isHere
      ? [{ key: `here:${person}`, ...bounds.device }]
      : [
          { key: `address:${address}`, ...bounds.address },
          { key: `person:${person}`, ...bounds.person },
        ]

/** A try is taken, for good, before the secret is looked at: a hundred at once are a hundred tries. */
async function payFor(db: Db, buckets: readonly Bucket[]): Promise<void> {
  for (const bucket of buckets) {
    const { granted, tries } = await takeTry(db, bucket)
    if (granted) continue
    const seconds = Math.max(1, Math.ceil((1 - tries) * bucket.everySeconds))
    throw new ProblemError(
      'AUTH_TOO_MANY_TRIES',
      `Too many wrong tries. Wait ${seconds} s, then try once more, or ask an admin for a new PIN.`,
      { headers: { 'retry-after': String(seconds) } },
    )
  }
}

/**
 * Strangers are looked at so many at a time; a trusted device goes past them. Asked before anything is read: whether another stranger
 * would be looked at now.
 */
export function refuseWhenCrowded(): void {
  if (counter.load >= bounds.together) throw tooBusy()
}

export async function signIn(db: Db, request: SignInRequest): Promise<SignInView> {
  const trusted = await isTrusted(db, request)
  return trusted ? checkSignIn(db, request, trusted) : counter.run(() => checkSignIn(db, request, trusted))
}

async function checkSignIn(db: Db, request: SignInRequest, trusted: boolean): Promise<SignInView> {
  const buckets = bucketsOf(request, trusted)
  await payFor(db, buckets)
  const person = await findPerson(db, request.person)
  // A PIN has few digits: it is not even looked at on a device that nobody has let in. An admin has a password, and may come from anywhere.
  if (!trusted && !request.isHere) {
    const code = await standAtDoor(db, request.device!)
    if (person?.role !== 'admin')
      throw new ProblemError(
        'AUTH_DEVICE',
        `A PIN works only on devices that were let in. An admin or a lead lets this one in: Shop, Devices, code ${code}. Then try again.`,
      )
  }
  // An unknown person costs the same time as a wrong PIN.
  const right = await verifySecret(request.secret, person?.secret_hash ?? stranger)
  if (!person?.active || !right) throw new ProblemError('AUTH_WRONG_SECRET', 'Check the name and type the PIN again.')
  for (const bucket of buckets) await giveTryBack(db, bucket)
  await sweepTries(db)
  return startSignIn(db, person, request)
}

async function startSignIn(db: Db, person: PersonRow, from: From): Promise<SignInView> {
  const key = randomBytes(32)
  const signIn = await insertSignIn(db, person, key, from)
  await insertAudit(db, { kind: 'signed-in', by: person, address: from.address })
  return { person: toPerson(person), signIn, key: key.toString('base64url') }
}

// A workshop that is set up stays so: whoever asks again is answered without asking the database.
let isSetUp = false
const setUpAlready = () => new ProblemError('SETUP_DONE', 'There is an admin already. Sign in, or ask them to add you.')

/** The first visit to an empty workshop makes its admin. Asked before anything is hashed, and again under a lock against a second visit. */
export async function setUpWorkshop(db: Db, request: { workshop: string; name: string; password: string } & From): Promise<SignInView> {
  isSetUp ||= (await listPeople(db)).length > 0
  if (isSetUp) throw setUpAlready()
  const secretHash = await hashSecret(request.password)
  return withTransaction(async transaction => {
    await lockPeople(transaction)
    if ((await listPeople(transaction)).length > 0) throw setUpAlready()
    await writeSetting(transaction, 'workshop', request.workshop)
    const id = await insertPerson(transaction, { name: request.name, role: 'admin', secretHash })
    // Whoever sets the workshop up lets in the device they do it on.
    await standAtDoor(transaction, request.device!)
    await letDeviceIn(transaction, request.device!, 'set up with', id)
    return startSignIn(transaction, (await findPerson(transaction, id))!, request)
  })
}

export async function addPerson(
  db: Db,
  person: { name: string; role: Role; secret: string; hint?: string },
  by: Signature,
): Promise<PersonView> {
  try {
    const id = await insertPerson(db, {
      name: person.name,
      role: person.role,
      secretHash: await hashSecret(person.secret),
      hint: person.hint,
    })
    await insertAudit(db, { kind: 'person-added', by, about: `${person.name}, ${person.role}` })
    return { id, name: person.name, role: person.role, active: true }
  } catch (error) {
    if (isUniqueViolation(error, 'people_name_key'))
      throw new ProblemError('PERSON_NAME_TAKEN', `There is a ${person.name} already. Add a letter of the family name.`, {
        errors: [{ path: 'name', message: 'already in use' }],
      })
    throw error
  }
}

type PersonChange = { active?: boolean; secret?: string; forgiven?: true }
export async function changePerson(id: string, change: PersonChange, by: Signature): Promise<PersonView> {
  const known = async (db: Db) => {
    const person = await findPerson(db, id)
    if (!person) throw new ProblemError('PERSON_UNKNOWN', 'That person is not known here. Reload the list.')
    if (change.secret !== undefined) checkSecret(person.role, change.secret)
    return person
  }
  await known(getPool())
  const secretHash = change.secret === undefined ? undefined : await hashSecret(change.secret)
  return withTransaction(async db => {
    const person = await known(db)
    if (change.active === false && person.role === 'admin' && person.active && (await countActiveAdmins(db)) <= 1)
      throw new ProblemError('PERSON_LAST_ADMIN', 'Somebody has to be able to add people. Add another admin first.')
    if (change.forgiven) await forgiveTries(db, id)
    if (change.active !== undefined || secretHash !== undefined) {
      await updatePerson(db, id, { active: change.active, secretHash })
      await notifyEnded(db, { person: id })
    }
    for (const [kind, isSo] of [
      ['person-shut-out', change.active === false],
      ['person-let-in', change.active === true],
      ['secret-set', secretHash !== undefined],
      ['tries-forgiven', change.forgiven === true],
    ] as const)
      if (isSo) await insertAudit(db, { kind, by, about: person.name })
    return toPerson((await findPerson(db, id))!)
  })
}

function checkSecret(role: Role, secret: string): void {
  const [min, max] = limits.pinDigits
  const fits = role === 'admin' ? secret.length >= limits.passwordLength[0] : new RegExp(`^\\d{${min},${max}}$`).test(secret)
  if (!fits)
    throw new ProblemError(
      'PERSON_SECRET',
      role === 'admin'
        ? `An admin has a password of at least ${limits.passwordLength[0]} characters.`
        : `A PIN has ${min} to ${max} digits.`,
      { errors: [{ path: 'secret', message: 'does not fit the role' }] },
    )
}
