import { spawn } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'
import { listAlternatives } from '../core/plan/search/listAlternatives'
import { planJob } from '../core/plan/planJob'
import type { PlanInputs } from '../core/plan/planInputs'
import { resolveSheet } from '../core/sheet/resolveSheet'
import type { Pack } from '../core/sheet/types'
import type { JobRow } from '../shared/schemas/jobRow'
import { signIn } from '../tests/helpers/browserTest'
import { chromiumLaunch } from '../tests/helpers/chromium'
import { copyDatabase, TestServer, type Client } from '../tests/helpers/server'
import { measureSearch } from './measureSearch'
import { measureAccess } from './measureAccess'
import { measureAppend } from './measureAppend'
import { measureBleeding } from './measureBleeding'
import { measureFold } from './measureFold'
import { measureMaking } from './measureMaking'
import { measureRoute } from './measureRoute'

/** `--small`: each at its smallest size, as the whole test asks: is everything still there to be measured? Not how long it takes. */
const isSmall = process.argv.includes('--small')
const size = (whole: number, least: number) => (isSmall ? least : whole)

// One JSON object per line: { name, value, unit, n, note }. Ratios are taken within one run; absolute times are this machine's.
function say(name: string, value: number, unit: string, n: number, note = ''): void {
  // What measured nothing is no figure: it fails by its name, and the bench with it.
  if (!Number.isFinite(value) || n === 0) throw new Error(`“${name}”: nothing was measured (${value}, ${n} times)`)
  process.stdout.write(`${JSON.stringify({ name, value: Number(value.toPrecision(4)), unit, n, note })}\n`)
}
const quantile = (sorted: number[], q: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * q))]!

async function times(n: number, work: (i: number) => Promise<unknown> | unknown): Promise<number[]> {
  const taken: number[] = []
  for (let i = 0; i < n; i++) {
    const started = performance.now()
    await work(i)
    taken.push(performance.now() - started)
  }
  return taken.sort((a, b) => a - b)
}

async function measureLookUp(client: Client): Promise<void> {
  const queries = ['halyard', 'sk41', 'cooler lines', 'marrow', 'cooler lnes']
  const taken = await times(size(200, 5), i => client.call('GET', `/api/search?q=${encodeURIComponent(queries[i % queries.length]!)}`))
  say('look-up, median', quantile(taken, 0.5), 'ms', taken.length, 'over HTTP, demo data')
  say('look-up, p95', quantile(taken, 0.95), 'ms', taken.length, 'over HTTP, demo data')
}

async function measurePlan(): Promise<void> {
  const pack = JSON.parse(readFileSync('db/demo/halyard-cooler-lines.efferent.json', 'utf8')) as Pack
  const resolution = resolveSheet(pack.sheets[0]!, { family: 'ondrel-halyard', traits: { coolers: 'two' } })
  if (resolution.applies === 'no') throw new Error('the demo sheet does not apply')
  const { resolved } = resolution
  const plan = () => planJob(resolved, { lines: resolved.lines.map(line => line.id), start: 'ground' })
  await times(size(50, 1), plan)
  const taken = await times(size(300, 2), plan)
  say('plan, median', quantile(taken, 0.5), 'ms', taken.length, 'three lines, all ways and moves, in the core')
  say('plan, p95', quantile(taken, 0.95), 'ms', taken.length, 'three lines, all ways and moves, in the core')
  // What an override costs before the screen is drawn: the plan, and every goal's runner-up.
  const replanned = await times(size(60, 2), i => {
    const inputs: PlanInputs = {
      lines: resolved.lines.map(line => line.id),
      start: 'ground',
      oneAtATime: i % 2 === 0,
      firstEnd: i % 3 === 0 ? 'easiest' : 'hardest',
    }
    const replan = planJob(resolved, inputs)
    if (replan.ok) listAlternatives(resolved, inputs, replan.value)
  })
  say('replan with every runner-up, p95', quantile(replanned, 0.95), 'ms', replanned.length, 'three lines, after an override, in the core')
}

