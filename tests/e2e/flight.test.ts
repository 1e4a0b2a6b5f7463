import { answerStep, expect, expectAccessible, keptEntries, room, signIn, test } from '../helpers/browserTest'
import { workJob } from '../helpers/workJob'
import type { Page } from '@playwright/test'

test.use({ serviceWorkers: 'allow' })

/** The whole program is on this device, and this page is served from it. */
const isAboard = (page: Page): Promise<boolean> =>
  page.evaluate(async () => {
    await navigator.serviceWorker.ready
    return navigator.serviceWorker.controller !== null
  })

// Everything from here on happens without a server: the page is closed and opened again, the job is worked to its end, signed and printed;
// with the server back, all of it is on record once, in its order.
test('a job is worked to its signature on a device that has no server, and is on record when it is back', async ({ page, server }) => {
  test.setTimeout(240_000)
  await page.clock.install()
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'skerry-clutch-set', plate: 'HN 55 OAR', lines: ['set'], until: 'fit' })
  await signIn(page, 'technician')
  // What is there without a server is what has been seen with one.
  await expect(page.getByRole('listitem').filter({ hasText: 'HN 55 OAR' }).first()).toBeVisible()
  await expect.poll(() => isAboard(page)).toBe(true)
  await page.goto(`/jobs/${id}/bay`)
  const title = page.getByRole('heading', { level: 1 })
  await expect(title).toHaveText(/^Lay in the new line/)

  await server.end('SIGKILL')
  await page.goto('about:blank')
  await page.goto('/')
  // The Floor as it was last seen here, and said to be that.
  await expect(page.getByRole('alert')).toContainText('No connection to the server')
  await expect(page.getByText('as it stood at')).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('listitem').filter({ hasText: 'HN 55 OAR' }).first().getByRole('button', { name: 'Bay view' }).click()
  await expect(title).toHaveText(/^Lay in the new line/)

  const done: string[] = []
  for (let name = await title.textContent(); name && name !== 'Every step is done'; name = await title.textContent()) {
    done.push(name)
    if (name.startsWith('Look for a leak')) await page.clock.fastForward('05:00')
    await answerStep(page, name)
    await page.locator('.go').click()
    await expect(title).not.toHaveText(name)
    // Closed and opened in the middle: what was recorded is there.
    if (done.length === 3) {
      const next = (await title.textContent())!
      await page.reload()
      await expect(title).toHaveText(next)
    }
  }
  expect(done.length).toBeGreaterThan(8)
  await page.goto(`/jobs/${id}`)
  await page.getByRole('button', { name: 'Sign off' }).click()
  await expect(page.getByRole('button', { name: 'Print' }).first()).toBeVisible()
  await page.goto(`/jobs/${id}`)
  await room(page, 'Record')
  const waiting = page.getByText('waits to be sent')
  await expect(waiting.first()).toBeVisible()
  const count = await keptEntries(page)

  await server.up()
  await expect(waiting).toHaveCount(0, { timeout: 30_000 })
  const { events } = await rafe.job(id)
  expect(count).toBeGreaterThan(done.length)
  expect(events.at(-1)!.body.type).toBe('signedOff')
  expect(new Set(events.map(event => event.id)).size).toBe(events.length)
  expect(events.map(event => event.seq)).toEqual(events.map((_, i) => i + 1))
})

// Recorded without the server, and overtaken meanwhile: what the server will not take is said beside what others did, and where to go on.
test('what was recorded too late is shown beside what happened meanwhile', async ({ page, server }) => {
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'skerry-clutch-set', plate: 'HN 55 OAR', lines: ['set'], until: 'fit' })
  await signIn(page, 'technician')
  await expect.poll(() => isAboard(page)).toBe(true)
  await page.goto(`/jobs/${id}/bay`)
  const title = page.getByRole('heading', { level: 1 })
  await expect(title).toHaveText(/^Lay in the new line/)
  // The tablet is carried out of reach.
  await page.context().setOffline(true)
  await page.locator('.go').click()
  await expect(title).not.toHaveText(/^Lay in/)
  const imke = await server.as('lead')
  const { seq } = (await imke.job(id)).row
  // Somebody else did that very thing from another tablet.
  expect((await imke.say(id, { type: 'lineIn', line: 'set' }, seq)).status).toBe(200)
  await page.context().setOffline(false)
  const refused = page.getByRole('alert').filter({ hasText: 'Not on record' })
  await expect(refused).toBeVisible({ timeout: 30_000 })
  await expect(refused).toContainText('Meanwhile')
  await expect(refused).toContainText('Imke Thorsby')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'I have read it' }).click()
  await expect(refused).toHaveCount(0)
})
