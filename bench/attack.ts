import { execFile } from 'node:child_process'
import { promisify } from 'node:util'
import { copyDatabase, TestServer, type Client } from '../tests/helpers/server'
import { startTemplates } from '../tests/helpers/templates'
import { limits } from '../shared/limits'
import { demoSheet } from '../tests/helpers/demo'

/**
 * Strangers and one hostile colleague against a running server, on loopback and bounded: what a signed-in person at work notices of them,
 * and whether anybody gets in. `npx tsx bench/attack.ts`; one JSON object per line, exit 1 when a promise is broken. Figures of the day
 * stand in docs/reliability.md.
 */
const seconds = 8
const quantile = (values: number[], q: number): number => {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? NaN
}
let broken = false
function report(name: string, value: number, unit: string, most: number): void {
  const kept = value <= most
  broken ||= !kept
  process.stdout.write(`${JSON.stringify({ name, value: Math.round(value * 10) / 10, unit, most, kept })}\n`)
}

/** Asks again and again until told to stop; how long each answer took, in ms. */
async function steadily(ask: () => Promise<unknown>, stop: () => boolean): Promise<number[]> {
  const took: number[] = []
  while (!stop()) {
    const started = performance.now()
    await ask()
    took.push(performance.now() - started)
  }
  return took
}

/** A process of their own, so that what a colleague waits for is the server and not this one. Prints how often it has asked. */
async function strangers(together: number, { url, person }: { url: string; person: string }): Promise<string> {
  const script = `
    const ends = performance.now() + ${seconds * 1000}
    let n = 0
    const post = (path, body) => fetch('${url}' + path, { method: 'POST', headers: { 'content-type': 'application/json', origin: '${url}' }, body: JSON.stringify(body) })
    const one = async () => {
      while (performance.now() < ends) {
        const i = n++
        const answer = await (i % 2
          ? post('/api/session', { person: '${person}', secret: String(1000 + (i % 9000)) })
          : post('/api/setup', { workshop: 'Mine', name: 'Mallory', password: 'long-enough-1' }))
        await answer.text()
      }
    }
    await Promise.all(Array.from({ length: ${together} }, one))
    process.stdout.write(String(n))`
  const { stdout } = await promisify(execFile)(process.execPath, ['--input-type=module', '-e', script])
  return stdout
}

/** `together` callers at once, for some seconds, while one signed-in person looks at the Floor and writes notes. */
async function besides(worker: Client, job: string, together: number, attack: { url: string; person: string }) {
  const ends = performance.now() + seconds * 1000
  const stop = () => performance.now() > ends
  let asked = 0
  const [work, done] = await Promise.all([
    steadily(() => (asked++ % 2 ? worker.call('GET', '/api/jobs') : worker.say(job, { type: 'noteWritten', text: 'at work' }, 2)), stop),
    strangers(together, attack),
  ])
  return { work: work!, attacks: Number(done) }
}

const { admin, stop } = await startTemplates('attack')
const server = await TestServer.start(await copyDatabase(admin, 'template_demo'))
try {
  const worker = await server.as('technician')
  const job = await worker.openJob()
  const { body } = await server.client().call<{ people: { id: string; role: string }[] }>('GET', '/api/session')
  const lead = body.people.find(person => person.role === 'lead')!.id

  for (const together of [40, 200]) {
    const { work, attacks } = await besides(worker, job.id, together, { url: server.url, person: lead })
    report(`${together} strangers at sign-in and set-up (${attacks} requests): a colleague's p99`, quantile(work, 0.99), 'ms', 500)
  }

  const fresh = await TestServer.start(await copyDatabase(admin, 'template_demo'))
  const { body: there } = await fresh.client().call<{ people: { id: string; role: string }[] }>('GET', '/api/session')
  const desk = there.people.find(person => person.role === 'desk')!.id
  const answers = await Promise.all(
    Array.from({ length: 100 }, (_, i) =>
      fresh.client().call('POST', '/api/session', { person: desk, secret: i === 99 ? '8642' : String(1000 + i) }),
    ),
  )
  report('100 guesses at once: looked at', answers.filter(({ status }) => status === 401).length, 'guesses', limits.signIn.person.tries)
  report('100 guesses at once: got in', answers.filter(({ status }) => status === 200).length, 'people', 0)
  await fresh.end()

  // The worst sheet the schema lets through, asked for by somebody who is signed in, over and over.
  const sheet = demoSheet()
  const operations = Array.from({ length: 60 }, (_, i) => ({ ...sheet.operations[0]!, id: `x${i}`, needs: [], when: undefined }))
  const needs = (k: number) => Array.from({ length: 4 }, (_, l) => Array.from({ length: 4 }, (_, p) => `x${(l * 4 + p + k * 7) % 60}`))
  const worst = {
    ...sheet,
    operations: [...sheet.operations, ...operations],
    joints: sheet.joints.map((joint, k) => ({ ...joint, ways: joint.ways.map(way => ({ ...way, needs: needs(k) })) })),
  }
  const request = {
    sheet: worst,
    car: { family: 'ondrel-halyard', year: 2016, engine: 'd32', traits: { coolers: 'two' } },
    inputs: { lines: ['supply', 'link', 'return-long'], start: 'ground' },
  }
  // A record of thousands of notes as a PDF, asked for over and over: what everybody else waits for meanwhile.
  const long = await worker.openJob()
  let seq = 2
  for (let i = 0; i < 80; i++) {
    const events = Array.from({ length: 100 }, () => worker.entry({ type: 'noteWritten', text: `as it was ${'x'.repeat(60)}` }, seq))
    await worker.call('POST', `/api/jobs/${long.id}/events`, { events })
    seq += events.length
  }
  const waited: number[] = []
  const until = performance.now() + seconds * 1000
  await Promise.all([
    steadily(
      () => worker.call('GET', `/api/jobs/${long.id}/record.pdf`),
      () => performance.now() > until,
    ),
    steadily(
      () => worker.call('GET', '/api/jobs'),
      () => performance.now() > until,
    ).then(took => waited.push(...took)),
  ])
  report('a PDF of 8,000 notes over and over: the Floor, p99', quantile(waited, 0.99), 'ms', 500)
  const { body: state } = await worker.call<{ delay: { p99: number } }>('GET', '/api/health')
  report('event loop delay through all of it, p99', state.delay.p99, 'ms', 50)

  const health: number[] = []
  const ends = performance.now() + seconds * 1000
  const [hostile] = await Promise.all([
    steadily(
      () => worker.call('POST', '/api/compute/plan', request),
      () => performance.now() > ends,
    ),
    steadily(
      () => server.client().call('GET', '/api/health'),
      () => performance.now() > ends,
    ).then(took => health.push(...took)),
  ])
  report('the worst sheet: slowest answer', Math.max(...hostile), 'ms', 3000)
  report('the worst sheet: health p99 meanwhile', quantile(health, 0.99), 'ms', 100)
} finally {
  await server.end()
  await stop()
}
process.exitCode = broken ? 1 : 0
