import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { until } from '../../launch/run.mjs'
import type { SessionView } from '../../shared/schemas/session'
import type { AuditView, DeviceView, SignedInView } from '../../shared/schemas/shop'
import { EventReader } from '../helpers/eventReader'
import { copyDatabase, demoSecrets, TestServer, type Client } from '../helpers/server'

let server: TestServer
let admin: Client
const idOf = async (role: string) =>
  (await server.client().call<SessionView>('GET', '/api/session')).body.people.find(person => person.role === role)!.id
/** From another machine, as a proxy that nobody trusts would pass it on. */
const elsewhere = { 'x-forwarded-for': '10.0.0.7' }
const tryFrom = async (
  client: Client,
  role: 'technician' | 'lead' | 'admin',
  headers: Record<string, string> = elsewhere,
  secret = demoSecrets[role],
) => client.problem('POST', '/api/session', { person: await idOf(role), secret }, headers)

beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  admin = await server.as('admin')
})
afterAll(() => server?.end())

describe('at the door', () => {
  it('a PIN is not looked at on a device nobody has let in: right, wrong, or nobody’s, it says the same', async () => {
    const tablet = server.client()
    const right = await tryFrom(tablet, 'technician')
    const wrong = await tryFrom(tablet, 'technician', elsewhere, '9999')
    const nobody = await tablet.problem('POST', '/api/session', { person: '00000000-0000-4000-8000-0000000000ff', secret: '1' }, elsewhere)
    for (const answer of [right, wrong, nobody]) expect([answer.status, answer.body.code]).toEqual([403, 'AUTH_DEVICE'])
    expect(right.body.detail).toBe(wrong.body.detail)
    expect((await tablet.problem('GET', '/api/jobs')).status).toBe(401)
  })

  it('let in by its code, with a name, it takes PINs; shut out, whoever is on it is out at once', async () => {
    const tablet = server.client()
    const code = /code ([0-9A-F]{6})/.exec((await tryFrom(tablet, 'technician')).body.detail)![1]
    const lead = await server.as('lead')
    const asking = (await lead.call<DeviceView[]>('GET', '/api/devices')).body.find(device => device.code === code)!
    expect(asking.letInAt).toBeUndefined()
    expect((await lead.call('PATCH', `/api/devices/${asking.id}`, { name: 'tablet at bay 2' })).status).toBe(200)
    expect((await lead.problem('PATCH', `/api/devices/${asking.id}`, { name: 'twice' })).body.code).toBe('DEVICE_UNKNOWN')
    expect((await tryFrom(tablet, 'technician', elsewhere, '9999')).body.code).toBe('AUTH_WRONG_SECRET')
    expect((await tryFrom(tablet, 'technician')).status).toBe(200)
    expect((await tablet.call('GET', '/api/jobs')).status).toBe(200)
    const here = (await admin.call<SignedInView[]>('GET', '/api/sign-ins')).body
    expect(here.find(one => one.device === 'tablet at bay 2')).toMatchObject({ person: 'Rafe Undal', role: 'technician' })

    const follower = await EventReader.open(`${server.url}/api/jobs/stream`, tablet.cookie)
    await follower.next('floor')
    expect((await admin.call<{ ended: number }>('DELETE', `/api/devices/${asking.id}`)).body.ended).toBe(1)
    await expect(follower.next('nothing more')).rejects.toThrow(/ended before/)
    expect((await tablet.problem('GET', '/api/jobs')).status).toBe(401)
    expect((await tryFrom(tablet, 'technician')).body.code).toBe('AUTH_DEVICE')
  })

  it('an admin’s password works from anywhere, and a wrong one is paid for with the strangers’ tries', async () => {
    const laptop = server.client()
    expect((await tryFrom(laptop, 'admin', elsewhere, 'not the password')).body.code).toBe('AUTH_WRONG_SECRET')
    expect((await tryFrom(laptop, 'admin')).status).toBe(200)
  })

  it('a proxy that was not said to be trusted cannot make a request come from this machine', async () => {
    for (const header of ['x-forwarded-for', 'forwarded', 'x-real-ip', 'via'])
      expect((await tryFrom(server.client(), 'technician', { [header]: '127.0.0.1' })).body.code, header).toBe('AUTH_DEVICE')
    expect((await tryFrom(server.client(), 'technician', {})).status).toBe(200)
  })
})

