import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v7 } from 'uuid'
import { startCluster } from '../launch/cluster.mjs'
import { createDatabase, prepareDatabase } from '../launch/database.mjs'
import { ensurePostgres } from '../launch/setup.mjs'
import type { Role } from '../core/job/types'
import { TestServer, type Client } from '../tests/helpers/server'
import { lottery } from './lottery'

// A thousand entries from three tablets, while server and database are killed at random points, the network is cut under requests, entries
// are sent twice and the tablets' clocks are wrong. At the end every entry a tablet was told is on record must be there: once, by its
// author, in that tablet's order. `npx tsx bench/kills.ts [SEED]`; ends with 1 when it is not so.
const seed = Number(process.argv[2] ?? Date.now() % 1e6)
const draw = lottery(seed)
const entries = 1000
const tablets: { role: Role; clockMs: number }[] = [
  { role: 'technician', clockMs: 0 },
  { role: 'lead', clockMs: -365 * 86_400_000 },
  { role: 'desk', clockMs: 47 * 60_000 },
]
const pause = (ms: number) => new Promise(done => setTimeout(done, ms))

const dir = mkdtempSync(join(tmpdir(), 'efferent-kills-'))
const open = async (port?: number) => startCluster({ bin: await ensurePostgres(), dir, port })
let cluster = await open()
await createDatabase(cluster.url('postgres'), 'efferent')
await prepareDatabase(cluster.url('efferent'), { demo: true })
const server = await TestServer.start(cluster.url('efferent'))
const counts = { serverKills: 0, databaseKills: 0, cuts: 0, doubles: 0, retries: 0 }

const clients: Client[] = []
for (const { role } of tablets) clients.push(await server.as(role))
const jobs = [await clients[0]!.openJob(), await clients[0]!.openJob('SK 17 TOW')]

let working = true
async function killer(): Promise<void> {
  while (working) {
    await pause(200 + draw(1200))
    if (!working) return
    if (draw(2) === 0) {
      counts.serverKills++
      await server.end('SIGKILL')
      await server.up(false)
    } else {
      counts.databaseKills++
      process.kill(cluster.pid, 'SIGKILL')
      cluster = await open(cluster.port)
    }
  }
}

/** One tablet's queue: an entry goes out again and again until the server has said that it has it. */
async function tablet(client: Client, clockMs: number, mine: number): Promise<Map<string, { job: string; n: number }>> {
  const told = new Map<string, { job: string; n: number }>()
  for (let n = 0; n < mine; n++) {
    const job = jobs[draw(jobs.length)]!.id
    const id = v7()
    const entry = {
      ...client.entry({ type: 'noteWritten', text: `${client.person} ${n}` }, 2, id),
      at: new Date(Date.now() + clockMs).toISOString(),
    }
    const send = async (cutAfterMs?: number) => {
      const answer = await fetch(`${client.url}/api/jobs/${job}/events`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie: client.cookie, origin: client.url },
        body: JSON.stringify({ events: [entry] }),
        signal: cutAfterMs === undefined ? undefined : AbortSignal.timeout(cutAfterMs),
      })
      if (answer.status !== 200) throw new Error(`${answer.status} ${(await answer.text()).slice(0, 200)}`)
      return (await answer.json()) as { events: { id: string }[] }
    }
    for (;;) {
      const isCut = draw(6) === 0
      if (isCut) counts.cuts++
      try {
        const { events } = await send(isCut ? 1 + draw(25) : undefined)
        if (events[0]?.id !== id) throw new Error('told of another entry')
        told.set(id, { job, n })
        break
      } catch {
        counts.retries++
        await pause(20 + draw(80))
      }
    }
    if (draw(8) === 0) {
      counts.doubles++
      await send().catch(() => {})
    }
  }
  return told
}

const kills = killer()
const began = Date.now()
const told = await Promise.all(
  tablets.map(({ clockMs }, i) =>
    tablet(clients[i]!, clockMs, Math.floor(entries / tablets.length) + (i === 0 ? entries % tablets.length : 0)),
  ),
)
working = false
await kills
let [lost, doubled, strange, disordered] = [0, 0, 0, 0]
await server.end('SIGKILL')
await server.up()
const reader = await server.as('lead')
const onRecord = (await Promise.all(jobs.map(job => reader.job(job.id)))).flatMap(({ events, row }) =>
  events.map(event => ({ ...event, job: row.id })),
)
for (const [i, mine] of told.entries()) {
  for (const [id, { job }] of mine) {
    const found = onRecord.filter(event => event.id === id)
    if (found.length === 0) lost++
    if (found.length > 1) doubled++
    if (found.some(event => event.job !== job || event.by.id !== clients[i]!.person)) strange++
  }
  for (const job of jobs) {
    const order = onRecord.filter(event => event.job === job.id && mine.has(event.id)).map(event => mine.get(event.id)!.n)
    if (order.some((n, at) => at > 0 && n < order[at - 1]!)) disordered++
  }
}
const gaps = jobs.filter(job => onRecord.filter(event => event.job === job.id).some((event, i) => event.seq !== i + 1)).length
const total = told.reduce((sum, mine) => sum + mine.size, 0)
const broken = lost + doubled + strange + disordered + gaps > 0 || total !== entries
process.stdout.write(
  `${JSON.stringify({ name: 'kills', seed, entries: total, seconds: Math.round((Date.now() - began) / 1000), ...counts, lost, doubled, strange, disordered, gaps, kept: !broken })}\n`,
)
await server.end('SIGKILL')
await cluster.stop()
rmSync(dir, { recursive: true, force: true })
process.exitCode = broken ? 1 : 0
