import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { startCluster } from '../launch/cluster.mjs'
import { createDatabase, prepareDatabase } from '../launch/database.mjs'
import { ensurePostgres } from '../launch/setup.mjs'
import type { Health } from '../shared/schemas/session'
import { EventReader } from '../tests/helpers/eventReader'
import { TestServer, type Client } from '../tests/helpers/server'

// A busy shop's day in minutes: entries, looking up, plans, records as PDF, the library as a pack, followers that come and go. Memory is
// the server's own (resident, without the database): a mean over the first half minute after warming up, and over the last.
// `npx tsx bench/steady.ts [MINUTES]`; ends with 1 when it has grown by more than a tenth.
const minutes = Number(process.argv[2] ?? 10)
const warmUpMs = 240_000
const windowMs = 30_000

const dir = mkdtempSync(join(tmpdir(), 'efferent-steady-'))
const cluster = await startCluster({ bin: await ensurePostgres(), dir })
await createDatabase(cluster.url('postgres'), 'shop')
await prepareDatabase(cluster.url('shop'), { demo: true })
const database = new pg.Pool({ connectionString: cluster.url('shop'), max: 2 })
const server = await TestServer.start(cluster.url('shop'))
const [rafe, imke] = [await server.as('technician'), await server.as('lead')]

let isOver = false
let done = 0
const pause = (ms: number) => new Promise(ended => setTimeout(ended, ms))
/** The same again and again, with a breath between, as people work. */
async function again(everyMs: number, work: () => Promise<unknown>): Promise<void> {
  while (!isOver) {
    await work()
    done++
    await pause(everyMs)
  }
}
async function ask(client: Client, method: string, path: string, body?: unknown): Promise<void> {
  const answer = await client.call(method, path, body)
  if (answer.status !== 200) throw new Error(`${method} ${path}: ${answer.status} ${answer.text.slice(0, 200)}`)
}
/** A job with as many notes as one has, then the next. */
async function writeJob(): Promise<void> {
  const job = await rafe.openJob()
  for (let n = 0; n < 40 && !isOver; n++) {
    await rafe.say(job.id, { type: 'noteWritten', text: `${n} of a long day` }, n + 2)
    done++
    await pause(40)
  }
  await ask(rafe, 'GET', `/api/jobs/${job.id}`)
  await ask(rafe, 'GET', `/api/jobs/${job.id}/record.pdf`)
  // Done and gone, as of the day before yesterday: a shop has as many open jobs in the evening as in the morning.
  await database.query(`update jobs set closed = true, updated_at = now() - interval '2 days' where id = $1`, [job.id])
}
async function follow(): Promise<void> {
  const floor = await EventReader.open(`${server.url}/api/jobs/stream`, rafe.cookie)
  for (let n = 0; n < 20 && !isOver; n++) await floor.next('row')
  floor.close()
}
const queries = ['halyard', 'sk41', 'cooler lines', 'marrow', 'cooler lnes', 'brake']
let asked = 0
const resident = () => Number(/^VmRSS:\s+(\d+)/m.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))![1]) / 1024

async function mean(lengthMs: number): Promise<number> {
  const taken: number[] = []
  for (const end = Date.now() + lengthMs; Date.now() < end; await pause(250)) taken.push(resident())
  return taken.reduce((sum, one) => sum + one, 0) / taken.length
}

const load = Promise.all([
  again(0, writeJob),
  again(0, writeJob),
  again(150, () => ask(rafe, 'GET', `/api/search?q=${encodeURIComponent(queries[asked++ % queries.length]!)}`)),
  again(400, () => ask(imke, 'GET', '/api/sheets')),
  again(2000, () => ask(imke, 'GET', '/api/packs/export')),
  again(3000, () => ask(imke, 'GET', '/api/packs/fittings.csv')),
  again(500, () => ask(rafe, 'GET', '/api/jobs')),
  again(200, follow),
])
await pause(warmUpMs)
const before = await mean(windowMs)
await pause(Math.max(0, minutes * 60_000 - warmUpMs - 2 * windowMs))
const after = await mean(windowMs)
const { body: health } = await rafe.call<Health>('GET', '/api/health')
isOver = true
// Followers may wait for a row that no one writes any more.
await Promise.race([load, pause(5000)])
process.stdout.write(
  `${JSON.stringify({ name: 'steady', minutes, requests: done, beforeMB: Math.round(before), afterMB: Math.round(after), ratio: Number((after / before).toFixed(3)), delay: health.delay })}\n`,
)
await database.end()
await server.end()
await cluster.stop()
rmSync(dir, { recursive: true, force: true })
process.exit(after / before > 1.1 ? 1 : 0)
