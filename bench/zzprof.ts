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
  for (const [name, path] of [['floor', '/'], ['library', '/library'], ['sheet', '/sheets/halyard-cooler-lines'], ['job', `/jobs/${job.id}`], ['bay', `/jobs/${job.id}/bay`], ['bench', '/bench']] as const) {
    if (process.argv[2] && !process.argv[2].split(',').includes(name)) continue
    const page = await context.newPage()
    const cdp = await context.newCDPSession(page)
    await page.addInitScript(() => { (globalThis as any).__long = []; new PerformanceObserver(l => { for (const e of l.getEntries()) (globalThis as any).__long.push([Math.round(e.startTime), Math.round(e.duration)]) }).observe({ type: 'longtask', buffered: true }); (globalThis as any).__lcp = []; new PerformanceObserver(l => { for (const e of l.getEntries() as any) (globalThis as any).__lcp.push([Math.round(e.startTime), e.size, e.element?.tagName, (e.element?.className ?? '').slice?.(0, 30), e.element?.textContent?.trim().slice(0, 40)]) }).observe({ type: 'largest-contentful-paint', buffered: true }) })
    if (!process.env.NOPROF) { await cdp.send('Profiler.enable'); await cdp.send('Profiler.setSamplingInterval', { interval: 200 }); await cdp.send('Profiler.start') }
    await page.goto(path)
    await page.waitForTimeout(4000)
    const profile = process.env.NOPROF ? undefined : (await cdp.send('Profiler.stop')).profile
    const long = await page.evaluate(() => (globalThis as any).__long)
    writeFileSync(`/tmp/prof-${name}.json`, JSON.stringify({ profile, long }))
    console.log(name, JSON.stringify(long)); console.log('   lcp', JSON.stringify(await page.evaluate(() => (globalThis as any).__lcp)))
    await page.close()
  }
} finally { await browser.close(); await server.end(); await cluster.stop(); rmSync(dir, { recursive: true, force: true }) }