describe('what has ended has ended everywhere', () => {
  async function following(role: 'technician' | 'desk', secret = demoSecrets[role]) {
    const client = await server.client().signIn(role, secret)
    const follower = await EventReader.open(`${server.url}/api/jobs/stream`, client.cookie)
    await follower.next('floor')
    const copy = server.client()
    copy.cookie = client.cookie
    return { client, follower, copy }
  }

  it('signed out: a copied cookie and an open stream', async () => {
    const { client, follower, copy } = await following('desk')
    await client.call('DELETE', '/api/session')
    await expect(follower.next('nothing more')).rejects.toThrow(/ended before/)
    expect((await copy.problem('GET', '/api/jobs')).status).toBe(401)
  })

  it('ended by somebody else; a technician ends only their own', async () => {
    const { client, follower, copy } = await following('technician')
    const other = await server.as('technician')
    const desk = await server.as('desk')
    const mine = (await other.call<SignedInView[]>('GET', '/api/sign-ins')).body
    expect(new Set(mine.map(one => one.person)).size).toBe(1)
    expect(mine.filter(one => one.mine)).toHaveLength(1)
    const first = (await client.call<SignedInView[]>('GET', '/api/sign-ins')).body.find(one => one.mine)!
    expect((await desk.problem('DELETE', `/api/sign-ins/${first.id}`)).body.code).toBe('SIGN_IN_UNKNOWN')
    expect((await other.call('DELETE', `/api/sign-ins/${first.id}`)).status).toBe(200)
    await expect(follower.next('nothing more')).rejects.toThrow(/ended before/)
    expect((await copy.problem('GET', '/api/jobs')).status).toBe(401)
    expect((await other.problem('DELETE', `/api/sign-ins/${first.id}`)).body.code).toBe('SIGN_IN_UNKNOWN')
  })

  it('a new PIN, and being shut out', async () => {
    const person = await idOf('desk')
    for (const [secret, change] of [
      [demoSecrets.desk, { secret: '86420' }],
      ['86420', { active: false }],
    ] as const) {
      const { follower, copy } = await following('desk', secret)
      expect((await admin.call('PATCH', `/api/people/${person}`, change)).status).toBe(200)
      await expect(follower.next('nothing more')).rejects.toThrow(/ended before/)
      expect((await copy.problem('GET', '/api/jobs')).status).toBe(401)
    }
    await admin.call('PATCH', `/api/people/${person}`, { active: true })
  })
})

it('an admin forgives wrong tries; what was done stands in the audit, newest first, page by page', async () => {
  const lead = await idOf('lead')
  const stranger = server.client()
  const wrong = () => stranger.problem('POST', '/api/session', { person: lead, secret: '9999' })
  await until('no more tries', async () => (await wrong()).status === 429)
  expect((await admin.call('PATCH', `/api/people/${lead}`, { forgiven: true })).status).toBe(200)
  expect((await stranger.call('POST', '/api/session', { person: lead, secret: demoSecrets.lead })).status).toBe(200)

  const { body: page } = await admin.call<AuditView[]>('GET', '/api/audit')
  expect(page.map(row => row.n)).toEqual(page.map(row => row.n).toSorted((a, b) => b - a))
  const kinds = page.map(row => row.kind)
  for (const kind of ['signed-in', 'tries-forgiven', 'device-let-in', 'device-shut-out', 'sign-in-ended', 'secret-set', 'person-shut-out'])
    expect(kinds, kind).toContain(kind)
  expect(page.find(row => row.kind === 'device-let-in')!.about).toContain('tablet at bay 2')
  const { body: earlier } = await admin.call<AuditView[]>('GET', `/api/audit?before=${page[3]!.n}`)
  expect(earlier[0]!.n).toBeLessThan(page[3]!.n)
  expect(JSON.stringify(page)).not.toContain(demoSecrets.lead)
}, 60_000)

it('a server with no backups of its own says so', async () => {
  expect((await admin.call('GET', '/api/backups')).body).toEqual({ kept: false, count: 0 })
})

it('however many stand at the door, the list stays short', async () => {
  for (let i = 0; i < 29; i++) await tryFrom(server.client(), 'technician', { 'x-forwarded-for': `10.0.1.${i}` })
  const asking = (await admin.call<DeviceView[]>('GET', '/api/devices')).body.filter(device => !device.letInAt)
  expect(asking.length).toBeLessThanOrEqual(50)
})
