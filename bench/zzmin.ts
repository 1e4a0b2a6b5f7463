import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { startCluster } from '../launch/cluster.mjs'
import { createDatabase, prepareDatabase } from '../launch/database.mjs'
import { ensurePostgres, headlessChromium } from '../launch/setup.mjs'
import { signIn } from '../tests/helpers/browserTest'
import { TestServer } from '../tests/helpers/server'
const dir = mkdtempSync(join(tmpdir(), 'eff-'))
const cluster = await startCluster({ bin: await ensurePostgres(), dir })
await createDatabase(cluster.url('postgres'), 'shop')
await prepareDatabase(cluster.url('shop'), { demo: true })
const server = await TestServer.start(cluster.url('shop'))
const browser = await chromium.launch({ executablePath: headlessChromium, args: ['--no-sandbox'] })
try {
  const context = await browser.newContext({ baseURL: server.url, viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
  const first = await context.newPage()
  await signIn(first, 'technician')
  const jobs = (await (await first.request.get('/api/jobs')).json()) as any[]
  const job = jobs.find(({ summary }) => summary.step.next !== undefined)!
  await first.close()
  const cookies = await context.cookies()
  for (const [name, path] of [['sign-in', '/sign-in'], ['floor', '/'], ['library', '/library'], ['sheet', '/sheets/halyard-cooler-lines'], ['job', `/jobs/${job.id}`], ['bay', `/jobs/${job.id}/bay`], ['bench', '/bench']] as const) {
    if (process.argv[2] && !process.argv[2].split(',').includes(name)) continue
    const all: any[] = []
    for (let k = 0; k < Number(process.env.N ?? 7); k++) {
      const c = await browser.newContext({ baseURL: server.url, viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
      if (name !== 'sign-in') await c.addCookies(cookies)
      const page = await c.newPage()
      await page.addInitScript(() => { const g = globalThis as any; g.__long = []; new PerformanceObserver(l => { for (const e of l.getEntries()) g.__long.push([Math.round(e.startTime), Math.round(e.duration)]) }).observe({ type: 'longtask', buffered: true }); g.__lcp = []; new PerformanceObserver(l => { for (const e of l.getEntries() as any) g.__lcp.push(Math.round(e.startTime)) }).observe({ type: 'largest-contentful-paint', buffered: true }) })
      await page.goto(path)
      await page.waitForTimeout(1800)
      const { l, c: lcp } = await page.evaluate(() => ({ l: (globalThis as any).__long, c: (globalThis as any).__lcp }))
      all.push({ lcp: lcp.at(-1), longest: Math.max(0, ...l.map((x: any) => x[1])), sum: l.reduce((s: number, x: any) => s + x[1], 0), l })
      await c.close()
    }
    const best = [...all].sort((a, b) => a.sum - b.sum)[0]
    console.log(name, 'lcp min', Math.min(...all.map(a => a.lcp)), 'longest min', Math.min(...all.map(a => a.longest)), 'sum min', best.sum, JSON.stringify(best.l))
  }
} finally { await browser.close(); await server.end(); await cluster.stop(); rmSync(dir, { recursive: true, force: true }) }