async function measureColdStart(databaseUrl: string): Promise<void> {
  const taken = await times(size(5, 1), async () => {
    const server = await TestServer.start(databaseUrl)
    await server.end()
  })
  say('server cold start and stop, median', quantile(taken, 0.5), 'ms', taken.length, 'process start to first healthy answer, then stop')
}

/**
 * Pictures in space want WebGL, which headless Chromium has in software only; that slows every other page down, so only they ask for it.
 */
const launch = (space = false) =>
  chromium.launch({
    ...chromiumLaunch,
    args: [...chromiumLaunch.args, ...(space ? ['--enable-unsafe-swiftshader', '--use-gl=angle', '--use-angle=swiftshader'] : [])],
  })

/** What the browser loads for the first page: the entry, what it preloads, and the sign-in page's own chunks, read from a real visit. */
async function measureFirstPage(url: string): Promise<void> {
  const browser = await launch()
  const page = await browser.newPage()
  const files = new Set<string>()
  page.on('response', response => /\/_nuxt\/.+\.(js|css)$/.test(response.url()) && files.add(new URL(response.url()).pathname))
  const started = performance.now()
  await page.goto(`${url}/sign-in`)
  await page.getByRole('heading', { name: 'Who is working?' }).waitFor()
  say('first page drawn', performance.now() - started, 'ms', 1, 'headless Chromium, empty cache')
  await browser.close()
  for (const kind of ['js', 'css']) {
    const bytes = [...files].filter(file => file.endsWith(kind)).map(file => gzipSync(readFileSync(join('.output/public', file))).length)
    say(
      `first page ${kind}`,
      bytes.reduce((sum, size) => sum + size, 0),
      'bytes gzip',
      bytes.length,
      'files loaded by a first visit, prefetches included',
    )
  }
  const all = readdirSync('.output/public/_nuxt').filter(file => file.endsWith('.js'))
  say(
    'whole program js',
    all.reduce((sum, file) => sum + gzipSync(readFileSync(join('.output/public/_nuxt', file))).length, 0),
    'bytes gzip',
    all.length,
    '',
  )
}

async function measurePicture(url: string): Promise<void> {
  const browser = await launch(true)
  const page = await browser.newPage({ baseURL: url, viewport: { width: 1280, height: 800 } })
  await signIn(page, 'technician')
  for (const { name, value, unit, n, note } of await measureRoute(page, quantile, {
    warm: size(60, 1),
    asked: size(100, 2),
    pictures: size(5, 1),
  }))
    say(name, value, unit, n, note)
  await browser.close()
}

/** From the touch on an override to the frame that shows the new plan on the job's page; runners-up and neighbours follow. */
async function measureReplan(url: string, client: Client): Promise<void> {
  // A job of its own: the one that entries were appended to by the thousand is like no job in a shop.
  const job = await client.openJob()
  const browser = await launch()
  const page = await browser.newPage({ baseURL: url, viewport: { width: 1280, height: 800 } })
  await signIn(page, 'technician')
  await page.goto(`/jobs/${job.id}`)
  await page.getByText('Your own way').click()
  await page.getByRole('group', { name: 'Which end first' }).waitFor()
  // What is off already lies in a fold of its own.
  await page.getByRole('button', { name: /^Off already/ }).click()
  await page.getByRole('group', { name: 'Off already' }).getByRole('button').nth(2).waitFor()
  const taken = await page.evaluate(
    async most => {
      /** Resolves when a frame is drawn, with what was so as drawing began. */
      const frame = (isSo: () => boolean) =>
        new Promise<boolean>(resolve =>
          requestAnimationFrame(() => {
            const so = isSo()
            setTimeout(() => resolve(so))
          }),
        )
      const inGroup = (label: string) => [...document.querySelectorAll<HTMLButtonElement>(`[aria-label="${label}"] button`)]
      const other = (label: string) => () => inGroup(label).find(button => button.getAttribute('aria-pressed') === 'false')!
      const switches = [
        other('Which end first'),
        other('How the lines come out'),
        ...inGroup('Off already')
          .slice(0, 4)
          .map((_, i) => () => inGroup('Off already')[i]!),
      ]
      const measured: number[] = []
      // One switch at a time, never the same plan twice (Gray code): nothing is remembered.
      if (switches.length < 5) throw new Error('fewer switches than there were')
      for (let i = 1; i < Math.min(most, 2 ** switches.length); i++) {
        const button = switches[31 - Math.clz32(i & -i)]!()
        const before = button.getAttribute('aria-pressed')
        // Nobody touches the next switch before the page has come to rest.
        await new Promise(resolve => requestIdleCallback(resolve, { timeout: 250 }))
        const started = performance.now()
        button.click()
        while (!(await frame(() => !button.isConnected || button.getAttribute('aria-pressed') !== before))) {
          /* not yet */
        }
        if (i > 8) measured.push(performance.now() - started)
      }
      return measured.sort((a, b) => a - b)
    },
    size(1000, 12),
  )
  await browser.close()
  say(
    'replan on an override, to the screen, median',
    quantile(taken, 0.5),
    'ms',
    taken.length,
    'headless Chromium, two lines: the touch to the frame with the new plan; runners-up and neighbours follow',
  )
  say('replan on an override, to the screen, p95', quantile(taken, 0.95), 'ms', taken.length, 'as above')
}

