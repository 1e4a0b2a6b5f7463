import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { usualJudgement } from '../../core/plan/search/judgeChance'
import { usualLift } from '../../core/plan/liftMinutes'
import { v7 } from 'uuid'
import { blankSheet } from '../../core/sheet/mendSheet'
import type { Family } from '../../core/sheet/types'
import type { VehicleView } from '../../shared/schemas/library'
import type { Health, PersonView, SessionView } from '../../shared/schemas/session'
import type { Client } from '../helpers/server'
import { copyDatabase, TestServer } from '../helpers/server'
import { newestMigration } from '../helpers/templates'

let server: TestServer
let admin: Client
beforeAll(async () => (server = await TestServer.start(await copyDatabase(inject('admin'), 'template_empty'))))
afterAll(() => server?.end())

const view = async (client: Client) => (await client.call<SessionView>('GET', '/api/session')).body

it('an empty workshop asks for its admin, once', async () => {
  admin = server.client()
  expect(await view(admin)).toMatchObject({ setup: true, people: [] })
  expect((await admin.problem('POST', '/api/setup', { workshop: 'Slip 4', name: 'Ada', password: 'short' })).body.errors![0]!.path).toBe(
    'password',
  )
  const both = await Promise.all(
    [admin, server.client()].map(client =>
      client.problem('POST', '/api/setup', { workshop: 'Slip 4', name: 'Ada', password: 'a long password' }),
    ),
  )
  expect(both.map(answer => answer.status).sort()).toEqual([200, 409])
  await admin.signIn('admin', 'a long password')
  expect(await view(admin)).toMatchObject({ setup: false, workshop: 'Slip 4', person: { name: 'Ada', role: 'admin' } })
})

it('shows no PIN where there is no demo', async () => {
  expect((await view(server.client())).people.every(person => person.hint === undefined)).toBe(true)
})

it.each([
  [{ name: 'Bo', role: 'technician', secret: '12' }, 'REQUEST_BODY'],
  [{ name: 'Bo', role: 'technician', secret: 'words' }, 'REQUEST_BODY'],
  [{ name: 'Bo', role: 'admin', secret: '1234' }, 'REQUEST_BODY'],
  [{ name: 'Bo', role: 'owner', secret: '1234' }, 'REQUEST_BODY'],
  [{ name: 'ada', role: 'technician', secret: '1234' }, 'PERSON_NAME_TAKEN'],
])('does not add %j', async (person, code) => {
  expect((await admin.problem('POST', '/api/people', person)).body.code).toBe(code)
})

it('a new PIN voids earlier sign-ins, and who is shut out is out at once', async () => {
  const { body: bo } = await admin.call<PersonView>('POST', '/api/people', { name: 'Bo', role: 'technician', secret: '4711' })
  const client = await server.client().signIn('technician', '4711')
  expect((await client.call('GET', '/api/jobs')).status).toBe(200)
  await admin.call('PATCH', `/api/people/${bo.id}`, { secret: '1174' })
  expect((await client.call('GET', '/api/jobs')).status).toBe(401)
  await client.signIn('technician', '1174')
  await admin.call('PATCH', `/api/people/${bo.id}`, { active: false })
  expect((await client.call('GET', '/api/jobs')).status).toBe(401)
  expect((await admin.problem('PATCH', `/api/people/${bo.id}`, { secret: 'letters' })).body.code).toBe('PERSON_SECRET')
})

it('the lead’s judgement and lift are everybody’s, and nobody else’s to change', async () => {
  await admin.call('POST', '/api/people', { name: 'Cy', role: 'lead', secret: '9091' })
  await admin.call('POST', '/api/people', { name: 'Di', role: 'technician', secret: '9092' })
  const [lead, technician] = [await server.client().signIn('lead', '9091'), await server.client().signIn('technician', '9092')]
  expect((await view(technician)).judgement).toEqual(usualJudgement)
  const judgement = { sound: 0.3, aged: 1, weeping: 6, ofAge: 8, years: 2 }
  expect((await technician.call('PUT', '/api/judgement', judgement)).status).toBe(403)
  expect((await lead.call('PUT', '/api/judgement', { ...judgement, weeping: -1 })).status).toBe(422)
  expect((await lead.call('PUT', '/api/judgement', judgement)).body).toEqual(judgement)
  expect((await view(technician)).judgement).toEqual(judgement)

  expect((await view(technician)).lift).toEqual(usualLift)
  const lift = { groundHalf: 1.5, halfRaised: 1.5, groundRaised: 2.5 }
  expect((await technician.call('PUT', '/api/lift', lift)).status).toBe(403)
  expect((await lead.call('PUT', '/api/lift', { ...lift, groundRaised: 61 })).status).toBe(422)
  expect((await lead.call('PUT', '/api/lift', lift)).body).toEqual(lift)
  expect((await view(technician)).lift).toEqual(lift)
})

it('the shop’s clock is a lead’s to set, a zone this machine knows, and told to whoever opens a page', async () => {
  const [lead, technician] = [await server.client().signIn('lead', '9091'), await server.client().signIn('technician', '9092')]
  expect((await view(technician)).zone).toBe(new Intl.DateTimeFormat().resolvedOptions().timeZone)
  expect((await technician.call('PUT', '/api/zone', { zone: 'Pacific/Chatham' })).status).toBe(403)
  expect((await lead.call('PUT', '/api/zone', { zone: 'Harbour/Quay' })).status).toBe(422)
  expect((await lead.call('PUT', '/api/zone', { zone: 'Pacific/Chatham' })).body).toEqual({ zone: 'Pacific/Chatham' })
  expect((await view(server.client())).zone).toBe('Pacific/Chatham')
  // The server of the tests listens on this machine alone, and says so; a stranger is not told where it is found.
  expect((await technician.call('GET', '/api/reach')).body).toMatchObject({ network: false, addresses: [] })
  expect((await server.client().call('GET', '/api/reach')).status).toBe(401)
})

