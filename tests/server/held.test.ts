import { createHmac } from 'node:crypto'
import pg from 'pg'
import { v7 } from 'uuid'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import type { JobCommand } from '../../core/job/types'
import { entryText } from '../../shared/entryProof'
import type { Entry } from '../../shared/schemas/job'
import type { DisputeView } from '../../shared/schemas/shop'
import { copyDatabase, TestServer, type Client } from '../helpers/server'

// Keys that outlived their person: a tablet that was lost, a PIN that was changed, somebody who was let go.
let server: TestServer
let db: pg.Client
let imke: Client
let admin: Client
beforeAll(async () => {
  const url = await copyDatabase(inject('admin'), 'template_demo')
  server = await TestServer.start(url)
  db = new pg.Client({ connectionString: url })
  await db.connect()
  imke = await server.as('lead')
  admin = await server.as('admin')
})
afterAll(async () => {
  await db?.end()
  await server?.end()
})

/** As the author's device marks it, with node's own HMAC. */
function marked(job: string, command: JobCommand, author: Client, more: Partial<Entry> = {}): Entry {
  const entry = { ...author.entry(command, 2), ...more }
  const mac = createHmac('sha256', Buffer.from(author.signedIn!.key, 'base64url')).update(entryText(job, entry)).digest('base64url')
  return { ...entry, proof: { signIn: author.signedIn!.signIn, mac } }
}
const send = (client: Client, job: string, entry: Entry) => client.problem('POST', `/api/jobs/${job}/events`, { events: [entry] })
const list = async (job: string) =>
  (await imke.call<DisputeView[]>('GET', '/api/disputes')).body.filter(one => one.job === job && one.kind === 'held')
const settle = (id: string, stands: boolean | undefined, why = 'asked Rafe by telephone') =>
  imke.problem('POST', `/api/disputes/${id}/settle`, { why, stands })
const caught: JobCommand = { type: 'fluidCaught', entered: { value: 300, unit: 'mL' }, how: 'measured' }
const kinds = async (job: string) => (await imke.job(job)).events.map(({ body }) => body.type)
/** What the server says is missing when somebody would sign. */
async function missing(job: string): Promise<string> {
  const { body } = await imke.problem('POST', `/api/jobs/${job}/events`, { events: [imke.entry({ type: 'signedOff' }, 99)] })
  return body.detail
}

const setBack = (interval: string, author: Client) =>
  db.query(`update sign_ins set began_at = now() - interval '${interval}' where id = $1::uuid`, [author.signedIn!.signIn])

it.each<[string, (author: Client) => Promise<unknown>, RegExp | undefined]>([
  ['signed out a moment ago', author => author.call('DELETE', '/api/session'), undefined],
  ['ran out three weeks ago', author => setBack('21 days', author), undefined],
  ['ran out 400 days ago', author => setBack('400 days', author), /more than 60 days ago/],
  [
    'was ended by a lead, who did not know where the tablet was',
    async author => imke.call('DELETE', `/api/sign-ins/${author.signedIn!.signIn}`),
    /ended for them/,
  ],
  ['was ended by a new PIN', author => admin.call('PATCH', `/api/people/${author.person}`, { secret: '8642' }), /ended for them/],
])('what a key signed whose sign-in %s', async (_, end, why) => {
  const author = await server.as('technician')
  const job = await imke.openJob()
  const { rows } = await db.query<{ secret_hash: string }>('select secret_hash from people where id = $1::uuid', [author.person])
  await end(author)
  const entry = marked(job.id, caught, author)
  const answer = await send(imke, job.id, entry)
  await db.query('update people set secret_hash = $2::text where id = $1::uuid', [author.person, rows[0]!.secret_hash])
  if (!why) {
    expect(answer.status).toBe(200)
    return expect(await list(job.id)).toEqual([])
  }
  expect([answer.status, answer.body.code, answer.body.refused]).toEqual([409, 'ENTRY_HELD', entry.id])
  // Sent again it is the same one, and once on the list.
  expect((await send(imke, job.id, entry)).body.code).toBe('ENTRY_HELD')
  const held = await list(job.id)
  expect(held).toMatchObject([{ by: 'Rafe Undal', sentBy: 'Imke Thorsby', why: expect.stringMatching(why) as string }])
})