async function measureCommandLine(): Promise<void> {
  const taken = await times(
    size(3, 1),
    () =>
      new Promise<void>((resolve, reject) => {
        const child = spawn('./efferent', ['compute', 'torque'], { stdio: ['pipe', 'ignore', 'inherit'] })
        child.stdin.end('{"torque":{"value":20,"unit":"lbf.ft"}}')
        child.on('close', code => (code === 0 ? resolve() : reject(new Error(`compute ended with ${code}`))))
      }),
  )
  say('command line compute, median', quantile(taken, 0.5), 'ms', taken.length, 'whole process')
}

const databaseUrl = await copyDatabase(process.env.EFFERENT_BENCH_ADMIN!, 'template_demo')
const server = await TestServer.start(databaseUrl)
try {
  const client = await server.as('technician')
  await client.call<JobRow[]>('GET', '/api/jobs')
  for (const { name, value, unit, n, note } of await measureAppend(
    client,
    databaseUrl,
    isSmall ? { perJob: 20, rounds: 1, turns: 1 } : { perJob: 60, rounds: 5, turns: 5 },
  ))
    say(name, value, unit, n, note)
  await measureLookUp(client)
  await measurePlan()
  for (const { name, value, unit, n, note } of measureAccess(quantile, size(60, 2))) say(name, value, unit, n, note)
  for (const { name, value, unit, n, note } of measureFold(size(5000, 500))) say(name, value, unit, n, note)
  for (const { name, value, unit, n, note } of measureBleeding(size(1000, 20))) say(name, value, unit, n, note)
  for (const { name, value, unit, n, note } of measureMaking(quantile, size(1, 0))) say(name, value, unit, n, note)
  await measureFirstPage(server.url)
  await measurePicture(server.url)
  await measureReplan(server.url, client)
} finally {
  await server.end()
}
const [sheetCount, vehicleCount] = [size(20_000, 200), size(200_000, 2000)]
const { taken, found, pages, first } = await measureSearch(
  await copyDatabase(process.env.EFFERENT_BENCH_ADMIN!, 'template_empty'),
  sheetCount,
  vehicleCount,
)
const library = `${sheetCount} sheets, ${vehicleCount} vehicles, ${Math.round(found * 100)} % of the queries found something; one in five has a slip`
say('search, median', quantile(taken, 0.5), 'ms', taken.length, library)
say('search, p95', quantile(taken, 0.95), 'ms', taken.length, library)
say(
  'library page, p95',
  quantile(pages, 0.95),
  'ms',
  pages.length,
  'words, systems, families, orders, pages further down; 50 ms are promised',
)
say('library made ready again', first, 'ms', 1, 'after a sheet was published: heads read, every order sorted')
await measureColdStart(databaseUrl)
await measureCommandLine()