it('the fluid shelf is the lead’s to fill, and shown to nobody before they have signed in', async () => {
  const [lead, technician] = [await server.client().signIn('lead', '9091'), await server.client().signIn('technician', '9092')]
  expect((await view(technician)).shelf).toEqual([])
  const shelf = [{ fluid: 'DOT 4', containers: [{ size: 500, price: 9.5 }], open: { left: 200, since: '2026-10-01' } }]
  expect((await technician.call('PUT', '/api/shelf', shelf)).status).toBe(403)
  expect((await lead.call('PUT', '/api/shelf', [{ ...shelf[0], containers: [{ size: 0 }] }])).status).toBe(422)
  expect(
    (
      await lead.call(
        'PUT',
        '/api/shelf',
        Array.from({ length: 61 }, () => shelf[0]),
      )
    ).status,
  ).toBe(422)
  expect((await lead.call('PUT', '/api/shelf', shelf)).body).toEqual(shelf)
  expect((await view(technician)).shelf).toEqual(shelf)
  expect((await view(server.client())).shelf).toEqual([])
})

it('begins with nothing: a vehicle, its first sheet, a customer’s car and a job', async () => {
  const di = await server.client().signIn('technician', '9092')
  expect((await di.call<Family[]>('GET', '/api/families')).body).toEqual([])
  const said = { make: 'Ondrel', model: 'Tern', body: 'van', years: [2011, 2019], engines: ['2.0 diesel', '1.6 petrol'] }
  for (const wrong of [
    { ...said, years: [2019, 2011] },
    { ...said, years: [2011] },
    { ...said, make: ' ' },
    { ...said, id: 'mine' },
    { ...said, engines: ['2.0 Diesel', '2.0 diesel'] },
  ])
    expect((await di.problem('POST', '/api/families', wrong)).body.code, JSON.stringify(wrong)).toBe('REQUEST_BODY')
  const both = await Promise.all([1, 2].map(() => di.problem('POST', '/api/families', said)))
  expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
  expect(both.find(({ status }) => status === 409)!.body.code).toBe('FAMILY_HERE')
  const { body: families } = await di.call<Family[]>('GET', '/api/families')
  expect(families).toEqual([
    {
      ...said,
      id: 'ondrel-tern-van-2011-2019',
      engines: [
        { id: '2-0-diesel', name: '2.0 diesel' },
        { id: '1-6-petrol', name: '1.6 petrol' },
      ],
    },
  ])
  const [family] = families
  const sheet = blankSheet('tern-cooler', 'Cooler line', 'transmission-cooler', family!.id)
  expect((await di.problem('POST', '/api/sheets/tern-cooler/revisions', { sheet })).body.code).toBe('AUTH_ROLE')
  expect((await admin.call('POST', '/api/sheets/tern-cooler/revisions', { sheet })).status).toBe(200)
  const car = { plate: 'TE 11 RNS', customer: 'M. Ness', family: family!.id, engine: '2-0-diesel' }
  const { body: vehicle } = await di.call<VehicleView>('POST', '/api/vehicles', car)
  const job = { id: v7(), at: new Date().toISOString(), device: 'test', sheet: sheet.id, vehicle: vehicle.id }
  expect((await di.call('POST', '/api/jobs', job)).status).toBe(200)
})

it('a vehicle written in other letters has an id all the same', async () => {
  const said = { make: 'Ондрел', model: 'Крачка', body: 'фургон', years: [2011, 2019], engines: ['два', 'три'] }
  const { body } = await admin.call<Family>('POST', '/api/families', said)
  expect(body).toMatchObject({ make: 'Ондрел', id: 'n-1-n-2-n-3-2011-2019', engines: [{ id: 'n-1' }, { id: 'n-2' }] })
})

it('a wrench goes with its person, not with the tablet', async () => {
  const di = await server.client().signIn('technician', '9092')
  expect((await view(di)).wrench).toBeUndefined()
  expect((await di.call('PUT', '/api/wrench', { millimetres: 20 })).status).toBe(422)
  await di.call('PUT', '/api/wrench', { millimetres: 460 })
  expect((await view(await server.client().signIn('technician', '9092'))).wrench).toBe(460)
  expect((await view(admin)).wrench).toBeUndefined()
})

it('the last admin stays', async () => {
  const { person } = await view(admin)
  expect((await admin.problem('PATCH', `/api/people/${person!.id}`, { active: false })).body.code).toBe('PERSON_LAST_ADMIN')
})

it('health tells version and database', async () => {
  expect((await server.client().call<Health>('GET', '/api/health')).body).toMatchObject({
    status: 'ok',
    version: '0.0.0-test',
    demo: false,
    database: { reachable: true, migration: newestMigration() },
  })
})

it('signing out ends the session', async () => {
  await admin.call('DELETE', '/api/session')
  expect((await admin.call('GET', '/api/people')).status).toBe(401)
})
