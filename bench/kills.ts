import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type BrowserContext, type Page } from '@playwright/test'
import { v7 } from 'uuid'
import type { Role } from '../core/job/types'
import { keptEntries, names } from '../tests/helpers/browserTest'
import { chromiumLaunch } from '../tests/helpers/chromium'
import { Client, demoSecrets, freePort } from '../tests/helpers/server'
import { seededInteger } from '../tests/helpers/seededInteger'

// A thousand entries: three tablets that speak to the server, and a browser that is worked like a tablet in the bay. Browser, server,
// database and launcher are killed at random points, requests are cut, sent twice and sent again late, and clocks are wrong. At the end
// every entry that a tablet was told is on record, or that the browser's screen showed as written, must be there: once, by its author, in
// that tablet's order. `npx tsx bench/kills.ts [SEED] [--short]`; ends with 1 when it is not so.
const isShort = process.argv.includes('--short')
const seed = Number(process.argv.slice(2).find(word => /^\d+$/.test(word)) ?? Date.now() % 1e6)
const draw = seededInteger(seed)
const spoken = isShort ? 150 : 940
const written = isShort ? 8 : 60
const tablets: { role: Role; clockMs: number }[] = [
  { role: 'technician', clockMs: 0 },
  { role: 'lead', clockMs: -365 * 86_400_000 },
  { role: 'desk', clockMs: 47 * 60_000 },
]
const pause = (ms: number) => new Promise(done => setTimeout(done, ms))
/** Until it is so; an error is not so yet. */
async function until(what: string, isSo: () => Promise<unknown> | unknown, limitMs = 120_000): Promise<void> {
  const end = Date.now() + limitMs
  while (!(await Promise.resolve(isSo()).catch(() => false))) {
    if (Date.now() > end) throw new Error(`waited in vain for ${what}`)
    await pause(50)
  }
}

const home = mkdtempSync(join(tmpdir(), 'efferent-kills-'))
const [data, profile] = [join(home, 'data'), join(home, 'browser')]
const port = await freePort()
const url = `http://127.0.0.1:${port}`
const counts = { launcherKills: 0, serverKills: 0, databaseKills: 0, browserKills: 0, cuts: 0, doubles: 0, late: 0, retries: 0 }

/** Every process whose command line says so. */
const processesWith = (...words: string[]): number[] =>
  readdirSync('/proc')
    .filter(name => /^\d+$/.test(name))
    .filter(pid => {
      try {
        const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8')
        return words.every(word => command.includes(word))
      } catch {
        return false
      }
    })
    .map(Number)

let launcher: ChildProcess
function launch(): void {
  launcher = spawn(process.execPath, ['launch/main.mjs', 'start', '--port', String(port), '--data', data, '--no-backup'], {
    stdio: ['ignore', 'ignore', 'ignore'],
  })
  // As systemd would: again and again, for as long as anything still lets go of port and folder.
  launcher.on('exit', () => !isOver && setTimeout(launch, 500))
}
const isUp = async () => (await fetch(`${url}/api/health`, { signal: AbortSignal.timeout(2000) })).ok
const serverPid = (): number | undefined => {
  const children = readFileSync(`/proc/${launcher.pid}/task/${launcher.pid}/children`, 'utf8').split(' ').filter(Boolean).map(Number)
  return children.find(pid => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('.output/server/index.mjs'))
}
const databasePid = (): number | undefined => {
  const lock = join(data, 'database/pg/postmaster.pid')
  return existsSync(lock) ? Number(readFileSync(lock, 'utf8').split('\n')[0]) : undefined
}
function kill(pid: number | undefined): boolean {
  try {
    return pid !== undefined && process.kill(pid, 'SIGKILL')
  } catch {
    return false
  }
}

let isWorking = true
let isOver = false
launch()
await until('the first start', isUp)

const clients: Client[] = []
for (const { role } of tablets) clients.push(await new Client(url).signIn(role))
const jobs = [await clients[0]!.openJob(), await clients[0]!.openJob('SK 17 TOW')]

async function killer(): Promise<void> {
  while (isWorking) {
    await pause(1200 + draw(3600))
    if (!isWorking) return
    const what = draw(8)
    if (what === 0) counts.launcherKills += kill(launcher.pid) ? 1 : 0
    else if (what <= 2) counts.serverKills += kill(serverPid()) ? 1 : 0
    else if (what <= 4) counts.databaseKills += kill(databasePid()) ? 1 : 0
    else counts.browserKills += kill(processesWith(`--user-data-dir=${profile}`).sort((a, b) => a - b)[0]) ? 1 : 0
  }
}

