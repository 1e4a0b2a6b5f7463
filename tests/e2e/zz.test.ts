import type { JobRow } from '../../shared/schemas/jobRow'
import { expect, signIn, test } from '../helpers/browserTest'

test('shots', async ({ page, server }) => {
  test.setTimeout(300_000)
  await page.setViewportSize({ width: 1280, height: 800 })
  const shot = async (name: string, full = false) => page.screenshot({ path: `/tmp/shots/${name}.png`, fullPage: full })
  const jobs = (await (await server.as('technician')).call<JobRow[]>('GET', '/api/jobs')).body
  const job = jobs.find(({ number }) => number === 101)!.id
  await signIn(page, 'admin')
  await page.goto('/shop')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await page.waitForTimeout(1200)
  await shot('shop', true)
  await page.goto(`/jobs/${job}`)
  await page.waitForTimeout(2500)
  await shot('job')
  await page.getByRole('button', { name: /Or less than a line/ }).click()
  await page.waitForTimeout(1000)
  await shot('job-less', true)
  await page.goto(`/jobs/${job}/bay`)
  await page.waitForTimeout(2000)
  await shot('bay')
  const full = page.getByRole('button', { name: 'Full screen' })
  if (await full.count()) { await full.click(); await page.waitForTimeout(800); await shot('bay-full'); await page.getByRole('button', { name: 'Back to the step' }).click() }
  await page.setViewportSize({ width: 390, height: 800 })
  await page.waitForTimeout(600)
  await shot('bay-phone')
  const where = page.getByRole('button', { name: 'Where it is' })
  if (await where.count()) { await where.click(); await page.waitForTimeout(600); await page.getByRole('button', { name: 'Full screen' }).click(); await page.waitForTimeout(800); await shot('bay-full-phone') }
})
test.describe('setup', () => {
  test.use({ template: 'template_empty' })
  test('setup', async ({ page }) => {
    await page.setViewportSize({ width: 1280, height: 800 })
    await page.goto('/setup')
    await page.waitForTimeout(1500)
    await page.screenshot({ path: '/tmp/shots/setup.png' })
    await page.getByRole('button').first().click()
    await page.waitForTimeout(500)
    await page.screenshot({ path: '/tmp/shots/setup-wrong.png' })
  })
})
