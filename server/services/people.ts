import type { Role } from '../../core/job/types'
import { limits } from '../../shared/limits'
import type { PersonView, SessionView } from '../../shared/schemas/api'
import { countActiveAdmins } from '../sql/people/countActiveAdmins'
import { lockPeople } from '../sql/people/lockPeople'
import { findPerson } from '../sql/people/findPerson'
import { insertPerson } from '../sql/people/insertPerson'
import { listPeople, type PersonRow } from '../sql/people/listPeople'
import { clearFailures, countFailures, insertFailure } from '../sql/people/signInFailures'
import { updatePerson } from '../sql/people/updatePerson'
import { readSettings, writeSetting } from '../sql/settings/settings'
import { judgementOf, liftOf } from './shopSettings'
import { isUniqueViolation, withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'
import { hashSecret, verifySecret } from '../utils/secret'

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
    judgement: judgementOf(settings),
    lift: liftOf(settings),
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

/** Throttled per person and per address, in the database, so that it holds across server processes. */
export async function signIn(db: Db, request: { person: string; secret: string; address: string }): Promise<PersonRow> {
  const { perPerson, perAddress, windowMinutes } = limits.signIn
  const failures = await countFailures(db, { person: request.person, address: request.address, windowMinutes })
  if (failures.person >= perPerson || failures.address >= perAddress) {
    const seconds = Math.max(1, Math.ceil(((failures.oldest?.getTime() ?? 0) + windowMinutes * 60_000 - Date.now()) / 1000))
    throw new ProblemError(
      'AUTH_TOO_MANY_TRIES',
      `Too many wrong tries. Wait ${Math.ceil(seconds / 60)} minutes, or ask an admin for a new PIN.`,
      { headers: { 'retry-after': String(seconds) } },
    )
  }
  const person = await findPerson(db, request.person)
  // An unknown person costs the same time as a wrong PIN.
  const right = await verifySecret(
    request.secret,
    person?.secret_hash ?? 'scrypt$AAAAAAAAAAAAAAAAAAAAAA$AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA',
  )
  if (!person?.active || !right) {
    await insertFailure(db, { person: person?.id, address: request.address })
    throw new ProblemError('AUTH_WRONG_SECRET', 'Check the name and type the PIN again.')
  }
  await clearFailures(db, { person: person.id, windowMinutes })
  return person
}

/** The first visit to an empty workshop makes its admin. Locked against a second first visit. */
export async function setUpWorkshop(request: { workshop: string; name: string; password: string }): Promise<PersonRow> {
  const secretHash = await hashSecret(request.password)
  return withTransaction(async db => {
    await lockPeople(db)
    if ((await listPeople(db)).length > 0)
      throw new ProblemError('SETUP_DONE', 'There is an admin already. Sign in, or ask them to add you.')
    await writeSetting(db, 'workshop', request.workshop)
    return (await findPerson(db, await insertPerson(db, { name: request.name, role: 'admin', secretHash })))!
  })
}

export async function addPerson(db: Db, person: { name: string; role: Role; secret: string; hint?: string }): Promise<PersonView> {
  try {
    const id = await insertPerson(db, {
      name: person.name,
      role: person.role,
      secretHash: await hashSecret(person.secret),
      hint: person.hint,
    })
    return { id, name: person.name, role: person.role, active: true }
  } catch (error) {
    if (isUniqueViolation(error, 'people_name_key'))
      throw new ProblemError('PERSON_NAME_TAKEN', `There is a ${person.name} already. Add a letter of the family name.`, {
        errors: [{ path: 'name', message: 'already in use' }],
      })
    throw error
  }
}

export async function changePerson(id: string, change: { active?: boolean; secret?: string }): Promise<PersonView> {
  const secretHash = change.secret === undefined ? undefined : await hashSecret(change.secret)
  return withTransaction(async db => {
    const person = await findPerson(db, id)
    if (!person) throw new ProblemError('PERSON_UNKNOWN', 'That person is not known here. Reload the list.')
    if (change.secret !== undefined) checkSecret(person.role, change.secret)
    if (change.active === false && person.role === 'admin' && person.active && (await countActiveAdmins(db)) <= 1)
      throw new ProblemError('PERSON_LAST_ADMIN', 'Somebody has to be able to add people. Add another admin first.')
    await updatePerson(db, id, { active: change.active, secretHash })
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