it('until it is settled what it drained counts, what it proved does not, and nobody signs; a lead’s word ends that, once', async () => {
  const author = await server.as('technician')
  const [drained, proved] = [await imke.openJob(), await imke.openJob()]
  const proof: JobCommand = { type: 'partReceived', line: 'return-short', against: 'sheet', agrees: true }
  // Seen, as it says, in a history that nobody knows.
  const closes = marked(proved.id, proof, author, { epoch: v7(), seen: 3 })
  const opens = marked(drained.id, caught, author)
  await imke.call('DELETE', `/api/sign-ins/${author.signedIn!.signIn}`)
  // What a lead has found to differ, somebody says agrees.
  await imke.say(proved.id, { ...proof, agrees: false, differs: 'the upper bend' } as JobCommand, 2)
  const before = await missing(proved.id)
  for (const [job, entry] of [
    [drained.id, opens],
    [proved.id, closes],
  ] as const)
    expect((await send(imke, job, entry)).body.code).toBe('ENTRY_HELD')
  expect(await kinds(drained.id)).toEqual(['opened', 'planned', 'fluidCaught', 'entryHeld'])
  expect(await kinds(proved.id)).toEqual(['opened', 'planned', 'partReceived', 'entryHeld'])
  for (const job of [drained, proved]) expect(await missing(job.id)).toContain('An entry of Rafe Undal is not settled')
  // What it would prove is due as before.
  for (const due of before.split('. ').slice(1)) expect(await missing(proved.id)).toContain(due)
  // A device that speaks for the server is not understood.
  const said = imke.entry({ type: 'entrySettled', about: closes.id, stands: true, why: 'me' } as never, 3)
  expect((await send(imke, proved.id, said)).body.code).toBe('ENTRY_UNREADABLE')

  const [first] = await list(proved.id)
  expect(first!.would).toEqual([expect.stringMatching(/Return, radiator to gearbox/)])
  expect((await settle(first!.id, undefined)).status).toBe(422)
  expect((await settle(first!.id, true)).status).toBe(200)
  expect((await settle(first!.id, false)).body.code).toBe('DISPUTE_UNKNOWN')
  expect((await imke.job(proved.id)).events.at(-2)).toMatchObject({
    id: closes.id,
    seen: 0,
    by: { name: 'Rafe Undal' },
    sentBy: { name: 'Imke Thorsby' },
    body: proof,
  })
  expect(await missing(proved.id)).not.toContain('is not settled')

  const [second] = await list(drained.id)
  expect((await settle(second!.id, false)).status).toBe(200)
  expect(await kinds(drained.id)).toEqual(['opened', 'planned', 'fluidCaught', 'entryHeld', 'stepUndone', 'entrySettled'])
  expect(await missing(drained.id)).not.toContain('is not settled')
  expect((await imke.call<{ fluid: unknown }>('GET', `/api/jobs/${drained.id}/fluids.csv`)).text).not.toContain('300')
})

it('somebody who was shut out signs for nobody: not in a lead’s name, whatever their key says', async () => {
  const { body: made } = await admin.call<{ id: string }>('POST', '/api/people', { name: 'Sly', role: 'lead', secret: '9753' })
  const sly = await server.client().signInAs(made.id, '9753')
  const job = await imke.openJob()
  const entry = marked(job.id, { type: 'fillSpared', why: 'it needs none' }, sly)
  await admin.call('PATCH', `/api/people/${made.id}`, { active: false })
  expect((await send(imke, job.id, entry)).body.code).toBe('ENTRY_HELD')
  expect(await kinds(job.id)).toEqual(['opened', 'planned', 'entryHeld'])
})
