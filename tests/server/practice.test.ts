import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import type { LoopAct, PedalAct, PracticeRequest, PracticeView } from '../../shared/schemas/practice'
import { copyDatabase, TestServer, type Client } from '../helpers/server'

let server: TestServer
let rafe: Client
let imke: Client
beforeAll(async () => {
  server = await TestServer.start(await copyDatabase(inject('admin'), 'template_demo'))
  rafe = await server.as('technician')
  imke = await server.as('lead')
})
afterAll(() => server?.end())

type Act = PedalAct
const hand = (ms: number, change: Partial<Act> = {}): Act => ({ ms, presses: false, bleeder: 0, inJar: true, ...change })
const stroke = [hand(700, { presses: true }), hand(300, { presses: true, bleeder: 0.15 }), hand(800)]
const strokes = (count: number) => Array.from({ length: count }).flatMap(() => stroke)
const done: PracticeRequest = { scenario: 'hose', verdict: 'bled', acts: [...strokes(10), hand(0, { topUp: true }), ...strokes(8)] }
const runs = async (client: Client) => (await client.call<PracticeView[]>('GET', '/api/practice')).body

it('a run is worth what its hands make of it, worked out here; the best stays', async () => {
  const passed = (await rafe.call<{ points: number; passed: boolean }>('POST', '/api/practice', done)).body
  expect(passed.passed).toBe(true)
  expect(passed.points).toBeGreaterThanOrEqual(60)
  const early = (await rafe.call<{ points: number; passed: boolean }>('POST', '/api/practice', { ...done, acts: strokes(1) })).body
  expect(early.passed).toBe(false)
  expect(await runs(rafe)).toMatchObject([{ scenario: 'hose', points: passed.points, passed: true, runs: 2, name: 'Rafe Undal' }])
})
it('a loop is run again too: a steering started at once is foam, not bled', async () => {
  const still = {
    engine: false,
    turn: 0,
    pour: false,
    draw: false,
    cap: false,
    screw: false,
    heater: false,
    revs: false,
    waits: false,
  } as const
  const loop: LoopAct[] = [
    { ...still, ms: 30_000, engine: true },
    { ...still, ms: 1000 },
  ]
  const early = (
    await rafe.call<{ points: number; passed: boolean }>('POST', '/api/practice', { scenario: 'steering-hose', verdict: 'bled', loop })
  ).body
  expect(early.passed).toBe(false)
  expect((await runs(rafe)).find(({ scenario }) => scenario === 'steering-hose')).toMatchObject({ passed: false, runs: 1 })
  const wrong = { scenario: 'hose', verdict: 'bled', loop }
  expect((await rafe.problem('POST', '/api/practice', wrong)).status).toBe(422)
})
it('on a sheet’s own lines a run is worked out with that revision of it, and kept under its name', async () => {
  const onSheet = {
    sheet: 'petrel-clutch-hose',
    revision: 1,
    variant: 'hose',
    verdict: 'bled',
    acts: [...strokes(6), hand(0, { topUp: true }), ...strokes(8)],
  }
  expect((await rafe.call<{ passed: boolean }>('POST', '/api/practice', onSheet)).body.passed).toBe(true)
  expect((await runs(rafe)).find(({ scenario }) => scenario === 'hose-of-petrel-clutch-hose')).toMatchObject({ passed: true, runs: 1 })
  expect((await rafe.problem('POST', '/api/practice', { ...onSheet, variant: 'dry' })).status).toBe(422)
  expect((await rafe.problem('POST', '/api/practice', { ...onSheet, sheet: 'ketch-steering-pressure' })).status).toBe(422)
  expect((await rafe.problem('POST', '/api/practice', { ...onSheet, sheet: 'no-such-sheet' })).status).toBe(404)
  expect((await rafe.problem('POST', '/api/practice', { ...onSheet, revision: 99 })).status).toBe(404)
})
it('a technician sees their own, a lead everybody’s', async () => {
  await imke.call('POST', '/api/practice', { ...done, acts: strokes(1) })
  expect((await runs(rafe)).map(({ name }) => name)).toEqual(['Rafe Undal', 'Rafe Undal', 'Rafe Undal'])
  expect(new Set((await runs(imke)).map(({ name }) => name))).toEqual(new Set(['Imke Thorsby', 'Rafe Undal']))
})
it.each([
  ['a circuit nobody knows', { ...done, scenario: 'moon' }],
  ['no hands at all', { ...done, acts: [] }],
  ['hands for longer than is run', { ...done, acts: Array.from({ length: 20 }, () => hand(60_000)) }],
  ['points said by the sender', { ...done, points: 100 }],
])('%s is refused, and nothing is kept of it', async (_, body) => {
  const before = await runs(rafe)
  expect((await rafe.problem('POST', '/api/practice', body)).status).toBe(422)
  expect(await runs(rafe)).toEqual(before)
})