type Told = Map<string, { job: string; n: number }>
/** One tablet's queue: an entry goes out again and again until the server has said that it has it. */
async function tablet(client: Client, clockMs: number, mine: number): Promise<Told> {
  const told: Told = new Map()
  const sent: { job: string; entry: object; id: string }[] = []
  const send = async (job: string, entry: object, cutAfterMs = 10_000) => {
    const answer = await fetch(`${url}/api/jobs/${job}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: client.cookie, origin: url },
      body: JSON.stringify({ events: [entry] }),
      signal: AbortSignal.timeout(cutAfterMs),
    })
    if (answer.status !== 200) throw new Error(`${answer.status} ${(await answer.text()).slice(0, 200)}`)
    return (await answer.json()) as { events: { id: string }[] }
  }
  for (let n = 0; n < mine; n++) {
    const job = jobs[draw(jobs.length)]!.id
    const id = v7()
    const entry = {
      ...client.entry({ type: 'noteWritten', text: `${client.person} ${n}` }, 2, id),
      at: new Date(Date.now() + clockMs).toISOString(),
    }
    for (;;) {
      const isCut = draw(6) === 0
      if (isCut) counts.cuts++
      try {
        const { events } = await send(job, entry, isCut ? 1 + draw(25) : undefined)
        if (events[0]?.id !== id) throw new Error('told of another entry')
        told.set(id, { job, n })
        sent.push({ job, entry, id })
        break
      } catch {
        counts.retries++
        await pause(20 + draw(80))
      }
    }
    if (draw(8) === 0) {
      counts.doubles++
      await send(job, entry).catch(() => {})
    }
    // One of long ago comes once more, behind newer ones.
    if (draw(12) === 0) {
      const old = sent[draw(sent.length)]!
      counts.late++
      await send(old.job, old.entry).catch(() => {})
    }
    await pause(draw(300))
  }
  return told
}

/** The browser in the bay: a note counts from when its screen says that it is kept. */
async function bay(mine: number): Promise<string[]> {
  const shown: string[] = []
  let context: BrowserContext | undefined
  let page: Page | undefined
  const open = async (): Promise<Page> => {
    await context?.close().catch(() => {})
    await until('the old browser to be gone', () => processesWith(`--user-data-dir=${profile}`).length === 0)
    context = await chromium.launchPersistentContext(profile, { ...chromiumLaunch, baseURL: url })
    context.setDefaultTimeout(8000)
    const opened = context.pages()[0]!
    await opened.goto(`/jobs/${jobs[0]!.id}/bay`)
    const note = opened.getByRole('button', { name: 'Note', exact: true })
    const who = opened.getByRole('button', { name: names.technician })
    await note.or(who).first().waitFor()
    if (await who.isVisible()) {
      await who.click()
      await opened.locator('#secret').fill(demoSecrets.technician)
      await opened.keyboard.press('Enter')
      await opened.getByRole('heading', { name: 'Floor' }).waitFor()
      await opened.goto(`/jobs/${jobs[0]!.id}/bay`)
      await note.waitFor()
    }
    return opened
  }
  for (let n = 0; shown.length < mine; n++) {
    const text = `from the bay ${n}`
    try {
      page ??= await open()
      await page.getByRole('button', { name: 'Note', exact: true }).click()
      await page.getByLabel('Note for the record').fill(text)
      await page.getByRole('button', { name: 'Keep the note' }).click()
      await page.getByLabel('Note for the record').waitFor({ state: 'hidden' })
      shown.push(text)
    } catch {
      // Whether it was kept nobody saw; what was shown before is looked for at the end.
      page = undefined
    }
  }
  isWorking = false
  page ??= await open()
  await until('the browser to have sent what it kept', async () => (await keptEntries(page!)) === 0)
  await context!.close()
  return shown
}

const kills = killer()
const began = Date.now()
const talking = Promise.all(
  tablets.map(({ clockMs }, i) =>
    tablet(clients[i]!, clockMs, Math.floor(spoken / tablets.length) + (i === 0 ? spoken % tablets.length : 0)),
  ),
)
const shown = await bay(written)
const told = await talking
await kills
await until('the last start', isUp)
const reader = await new Client(url).signIn('lead')
const onRecord = (await Promise.all(jobs.map(job => reader.job(job.id)))).flatMap(({ events, row }) =>
  events.map(event => ({ ...event, job: row.id })),
)
let [lost, doubled, strange, disordered] = [0, 0, 0, 0]
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
const notes = onRecord.flatMap(event => (event.body.type === 'noteWritten' ? [{ text: event.body.text, by: event.by.id }] : []))
for (const text of shown) {
  const found = notes.filter(note => note.text === text)
  if (found.length === 0) lost++
  if (found.length > 1) doubled++
  if (found.some(({ by }) => by !== clients[0]!.person)) strange++
}
const fromBay = notes.filter(({ text }) => shown.includes(text)).map(({ text }) => shown.indexOf(text))
if (fromBay.some((n, at) => at > 0 && n < fromBay[at - 1]!)) disordered++
const gaps = jobs.filter(job => onRecord.filter(event => event.job === job.id).some((event, i) => event.seq !== i + 1)).length
const total = told.reduce((sum, mine) => sum + mine.size, 0) + shown.length
const broken = lost + doubled + strange + disordered + gaps > 0 || total !== spoken + written
process.stdout.write(
  `${JSON.stringify({ name: 'kills', seed, entries: total, seconds: Math.round((Date.now() - began) / 1000), ...counts, lost, doubled, strange, disordered, gaps, kept: !broken })}\n`,
)
isOver = true
launcher!.kill('SIGTERM')
await until('everything to end', () => launcher!.exitCode !== null || launcher!.signalCode !== null)
rmSync(home, { recursive: true, force: true })
process.exitCode = broken ? 1 : 0
