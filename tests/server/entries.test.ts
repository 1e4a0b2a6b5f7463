import type { Plan } from '../../core/plan/types'
import { createHmac } from 'node:crypto'
import pg from 'pg'
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { entryText } from '../../shared/entryProof'
import type { Health } from '../../shared/schemas/session'
import type { Entry } from '../../shared/schemas/job'
import type { Sheet } from '../../core/sheet/types'
import { demoSheet } from '../helpers/demo'
import { copyDatabase, TestServer, type Client } from '../helpers/server'

let server: TestServer
let db: pg.Client
let rafe: Client
let imke: Client
beforeAll(async () => {
  const url = await copyDatabase(inject('admin'), 'template_demo')
  server = await TestServer.start(url)
  db = new pg.Client({ connectionString: url })
  await db.connect()
  rafe = await server.as('technician')
  imke = await server.as('lead')
})
afterAll(async () => {
  await db?.end()
  await server?.end()
})

/** As the author's device marks it, with node's own HMAC. */
function marked(job: string, entry: Entry, author: Client): Entry {
  const key = Buffer.from(author.signedIn!.key, 'base64url')
  const mac = createHmac('sha256', key).update(entryText(job, entry)).digest('base64url')
  return { ...entry, proof: { signIn: author.signedIn!.signIn, mac } }
}
const send = (client: Client, job: string, ...events: unknown[]) => client.problem('POST', `/api/jobs/${job}/events`, { events })
const note = (client: Client, text: string) => client.entry({ type: 'noteWritten', text }, 2)

describe('the same id with something else in it', () => {
  it('is not answered as if it were on record: it goes to the leads, once, whoever sends it', async () => {
    const job = await rafe.openJob()
    const entry = note(rafe, 'as it was said')
    expect((await send(rafe, job.id, entry)).status).toBe(200)
    expect((await send(rafe, job.id, entry)).status).toBe(200)
    // The keys of the same entry in another order are the same entry.
    expect((await send(rafe, job.id, Object.fromEntries(Object.entries(entry).reverse()))).status).toBe(200)
    const other = { ...entry, command: { type: 'noteWritten', text: 'something else' } }
    for (let i = 0; i < 2; i++) {
      const answer = await send(rafe, job.id, other)
      expect([answer.status, answer.body.code, answer.body.refused]).toEqual([409, 'ENTRY_CONFLICT', entry.id])
    }
    const mine = (await imke.call<{ job: string; said: string }[]>('GET', '/api/disputes')).body.filter(one => one.job === job.id)
    expect(mine.map(({ said }) => said)).toEqual(['Note: something else'])
    const notes = (await imke.job(job.id)).events.flatMap(({ body }) => (body.type === 'noteWritten' ? [body.text] : []))
    expect(notes).toEqual(['as it was said'])
  })

  it('of an entry of before, without a digest, counts by its id as it did', async () => {
    const job = await rafe.openJob()
    const entry = note(rafe, 'old')
    await send(rafe, job.id, entry)
    // No event is ever changed: as a database of before has it, past the rule that holds that.
    await db.query('begin')
    await db.query(`set local session_replication_role = replica`)
    await db.query('update job_events set sent_sha256 = null where id = $1::uuid', [entry.id])
    await db.query('commit')
    expect((await send(rafe, job.id, { ...entry, at: '2026-01-01T00:00:00.000Z' })).status).toBe(200)
  })
})

