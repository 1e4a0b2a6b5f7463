import { getCookie, getRequestHeader, getSession, useSession, type H3Event } from 'h3'
import { v7 } from 'uuid'
import type { PersonRow } from '../sql/people/listPeople'
import { notifyEnded } from '../sql/jobs/notifyJob'
import { endSignIn, findSignedIn } from '../sql/people/signIns'
import { limits } from '#shared/limits'
import { clientAddress } from './clientAddress'
import { config } from './config'
import { getPool } from './db'
import { gathered } from './gathered'
import { Lru } from './lru'
import { isPersonsSocket } from './otherEnd'

const workday = limits.signInHours * 60 * 60
const halfYear = 182 * 24 * 60 * 60
const cookie = { httpOnly: true, sameSite: 'strict', secure: config.secureCookies && !config.development, path: '/' } as const

// Without a cookie nothing is opened: opening seals a new session and sends it, which strangers are not worth.
const names = { session: 'efferent', device: 'efferent-device' }
const sealing = { name: names.session, password: config.sessionSecret, maxAge: workday, cookie }
const open = (event: H3Event) => useSession<{ signIn?: string }>(event, sealing)
/** A device on which somebody has signed in before is known by this: its tries are counted apart from those of strangers. */
const openDevice = (event: H3Event) =>
  useSession<{ device?: string }>(event, { name: names.device, password: config.sessionSecret, maxAge: halfYear, cookie })

const whoBy = gathered((signIns: readonly string[]) => findSignedIn(getPool(), signIns))

/**
 * What a cookie's seal was found to hold, by its whole text, until the seal runs out: opening one takes a millisecond of the processor, and
 * a tablet sends the same one all day. Whether that sign-in still counts is asked of the database every time.
 */
const opened = new Lru<string, { signIn?: string; until: number }>(2000)

/** Whether somebody says they are signed in here; whether they are is asked with `personOf`. */
export const hasSignIn = (event: H3Event): boolean => getCookie(event, names.session) !== undefined

/** Whether this request brings a seal that was opened here before: who sends it was signed in, and is asked about without waiting. */
export const isKnownHere = (event: H3Event): boolean => opened.get(getCookie(event, names.session) ?? '') !== undefined

/** The signed-in person as the database knows them now: a changed role or PIN, or signing out anywhere, takes hold at once. */
export async function personOf(event: H3Event): Promise<PersonRow | undefined> {
  const sealed = getCookie(event, names.session)
  if (!sealed) return undefined
  let known = opened.get(sealed)
  if (!known || !(Date.now() < known.until)) {
    const { data, createdAt } = await getSession<{ signIn?: string }>(event, sealing)
    known = { signIn: data.signIn, until: createdAt + workday * 1000 }
    // A stranger's seal is opened anew each time: it is not worth the room.
    if (known.signIn) opened.set(sealed, known)
  }
  if (!known.signIn) return undefined
  const person = await whoBy(known.signIn)
  if (person) event.context.efferent = { signIn: known.signIn, person: person.id } satisfies SignedInBy
  return person
}
type SignedInBy = { signIn: string; person: string }
/** By which sign-in this request was let through, once it was. */
export const signedInBy = (event: H3Event): SignedInBy | undefined => event.context.efferent as SignedInBy | undefined

export async function startSession(event: H3Event, signIn: string): Promise<void> {
  await (await open(event)).update({ signIn })
}

/** The device's name for itself, given to it where it has none: it stands at the door with it. */
export async function nameDevice(event: H3Event, name: string = v7()): Promise<string> {
  const device = await openDevice(event)
  if (!device.data.device) await device.update({ device: name })
  return device.data.device!
}

/**
 * From where somebody comes. `isHere`: from the machine that the program runs on, as far as anybody can tell; a request that was passed on
 * by a proxy is not, whatever that claims, unless it is one that was said to be trusted.
 */
export async function whereFrom(event: H3Event): Promise<{ address: string; isHere: boolean }> {
  const connection = event.node.req.socket.remoteAddress ?? 'unknown'
  const address = clientAddress(connection, getRequestHeader(event, 'x-forwarded-for'), config.trustedProxies)
  const passedOn = ['forwarded', 'x-forwarded-for', 'x-real-ip', 'via'].some(name => getRequestHeader(event, name) !== undefined)
  const isLoopback = address === '::1' || address.startsWith('127.') || address.startsWith('::ffff:127.')
  // A proxy that says nothing of itself passes on the name it was asked by: this machine's own is asked for by who sits at it.
  const isOwnName = /^(localhost|127(\.\d+){3}|\[::1\])(:\d+)?$/.test(getRequestHeader(event, 'host') ?? '')
  // No browser has spoken HTTP/1.0 for decades; a proxy that was told nothing does.
  const isOldSpeech = event.node.req.httpVersion === '1.0'
  const maySit = isLoopback && isOwnName && !isOldSpeech && config.isHereTrusted && (!passedOn || config.trustedProxies !== undefined)
  // One that passes on no name either asks by this machine's. What takes calls from the network is no person's browser.
  return { address, isHere: maySit && (await isPersonsSocket(event.node.req.socket)) }
}

export const deviceOf = async (event: H3Event): Promise<string | undefined> =>
  getCookie(event, names.device) ? (await openDevice(event)).data.device : undefined

/** Ends the sign-in itself, not only this browser's cookie: a copy of the cookie is worth nothing from then on. */
export async function endSession(event: H3Event): Promise<void> {
  const session = await open(event)
  if (session.data.signIn && (await endSignIn(getPool(), session.data.signIn)))
    await notifyEnded(getPool(), { signIn: session.data.signIn })
  await session.clear()
}
