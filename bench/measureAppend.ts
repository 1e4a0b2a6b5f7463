import { Agent, request } from 'node:http'
import pg from 'pg'
import { v7 } from 'uuid'
import type { SessionView } from '../shared/schemas/session'
import type { Client } from '../tests/helpers/server'

// Entries through the whole program against bare inserts on the same cluster in the same run. Each lane is a tablet at a job of its own,
// and goes over to the next after as many entries as a job has.
const lanes = 8

const agent = new Agent({ keepAlive: true })
/** A request as cheap as Node makes it: the client stands on the same cores as what is measured. */
function send(client: Client, method: string, path: string, body?: unknown): Promise<void> {
  const text = body === undefined ? '' : JSON.stringify(body)
  return new Promise((done, fail) => {
    const { hostname, port } = new URL(client.url)
    const asked = request(
      {
        agent,
        hostname,
        port,
        method,
        path,
        headers: {
          cookie: client.cookie,
          origin: client.url,
          ...(text && { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) }),
        },
      },
      answer => {
        answer.resume()
        answer.once('end', () => (answer.statusCode === 200 ? done() : fail(new Error(`${method} ${path}: ${answer.statusCode}`))))
      },
    )
    asked.once('error', fail)
    asked.end(text)
  })
}

async function perSecond(n: number, work: (lane: number, i: number) => Promise<unknown>): Promise<number> {
  const started = performance.now()
  await Promise.all(
    Array.from({ length: lanes }, async (_, lane) => {
      for (let i = 0; i < n / lanes; i++) await work(lane, i)
    }),
  )
  return (n / (performance.now() - started)) * 1000
}

type Said = { name: string; value: number; unit: string; n: number; note: string }

/** `perJob`: entries a job; `rounds`: jobs a tablet, one after the other; `turns`: bare inserts and appends, turn about. */
export async function measureAppend(
  client: Client,
  databaseUrl: string,
  { perJob, rounds, turns: turnCount }: { perJob: number; rounds: number; turns: number },
): Promise<Said[]> {
  const n = lanes * perJob * rounds
  const pool = new pg.Pool({ connectionString: databaseUrl, max: lanes })
  await pool.query('create table bench_plain (id uuid primary key, n int, body jsonb, at timestamptz default now())')
  const plain = () =>
    perSecond(n, (_, i) =>
      pool.query('insert into bench_plain (id, n, body) values ($1, $2, $3)', [v7(), i, '{"type":"noteWritten","text":"bench"}']),
    )
  const entry = () => ({ id: v7(), at: new Date().toISOString(), device: 'bench', command: { type: 'noteWritten', text: 'bench' } })
  /** `batch` entries a request: one, or as many as a tablet brings that was away for a while. */
  const append = async (batch: number) => {
    const requests = n / batch
    const jobs = await Promise.all(Array.from({ length: n / perJob }, () => client.openJob()))
    const each = perJob / batch
    const rate = await perSecond(requests, (lane, i) => {
      const job = jobs[lane * (requests / lanes / each) + Math.floor(i / each)]!
      const events = Array.from({ length: batch }, entry)
      return send(client, 'POST', `/api/jobs/${job.id}/events`, { basedOn: 2, events })
    })
    return rate * batch
  }
  /** The append itself, as the server does it, without HTTP and without a client on the same cores. */
  let closeWithin = async () => {}
  const within = async () => {
    process.env.DATABASE_URL = databaseUrl
    const [{ appendToJob }, { closePool }] = await Promise.all([import('../server/services/append'), import('../server/utils/db')])
    const { person } = (await client.call<SessionView>('GET', '/api/session')).body
    const jobs = await Promise.all(Array.from({ length: n / perJob }, () => client.openJob()))
    const rate = await perSecond(n, (lane, i) => {
      const job = jobs[lane * (n / lanes / perJob) + Math.floor(i / perJob)]!
      return appendToJob(job.id, { basedOn: 2, events: [entry()] }, person!)
    })
    closeWithin = closePool
    return rate
  }
  const nothing = () => perSecond(n, () => send(client, 'GET', '/api/practice'))
  await append(1)
  await plain()
  const [inserts, one, twenty, asked] = [await plain(), await append(1), await append(20), await nothing()]
  // Turn about: the machine's own hour weighs on both.
  const turns: number[] = []
  for (let turn = 0; turn < turnCount; turn++) {
    const bare = await plain()
    turns.push((await within()) / bare)
  }
  await closeWithin()
  await pool.end()
  agent.destroy()
  return [
    { name: 'plain insert throughput', value: inserts, unit: 'rows/s', n, note: `${lanes} connections, one row a transaction, fsync on` },
    { name: 'event append throughput', value: one, unit: 'events/s', n, note: `${lanes} tablets over HTTP, one entry a request` },
    {
      name: 'append to plain insert',
      value: one / inserts,
      unit: 'ratio',
      n,
      note: 'HTTP, cookie, decide, insert, summary, telling, against one insert',
    },
    {
      name: 'append without HTTP to plain insert',
      value: turns.sort((a, b) => a - b)[turns.length >> 1]!,
      unit: 'ratio',
      n: turns.length * n,
      note: `read the job, decide, insert, summary, telling, one entry a call; median of ${turns.length} turns, ${turns.map(turn => turn.toFixed(2)).join(' ')}`,
    },
    {
      name: 'append to a small read',
      value: one / asked,
      unit: 'ratio',
      n,
      note: 'against a signed-in GET of one small table, same client',
    },
    {
      name: 'append of 20 to plain insert',
      value: twenty / inserts,
      unit: 'ratio',
      n,
      note: 'entries of a tablet that comes back, 20 a request',
    },
  ]
}