describe('whose entry it is', () => {
  it('sent while somebody else is signed in, it is still its author’s, with what the device had seen and who sent it', async () => {
    const job = await rafe.openJob()
    const answer = await send(imke, job.id, marked(job.id, note(rafe, 'mine'), rafe))
    expect(answer.status).toBe(200)
    expect((await imke.job(job.id)).events.at(-1)).toMatchObject({
      v: 4,
      by: { id: rafe.person, name: 'Rafe Undal' },
      sentBy: { id: imke.person, name: 'Imke Thorsby' },
      seen: 2,
    })
  })

  it('also after its author has signed out, which ends what can be signed, not what was', async () => {
    const gone = await server.as('technician')
    const job = await rafe.openJob()
    const entry = marked(job.id, note(gone, 'made before'), gone)
    await gone.call('DELETE', '/api/session')
    expect((await send(imke, job.id, entry)).status).toBe(200)
  })

  it.each<[string, (entry: Entry) => unknown]>([
    ['without a mark', ({ proof: _proof, ...entry }) => entry],
    ['with its text changed', entry => ({ ...entry, command: { type: 'noteWritten', text: 'changed' } })],
    ['with what was seen changed', entry => ({ ...entry, seen: 1 })],
    ['with another id', entry => ({ ...entry, id: v7() })],
    ['with a mark that is none', entry => ({ ...entry, proof: { ...entry.proof!, mac: 'A'.repeat(43) } })],
    ['marked by a sign-in nobody knows', entry => ({ ...entry, proof: { ...entry.proof!, signIn: v7() } })],
    ['in the name of a third person', entry => ({ ...entry, by: imke.person, proof: entry.proof })],
  ])('%s it is not believed, and not refused for good either', async (_, change) => {
    const job = await rafe.openJob()
    const carrier = await server.as('desk')
    const answer = await send(carrier, job.id, change(marked(job.id, note(rafe, 'mine'), rafe)))
    expect([answer.status, answer.body.code, answer.body.refused]).toEqual([403, 'ENTRY_AUTHOR', undefined])
    expect((await rafe.job(job.id)).events).toHaveLength(2)
  })

  it('a mark for one job is none for another', async () => {
    const [one, other] = [await rafe.openJob(), await rafe.openJob()]
    expect((await send(imke, other.id, marked(one.id, note(rafe, 'mine'), rafe))).body.code).toBe('ENTRY_AUTHOR')
  })

  it('an author’s role decides, not the sender’s: a desk’s entry does not become a lead’s', async () => {
    const desk = await server.as('desk')
    const job = await rafe.openJob()
    const entry = marked(job.id, desk.entry({ type: 'jointOpened', joint: 'gearbox-out-joint' }, 2), desk)
    const answer = await send(imke, job.id, entry)
    expect([answer.body.code, answer.body.refused]).toEqual(['JOB_ROLE', entry.id])
  })

  it('an entry of version 1 is taken as whoever sends it, and one of a newer version is kept where it is', async () => {
    const job = await rafe.openJob()
    const { v: _v, by: _by, seen: _seen, ...older } = note(rafe, 'as before')
    const answer = await rafe.problem('POST', `/api/jobs/${job.id}/events`, { basedOn: 2, events: [older] })
    expect(answer.status).toBe(200)
    const newer = await send(rafe, job.id, { ...note(rafe, 'from tomorrow'), v: 6 })
    expect([newer.body.code, newer.body.refused]).toEqual(['ENTRY_NEWER', undefined])
  })
})

describe('a database that keeps nothing', () => {
  /** The SQLSTATE itself, raised where PostgreSQL raises it: as a row is written. */
  const failing = async (code: string, work: () => Promise<void>) => {
    await db.query(
      `create or replace function fail_write() returns trigger language plpgsql as
       $$ begin raise exception 'no' using errcode = '${code}'; end $$`,
    )
    await db.query('create trigger fail_write before insert on job_events for each row execute function fail_write()')
    try {
      await work()
    } finally {
      await db.query('drop trigger fail_write on job_events')
    }
  }

  it.each([
    ['53100', 'STORAGE_FULL', 'full'],
    ['25006', 'STORAGE_READ_ONLY', 'read-only'],
    ['XX001', 'STORAGE_DAMAGED', 'damaged'],
    ['53200', 'STORAGE_BUSY', undefined],
    ['55P03', 'STORAGE_BUSY', undefined],
    ['57014', 'STORAGE_BUSY', undefined],
    ['57P03', 'DATABASE_GONE', undefined],
    ['08006', 'DATABASE_GONE', undefined],
  ])('SQLSTATE %s is a %s with when to come again, never a last word; health tells what stays', async (state, code, trouble) => {
    const job = await rafe.openJob()
    const entry = note(rafe, 'kept on the device')
    await failing(state, async () => {
      const answer = await send(rafe, job.id, entry)
      expect([answer.status, answer.body.code, answer.body.refused]).toEqual([503, code, undefined])
      expect(Number(answer.headers.get('retry-after'))).toBeGreaterThan(0)
      if (!trouble) return
      const health = await server.client().call<Health>('GET', '/api/health')
      expect([health.status, health.body.status, health.body.storage]).toEqual([503, 'no-storage', trouble])
    })
    expect((await send(rafe, job.id, entry)).status).toBe(200)
    expect((await server.client().call<Health>('GET', '/api/health')).body.status).toBe('ok')
  })

  it('a database set to read only is told by health before anybody has tried to write', async () => {
    const [{ name }] = (await db.query<{ name: string }>('select current_database() as name')).rows as [{ name: string }]
    await db.query(`alter database "${name}" set default_transaction_read_only = on`)
    try {
      const second = await TestServer.start(server.databaseUrl, {}, false)
      const health = await second.client().call<Health>('GET', '/api/health')
      expect([health.status, health.body.storage]).toEqual([503, 'read-only'])
      await second.end()
    } finally {
      await db.query('set session characteristics as transaction read write')
      await db.query(`alter database "${name}" reset default_transaction_read_only`)
    }
  })
})

