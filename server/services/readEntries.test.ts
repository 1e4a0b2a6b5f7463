import { createHmac, randomBytes } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { lead, technician } from '../../tests/helpers/demo'
import { entryText } from '../../shared/entryProof'
import type { Db } from '../utils/db'
import type { SignInKeyRow } from '../sql/people/signIns'
import { readEntries } from './readEntries'

const [job, otherJob] = ['01890000-0000-7000-8000-000000000001', '01890000-0000-7000-8000-000000000002']
const signIn = '01890000-0000-4000-8000-0000000000aa'
const key = randomBytes(32)
/** The rows of sign-in keys the database would give; what it is asked for is not what is tried here. */
const dbWith = (rows: SignInKeyRow[]) => ({ query: () => Promise.resolve({ rows }) }) as unknown as Db
const row = { sign_in: signIn, key, id: technician.id, name: technician.name, role: technician.role, late: false, shut: false }
const known = dbWith([row])

const entryOf = (more: object = {}) => ({
  v: 5,
  id: '01890000-0000-7000-8000-0000000000e1',
  at: '2026-01-02T03:04:05.000Z',
  device: '01890000-0000-7000-8000-00000000d001',
  seen: 4,
  by: technician.id,
  command: { type: 'noteWritten', text: 'rubbed through at the clip' },
  ...more,
})
/** RFC 2104 by Node's own implementation, whatever the device uses. */
const signed = (entry: object, { at = job, by = key } = {}) => ({
  ...entry,
  proof: { signIn, mac: createHmac('sha256', by).update(entryText(at, entry)).digest('base64url') },
})
const read = (events: unknown[], db = known, carrier = lead) => readEntries(db, job, { events }, carrier)
const refusal = (events: unknown[], db = known) =>
  read(events, db).then(
    () => expect.fail('it was believed'),
    (error: { problem: { code: string; refused?: string } }) => error.problem,
  )

describe('whose an entry is', () => {
  it('whoever is signed in speaks for themselves, marked or not', async () => {
    const [entry] = await read([entryOf()], dbWith([]), technician)
    expect(entry).toMatchObject({ author: technician })
    expect(entry).not.toHaveProperty('sentBy')
  })
  it('somebody else’s, with the mark of their key, is theirs; who carried it is said', async () => {
    const [entry] = await read([signed(entryOf())])
    expect(entry).toMatchObject({ author: technician, sentBy: lead })
    expect(entry!.held).toBeUndefined()
  })
  it('the order in which a device writes its fields is no matter', async () => {
    const { proof, ...said } = signed(entryOf())
    const turned = Object.fromEntries(Object.entries(said).reverse())
    expect(await read([{ proof, ...turned }])).toMatchObject([{ author: technician }])
  })
  it.each<[string, object]>([
    ['no mark', entryOf()],
    ['a mark for another job', signed(entryOf(), { at: otherJob })],
    ['another key', signed(entryOf(), { by: randomBytes(32) })],
    ['words changed after it was marked', { ...signed(entryOf()), command: { type: 'noteWritten', text: 'all fine' } }],
    ['an earlier clock put in', { ...signed(entryOf()), at: '2026-01-01T03:04:05.000Z' }],
    ['more seen than it had', { ...signed(entryOf()), seen: 40 }],
    ['half a mark', { ...entryOf(), proof: { signIn, mac: signed(entryOf()).proof.mac.slice(0, 20) } }],
    ['the key of one person under the name of another', signed(entryOf({ by: '00000000-0000-4000-8000-00000000000c' }))],
  ])('%s proves nothing, and is no last word: it waits on its device', async (_, entry) => {
    const problem = await refusal([entry])
    expect(['ENTRY_AUTHOR', 'ENTRY_UNREADABLE']).toContain(problem.code)
    if (problem.code === 'ENTRY_AUTHOR') expect(problem.refused).toBeUndefined()
  })
  it.each([
    ['ended long ago', { late: true }, /more than 60 days ago/],
    ['ended for them', { shut: true }, /ended for them/],
  ])('one whose sign-in was %s is held, whatever times stand in it', async (_, state, why) => {
    const entries = [entryOf(), entryOf({ id: '01890000-0000-7000-8000-0000000000e2', at: '2020-01-01T00:00:00.000Z', seen: 0 })]
    for (const { held } of await read(
      entries.map(entry => signed(entry)),
      dbWith([{ ...row, ...state }]),
    ))
      expect(held).toMatch(why)
  })
  it('a sign-in that is not known any more proves nothing', async () => {
    expect((await refusal([signed(entryOf())], dbWith([]))).code).toBe('ENTRY_AUTHOR')
  })
})

describe('what an entry says', () => {
  it('one that can never be read is refused by its id, with the place; what is from a newer device waits', async () => {
    const damaged = entryOf({ command: { type: 'noteWritten', text: '' } })
    expect(await refusal([entryOf({ by: lead.id }), damaged])).toMatchObject({
      code: 'ENTRY_UNREADABLE',
      refused: damaged.id,
      errors: [expect.objectContaining({ path: 'events[1].command.text' })],
    })
    const newer = await refusal([entryOf({ v: 99 })])
    expect(newer.code).toBe('ENTRY_NEWER')
    expect(newer.refused).toBeUndefined()
  })
  it('version 1 said neither by whom nor what was seen: it is the sender’s, on what the request was based on', async () => {
    const { v: _v, by: _by, seen: _seen, ...older } = entryOf()
    const [authored] = await readEntries(known, job, { events: [older], basedOn: 7 }, lead)
    expect(authored).toMatchObject({ author: lead, entry: { v: 5, seen: 7, by: lead.id } })
  })
})
