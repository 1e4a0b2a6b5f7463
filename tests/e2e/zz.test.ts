import { expect, signIn, test, expectAccessible } from '../helpers/browserTest'
import { workJob } from '../helpers/workJob'
test.use({ serviceWorkers: 'allow' })
test('shots', async ({ page, server, browser }) => {
  test.setTimeout(300_000)
  // a device at the door
  const away = await (
    await browser.newContext({
      baseURL: server.url,
      extraHTTPHeaders: { 'x-forwarded-for': '10.0.0.9' },
      viewport: { width: 390, height: 844 },
    })
  ).newPage()
  await away.goto('/sign-in')
  await away.getByRole('button', { name: 'Rafe Undal' }).click()
  await away.locator('#secret').fill('2468')
  await away.keyboard.press('Enter')
  await away.waitForTimeout(800)
  await away.screenshot({ path: '/tmp/x/door.png' })
  await signIn(page, 'admin')
  await page.goto('/shop')
  await page.waitForTimeout(2500)
  await expectAccessible(page)
  await page.screenshot({ path: '/tmp/x/shop1.png', fullPage: true })
  await page.setViewportSize({ width: 390, height: 844 })
  await page.waitForTimeout(500)
  await page.screenshot({ path: '/tmp/x/shop2.png', fullPage: true })
  await page.setViewportSize({ width: 1280, height: 800 })
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'skerry-clutch-set', plate: 'HN 55 OAR', lines: ['set'], until: 'fit' })
  await page.goto('/')
  await page.waitForTimeout(1500)
  await page.goto(`/jobs/${id}/bay`)
  await page.waitForTimeout(1500)
  await server.end('SIGKILL')
  await page.goto('/')
  await page.waitForTimeout(2500)
  await page.screenshot({ path: '/tmp/x/floor.png' })
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  await page.waitForTimeout(2500)
  await page.screenshot({ path: '/tmp/x/bay.png' })
})
