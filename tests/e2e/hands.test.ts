import type { Page } from '@playwright/test'
import { demoSecrets } from '../helpers/server'
import { answerStep, expect, expectAboveFoot, fingers, keys, listen, names, test, type Hands } from '../helpers/browserTest'

/** A job from the door to the hand-over with nothing but these hands; gives how many steps it took. */
async function wholeJob(page: Page, hands: Hands, look = (_page: Page) => Promise.resolve()): Promise<number> {
  const press = (role: 'button' | 'link', name: string | RegExp) => hands.press(page.getByRole(role, { name }).first())
  await page.goto('/sign-in')
  await press('button', names.technician)
  await hands.write(page.locator('#secret'), demoSecrets.technician)
  await press('button', 'Sign in')
  await expect(page.getByRole('heading', { name: 'Floor' })).toBeVisible()

  await press('link', 'Look up')
  await hands.write(page.getByRole('searchbox', { name: /Car, plate/ }), 'HN 55 OAR')
  await press('link', /^Clutch set, pre-filled/)
  await expect(page.getByRole('heading', { name: 'Clutch set, pre-filled' })).toBeVisible()
  await press('button', /^Open a job/)
  const dialog = page.getByRole('dialog')
  await hands.press(dialog.getByRole('button', { name: /^Open (the|a second) job/ }))
  await expect(page.getByRole('heading', { name: /Job \d+ · HN 55 OAR/ })).toBeVisible()
  await press('link', /^Bay view/)

  const title = page.getByRole('heading', { level: 1 })
  const done: string[] = []
  await expect(title).not.toHaveText(/^Job/)
  for (let name = await title.textContent(); name && name !== 'Every step is done'; name = await title.textContent()) {
    expect(done).not.toContain(name)
    done.push(name)
    if (name.startsWith('Look for a leak')) await page.clock.fastForward('15:00')
    await look(page)
    await answerStep(page, name, hands)
    await hands.press(page.locator('.go'))
    await expect(title).not.toHaveText(name)
  }
  await press('button', 'Sign off')
  await expect(page.getByRole('button', { name: 'Print' }).first()).toBeVisible()
  await expect(page.getByText('HN 55 OAR').first()).toBeVisible()
  return done.length
}

test('a whole job by keyboard alone, from the door to the hand-over', async ({ page }) => {
  test.setTimeout(240_000)
  await page.clock.install()
  // A pointer that touched anything would be seen.
  await page.addInitScript(() => {
    window.addEventListener('pointerdown', () => console.error('a pointer was used'), true)
  })
  expect(await wholeJob(page, keys(page))).toBeGreaterThan(12)
})

test('a whole job by touch alone, on a phone', async ({ browser, server, watch }) => {
  test.setTimeout(240_000)
  const phone = await browser.newContext({
    baseURL: server.url,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    serviceWorkers: 'block',
  })
  const page = await phone.newPage()
  listen(page, watch)
  await page.clock.install()
  await page.addInitScript(() => {
    window.addEventListener('keydown', event => event.isTrusted && console.error(`a key was pressed: ${event.key}`), true)
  })
  expect(await wholeJob(page, fingers, expectAboveFoot)).toBeGreaterThan(12)
  await phone.close()
})