it('a stored event that cannot be read, or that a newer Efferent wrote, is named and never guessed at', async () => {
  const job = await rafe.openJob()
  await rafe.say(job.id, { type: 'noteWritten', text: 'whole' }, 2)
  const change = (set: string) =>
    db.query(
      `alter table job_events disable trigger job_events_append_only; update job_events set ${set} where job_id = '${job.id}' and seq = 3;
       alter table job_events enable trigger job_events_append_only`,
    )
  await change(`body = '{"type":"noteWritten"}'`)
  const fresh = await TestServer.start(server.databaseUrl)
  const reader = await fresh.as('technician')
  expect((await reader.problem('GET', `/api/jobs/${job.id}`)).body.code).toBe('RECORD_UNREADABLE')
  await change(`body = '{"type":"teleported"}', version = 4`)
  expect((await reader.problem('GET', `/api/jobs/${job.id}`)).body.code).toBe('VERSION_NEWER')
  await fresh.end()
})

describe('one signed-in request that would take for ever', () => {
  const operations = (sheet: Sheet) =>
    Array.from({ length: 60 }, (_, i) => ({ ...sheet.operations[0]!, id: `x${i}`, needs: [], when: undefined }))
  const behind = (lists: number, parts: number): Sheet => {
    const sheet = demoSheet()
    const needs = (k: number) =>
      Array.from({ length: lists }, (_, l) => Array.from({ length: parts }, (_, p) => `x${(l * parts + p + k * 7) % 60}`))
    return {
      ...sheet,
      operations: [...sheet.operations, ...operations(sheet)],
      joints: sheet.joints.map((joint, k) => ({ ...joint, ways: joint.ways.map(way => ({ ...way, needs: needs(k) })) })),
    }
  }
  const car = { family: 'ondrel-halyard', year: 2016, engine: 'd32', traits: { coolers: 'two' } }
  const plan = (sheet: unknown) =>
    rafe.problem('POST', '/api/compute/plan', { sheet, car, inputs: { lines: ['supply', 'link', 'return-long'], start: 'ground' } })

  it('needs of six lists of eight parts are refused with their place, by integrity', async () => {
    const answer = await plan(behind(6, 8))
    expect(answer.body.code).toBe('COMPUTE_REFUSED')
    expect(answer.body.errors![0]!.path).toMatch(/^sheet\.joints\.0\.ways/)
  })

  it('what integrity lets through and no search gets through is the best plan found, or a typed answer; the server answers others meanwhile', async () => {
    const stuck = Array.from({ length: 4 }, () => plan(behind(4, 4)))
    const health = await server.client().call<Health>('GET', '/api/health')
    expect(health.status).toBe(200)
    for (const answer of await Promise.all(stuck)) {
      if (answer.status === 200) expect((answer.body as unknown as Plan).atMostFromLeast).toBeGreaterThan(0)
      else expect(answer.body).toMatchObject({ code: 'COMPUTE_REFUSED', detail: expect.stringMatching(/steps of search/) })
    }
  })

  it.each([
    [
      'nearly a megabyte of nested conditions',
      { any: Array.from({ length: 20 }, () => ({ all: Array.from({ length: 1000 }, () => ({ trait: 'coolers', is: 'two' })) })) },
    ],
    ['a condition nine deep', { not: { not: { not: { not: { not: { not: { not: { not: { trait: 'coolers', is: 'two' } } } } } } } } }],
  ])('%s are refused before anything is made of them', async (_, when) => {
    const sheet = demoSheet()
    const answer = await plan({ ...sheet, lines: sheet.lines.map(line => ({ ...line, when })) })
    expect(answer.body.code).toBe('COMPUTE_REFUSED')
    expect(answer.body.errors![0]).toMatchObject({ path: 'sheet.lines[0].when', message: expect.stringMatching(/deep/) })
  })

  it('whoever leaves before the answer costs nothing more: those behind them are answered', async () => {
    const leaving = new AbortController()
    const left = fetch(`${server.url}/api/compute/plan`, {
      method: 'POST',
      headers: { origin: server.url, 'content-type': 'application/json', cookie: rafe.cookie },
      body: JSON.stringify({ sheet: behind(4, 4), car, inputs: { lines: ['supply', 'link', 'return-long'], start: 'ground' } }),
      signal: leaving.signal,
    }).catch((error: Error) => error.name)
    leaving.abort()
    expect(await left).toBe('AbortError')
    expect(
      (
        await rafe.call('POST', '/api/compute/plan', {
          sheet: demoSheet(),
          car,
          inputs: { lines: ['supply', 'link', 'return-long'], start: 'ground' },
        })
      ).status,
    ).toBe(200)
  })
})
