import { chromium } from '@playwright/test'
import { startTemplates } from '../tests/helpers/templates'
import { copyDatabase, TestServer, demoSecrets } from '../tests/helpers/server'
const { admin, stop } = await startTemplates('shots')
const server = await TestServer.start(await copyDatabase(admin, 'template_demo'))
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', chromiumSandbox: false, args: ['--disable-quic', '--no-first-run', '--disable-background-networking'] })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
page.on('pageerror', e => console.log('pageerror', e.message)); page.on('console', m => m.type() === 'error' && console.log('console', m.text()))
await page.goto(server.url + '/sign-in')
await page.getByRole('button', { name: 'Rafe Undal' }).click()
await page.locator('#secret').fill(demoSecrets.technician)
await page.keyboard.press('Enter')
await page.getByRole('heading', { name: 'Floor' }).waitFor()
const client = await server.as('technician')
const jobs = (await client.call<{ id: string; number: number }[]>('GET', '/api/jobs')).body
const id = jobs[0]!.id
const names = process.argv.slice(2)
for (const name of names.length ? names : ['', '/kit', '/fluid', '/proof', '/record', '/bay']) {
  await page.goto(`${server.url}/jobs/${id}${name}`)
  await page.getByRole('heading', { level: 1 }).first().waitFor()
  await page.waitForLoadState('networkidle').catch(() => {})
  await page.waitForTimeout(700)
  await page.screenshot({ path: `/tmp/shot${name.replace('/', '-') || '-plan'}.png` })
}
await page.setViewportSize({ width: 390, height: 844 })
for (const name of ['', '/bay']) {
  await page.goto(`${server.url}/jobs/${id}${name}`)
  await page.getByRole('heading', { level: 1 }).first().waitFor()
  await page.waitForTimeout(800)
  await page.screenshot({ path: `/tmp/shot-phone${name.replace('/', '-') || '-plan'}.png` })
}
await browser.close(); await server.end(); await stop()
