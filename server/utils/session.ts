import { useSession, type H3Event } from 'h3'
import type { PersonRow } from '../sql/people/listPeople'
import { findPerson } from '../sql/people/findPerson'
import { config } from './config'
import { getPool } from './db'

type SessionData = { person?: string; version?: number }
const workday = 14 * 60 * 60

const open = (event: H3Event) =>
  useSession<SessionData>(event, {
    name: 'efferent',
    password: config.sessionSecret,
    maxAge: workday,
    cookie: { httpOnly: true, sameSite: 'strict', secure: config.secureCookies && !config.development, path: '/' },
  })

/** The signed-in person as the database knows them now: a changed role or PIN takes hold at once. */
export async function personOf(event: H3Event): Promise<PersonRow | undefined> {
  const { data } = await open(event)
  if (!data.person) return undefined
  const person = await findPerson(getPool(), data.person)
  return person?.active && person.version === data.version ? person : undefined
}

export async function startSession(event: H3Event, person: PersonRow): Promise<void> {
  await (await open(event)).update({ person: person.id, version: person.version })
}

export async function endSession(event: H3Event): Promise<void> {
  await (await open(event)).clear()
}
