import { v7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { usualRules, type MakingRules } from '../../core/making/makingRules'
import type { MakingGear } from '../../core/making/gear'
import type { SessionView } from '../../shared/schemas/session'
import { limits } from '../../shared/limits'
import { copyDatabase, TestServer, type Client } from '../helpers/server'

let server: TestServer
let lead: Client
let technician: Client
beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  ;[lead, technician] = [await server.as('lead'), await server.as('technician')]
})
afterAll(() => server?.end())

const gear = async (client: Client) => (await client.call<SessionView>('GET', '/api/session')).body.making
const coil = { outside: 4.75, wall: 0.9, material: 'copper-nickel', left: 1000 }
const cut = (client: Client, length: number, id = v7(), from = 'hook-9') =>
  client.call<MakingGear & { code?: string; left?: number }>('POST', `/api/coils/${from}/cut`, { id, length })
const left = async () => (await gear(technician)).coils.find(({ id }) => id === 'hook-9')!.left

it('a stranger is told nothing of the stock', async () => {
  expect(await gear(server.client())).toEqual({ benders: [], coils: [], rules: usualRules })
  expect((await gear(technician)).coils.length).toBeGreaterThan(0)
})

it('a piece counts once, however often it is sent, and two at the coil at once both take theirs', async () => {
  expect((await technician.call('PUT', '/api/coils/hook-9', coil)).status).toBe(403)
  await lead.call('PUT', '/api/coils/hook-9', coil)
  const id = v7()
  await Promise.all(Array.from({ length: 6 }, () => cut(technician, 100, id)))
  expect(await left()).toBe(900)
  const answers = await Promise.all(Array.from({ length: 12 }, (_, i) => cut(i % 2 ? lead : technician, 100)))
  expect(answers.map(({ status }) => status).sort()).toEqual([...Array<number>(9).fill(200), ...Array<number>(3).fill(409)])
  expect(await left()).toBe(0)
  expect((await cut(technician, 1)).body).toMatchObject({ code: 'COIL_SHORT', fields: { left: 0 } })
})

it('a coil measured anew keeps what was cut from it; a piece that was sent before is not cut again', async () => {
  const id = v7()
  await lead.call('PUT', '/api/coils/hook-9', { ...coil, left: 500 })
  await cut(technician, 50, id)
  await lead.call('PUT', '/api/coils/hook-9', { ...coil, left: 440 })
  await cut(technician, 50, id)
  expect(await left()).toBe(440)
})

it.each([
  ['PUT', 'making-rules', { systems: [{ system: 'brake', materials: ['lead'], ends: [], joins: [] }] }, 422],
  ['PUT', 'making-rules', { systems: Array(2).fill({ system: 'brake', materials: [], ends: [], joins: [] }) }, 422],
  ['PUT', 'benders/red', { name: '', outside: 4.75, material: 'steel', radius: 15, takeUp: 0, setFor90: 93, grip: 10 }, 422],
  ['PUT', 'coils/Hook%209', coil, 404],
  ['PUT', 'coils/hook-9', { ...coil, left: 1e9 }, 422],
  ['PUT', 'coils/hook-9', { ...coil, cuts: [] }, 422],
  ['POST', 'coils/nowhere/cut', { id: v7(), length: 10 }, 404],
  ['POST', 'coils/hook-9/cut', { id: v7(), length: -10 }, 422],
  ['DELETE', 'coils/nowhere', undefined, 404],
  ['DELETE', 'benders/nowhere', undefined, 404],
])('%s %s refuses what is not right', async (method, path, body, status) => {
  const before = await gear(lead)
  expect((await lead.call(method, `/api/${path}`, body)).status).toBe(status)
  expect(await gear(lead)).toEqual(before)
})

it('a bender is anybody’s to keep and the lead’s to drop, and no more are kept than can be', async () => {
  const bender = { name: 'Blue', outside: 6, material: 'steel', radius: 18, takeUp: 1, setFor90: 94, grip: 15 }
  expect((await technician.call('DELETE', '/api/benders/red-handles')).status).toBe(403)
  for (let n = (await gear(lead)).benders.length; n < limits.gear; n++)
    expect((await technician.call('PUT', `/api/benders/b-${n}`, bender)).status).toBe(200)
  expect((await technician.call<{ code: string }>('PUT', '/api/benders/more', bender)).body.code).toBe('GEAR_FULL')
  expect((await technician.call('PUT', `/api/benders/b-${limits.gear - 1}`, { ...bender, name: 'Green' })).status).toBe(200)
  expect((await lead.call<MakingGear>('DELETE', `/api/benders/b-${limits.gear - 1}`)).body.benders).toHaveLength(limits.gear - 1)
})

it('the lead’s rules bind what is recorded in a job, on the server as on the tablet', async () => {
  const job = await lead.openJob()
  const making = {
    rows: [{ straight: 300, rotate: 0, bend: 0, radius: 0 }],
    tube: { outside: 8, wall: 0.7, material: 'steel' as const },
    ends: { from: { form: 'plain' as const }, to: { form: 'plain' as const } },
    bender: {},
    loose: [],
  }
  const say = () => technician.say(job.id, { type: 'makingSaid', line: 'supply', making, order: [] }, 2)
  const rules: MakingRules = {
    place: 'Harbour board',
    systems: [{ system: 'transmission-cooler', materials: ['stainless'], ends: ['bead'], joins: ['whole'] }],
  }
  expect((await technician.call('PUT', '/api/making-rules', rules)).status).toBe(403)
  expect((await lead.call<MakingGear>('PUT', '/api/making-rules', rules)).body.rules).toEqual(rules)
  expect((await say()).body).toMatchObject({ code: 'JOB_MAKE', fields: { why: 'not-allowed', breach: { what: 'material', is: 'steel' } } })
  await lead.call('PUT', '/api/making-rules', { systems: [] })
  expect((await say()).status).toBe(200)
})
