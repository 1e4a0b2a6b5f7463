import { getCookie, useSession, type H3Event } from 'h3'
import { v7 } from 'uuid'
import type { PersonRow } from '../sql/people/listPeople'
import { endSignIn, findSignedIn } from '../sql/people/signIns'
import { config } from './config'
import { getPool } from './db'

const workday = 14 * 60 * 60
const halfYear = 182 * 24 * 60 * 60
const cookie = { httpOnly: true, sameSite: 'strict', secure: config.secureCookies && !config.development, path: '/' } as const

// Without a cookie nothing is opened: opening seals a new session and sends it, which strangers are not worth.
const names = { session: 'efferent', device: 'efferent-device' }
const open = (event: H3Event) =>
  useSession<{ signIn?: string }>(event, { name: names.session, password: config.sessionSecret, maxAge: workday, cookie })
/** A device on which somebody has signed in before is known by this: its tries are counted apart from those of strangers. */
const openDevice = (event: H3Event) =>
  useSession<{ device?: string }>(event, { name: names.device, password: config.sessionSecret, maxAge: halfYear, cookie })

/** The signed-in person as the database knows them now: a changed role or PIN, or signing out anywhere, takes hold at once. */
export async function personOf(event: H3Event): Promise<PersonRow | undefined> {
  if (!getCookie(event, names.session)) return undefined
  const { data } = await open(event)
  return data.signIn ? findSignedIn(getPool(), data.signIn) : undefined
}

export async function startSession(event: H3Event, signIn: string): Promise<void> {
  await (await open(event)).update({ signIn })
  const device = await openDevice(event)
  if (!device.data.device) await device.update({ device: v7() })
}

export const deviceOf = async (event: H3Event): Promise<string | undefined> =>
  getCookie(event, names.device) ? (await openDevice(event)).data.device : undefined

/** Ends the sign-in itself, not only this browser's cookie: a copy of the cookie is worth nothing from then on. */
export async function endSession(event: H3Event): Promise<void> {
  const session = await open(event)
  if (session.data.signIn) await endSignIn(getPool(), session.data.signIn)
  await session.clear()
}
