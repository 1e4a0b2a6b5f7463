import { drawnJpeg } from '../helpers/drawnJpeg'
import type { Page } from '@playwright/test'
import {
  answerStep,
  expect,
  expectAccessible,
  expectFits,
  listen,
  names,
  pick,
  room,
  signIn,
  test,
  tick,
  unfoldPlan,
} from '../helpers/browserTest'
import { jpegOf } from '../helpers/jpeg'

/** From a sheet to a job on it, for a car that is not here yet. */
async function openJobFor(page: Page, plate: string): Promise<void> {
  await page.keyboard.press('j')
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'A car that is not here yet' }).click()
  await dialog.getByLabel('Plate').fill(plate)
  await dialog.getByLabel('Customer', { exact: true }).fill('Slack Water Boats')
  await dialog.getByRole('button', { name: 'Open the job' }).click()
  await expect(page.getByRole('heading', { name: new RegExp(plate) })).toBeVisible()
}

// A clutch hose, from an override on the plan to the hand-over: a joint that does not move, a photo, a pause, another pair of hands.
test('a clutch hose with everything that comes in between', async ({ page, browser, server, watch }) => {
  test.setTimeout(240_000)
  page.setDefaultTimeout(15_000)
  await page.clock.install()
  await signIn(page, 'technician', '/sheets/petrel-clutch-hose')
  await expect(page.getByRole('heading', { name: 'Clutch hose, braided' })).toBeVisible()
  await openJobFor(page, 'PE 20 TRL')

  // The plan on the clock; an override replans at once, and is there again after a reload.
  const clock = page.getByRole('img', { name: /The job on the clock/ })
  const rests = page.getByRole('group', { name: 'What the plan rests on' })
  const pane = (name: RegExp | string) => rests.getByRole('button', { name }).click()
  await pane('Clock')
  await expect(clock).toHaveAccessibleName(/with a helper/)
  const choices = page.locator('.choices')
  await pane('Your own way')
  await choices.getByRole('button', { name: 'vacuum', exact: true }).click()
  await pane('Clock')
  await expect(clock).toBeVisible()
  await expect(clock).not.toHaveAccessibleName(/with a helper/)
  await pane('Your own way')
  const raised = choices.getByRole('group', { name: 'Where the car stands at the start' }).getByRole('button', { name: 'raised' })
  await raised.click()
  // What is shown is kept.
  await expect(raised).toHaveAttribute('aria-pressed', 'true')
  await page.reload()
  await pane('Your own way')
  await expect(choices.getByRole('button', { name: 'vacuum', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await expect(raised).toHaveAttribute('aria-pressed', 'true')

  // The customer decides about the slave cylinder; the plan takes it in.
  const beside = page.getByRole('region', { name: 'While it is open' })
  await pane(/^While it is open.*1 to decide/)
  await expect(beside).toContainText('Slave cylinder')
  await beside.getByRole('button', { name: 'Customer: now' }).click()
  await expect(page.getByRole('button', { name: 'While it is open', exact: true })).toBeVisible()
  await unfoldPlan(page)
  await expect(page.locator('.visits').getByText('Renew: Slave cylinder')).toBeVisible()
  await expect(beside.getByText('with this job, customer')).toBeVisible()
  await expectAccessible(page)

  await page.setViewportSize({ width: 390, height: 844 })
  await page.keyboard.press('b')
  const title = page.getByRole('heading', { level: 1 })
  const until = async (wanted: RegExp) => {
    for (let guard = 0; guard < 60; guard++) {
      const name = (await title.textContent())!
      if (wanted.test(name)) return
      await answerStep(page, name)
      if (name.startsWith('Read the level')) await page.getByRole('button', { name: 'At the mark' }).click()
      if (name.startsWith('Look for a leak')) await page.clock.fastForward('20:00')
      await page.getByRole('button', { name: /./ }).and(page.locator('.go')).click()
      await expect(title).not.toHaveText(name)
    }
    throw new Error(`never came to ${wanted.source}`)
  }

  await expect(title).toHaveText(/^Check the new part/)
  // A joint that does not move: what may be tried, and what may not.
  await until(/^Open: Hard line/)
  await page.getByRole('button', { name: 'It does not move' }).click()
  const path = page.getByRole('dialog', { name: 'A seized joint' })
  await expect(path).toContainText('The line has hose or plastic in it')
  await expectFits(page, 48)
  await path.getByRole('button', { name: 'Record: soak it' }).click()
  await expect(page.getByText('Tried: soak it')).toBeVisible()
  await expect(page.getByRole('timer')).toContainText(/1[45]:\d\d/)
  await page.clock.fastForward('15:01')

  // A photo for the step, from a file, without what the camera wrote beside it.
  await page.getByRole('button', { name: 'Photo', exact: true }).click()
  await page.getByLabel('What the photo shows').fill('before the hose came off')
  await page
    .getByLabel('Photo for this step')
    .setInputFiles({ name: 'bay.jpg', mimeType: 'image/jpeg', buffer: await drawnJpeg(page, 2400, 1800) })
  await expect(page.getByRole('dialog', { name: 'Photo' })).toBeHidden()

  // Pause, with its reason; on from another tablet, by somebody else.
  await page.getByRole('button', { name: 'Pause', exact: true }).click()
  await page.getByRole('button', { name: 'Waiting for a part' }).click()
  await expect(title).toHaveText('Paused')
  // Whoever sits down in it meanwhile reads what must not be done.
  const bay = page.url()
  await page.getByRole('link', { name: 'Tag for the wheel' }).click()
  const tag = page.getByRole('region', { name: 'Tag for the wheel' })
  await expect(tag.getByRole('heading', { name: 'Do not drive, do not roll' })).toBeVisible()
  await expect(tag).toContainText('The car is still on the lift.')
  await expect(tag).toContainText('Paused by')
  await expectAccessible(page)
  await page.goto(bay)
  await page.getByRole('button', { name: 'Resume the job' }).click()
  // The page was loaded anew, and goes by the server's clock: there the penetrant has only begun to soak.
  await page.clock.fastForward('15:01')
  await page.getByRole('button', { name: 'More' }).click()
  await page.getByText('Pass the job on').click()
  await page.getByRole('button', { name: `To ${names.lead}` }).click()
  await expect(page.getByText(`PE 20 TRL · ${names.lead}`)).toBeVisible()
  const other = await (await browser.newContext({ baseURL: server.url, viewport: { width: 1280, height: 800 } })).newPage()
  listen(other, watch)
  await signIn(other, 'lead')
  await expect(other.getByRole('listitem').filter({ hasText: 'PE 20 TRL' })).toBeVisible()
  await other.context().close()

  // A joint that weeps is given some of what was left in hand, and looked at again.
  await until(/^Look for a leak/)
  await page.clock.fastForward('20:00')
  await page.getByRole('button', { name: 'Weeping' }).click()
  await page.getByRole('button', { name: 'Record: weeping' }).click()
  // The prop comes out on the ground before a wrench comes near.
  for (const first of ['Lower the car to the ground', 'Take the prop out']) {
    await expect(title).toHaveText(first)
    await page.locator('.go').click()
  }
  await expect(title).toHaveText(/^It leaks/)
  // Nothing is filled in: what the wrench came to is entered.
  await expect(page.getByRole('button', { name: 'Record this torque' })).toBeDisabled()
  const offer = page.locator('.offer')
  const aim = Number(/set the wrench to ([\d.]+)/.exec((await offer.textContent())!)![1])
  await offer.getByLabel('torque', { exact: true }).fill(String(aim))
  await page.getByRole('button', { name: 'Record this torque' }).click()
  // The pedal is held again, down on the ground, and the same joint looked at once more.
  await until(/^Put it under pressure/)
  await until(/^Every step is done/)
  await page.getByRole('button', { name: 'Sign off' }).click()

  // The record has it all.
  await page.setViewportSize({ width: 1280, height: 800 })
  await expect(page.getByText('Signed off by Rafe Undal')).toBeVisible()
  await page.goto('/')
  await page.getByRole('listitem').filter({ hasText: 'PE 20 TRL' }).getByRole('link').first().click()
  await room(page, 'Record')
  await page.getByRole('button', { name: /Show all/ }).click()
  for (const words of [
    'does not move: soak it',
    'Photo: before the hose came off',
    'Passed on to Imke Thorsby',
    'renewed with this job, decided by the customer',
    'Slave cylinder renewed',
    'weeping',
  ])
    await expect(page.locator('.log')).toContainText(words)
  const photo = page.getByRole('img', { name: 'before the hose came off' })
  await photo.scrollIntoViewIfNeeded()
  await expect.poll(() => photo.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(1600)
  await expectAccessible(page)
})

test('a photo that is none is refused with a word; one that is waits on the tablet while the server does not take it', async ({ page }) => {
  await signIn(page, 'technician')
  await page.getByRole('listitem').filter({ hasText: 'BR 88 KEL' }).getByRole('button', { name: 'Bay view' }).click()
  await page.getByRole('button', { name: 'Photo', exact: true }).click()
  await page.getByLabel('What the photo shows').fill('nothing')
  await page
    .getByLabel('Photo for this step')
    .setInputFiles({ name: 'x.jpg', mimeType: 'image/jpeg', buffer: jpegOf({ aside: [] }).subarray(0, 40) })
  await expect(page.getByRole('alert')).toContainText('no photo that can be read')
  await expect(page.getByLabel('What the photo shows')).toHaveValue('nothing')

  // The network is gone for pictures; the entry is kept, the picture with it, over a reload.
  await page.route('**/api/jobs/*/photos?*', route => route.abort())
  await page.getByLabel('What the photo shows').fill('clip as found')
  await page
    .getByLabel('Photo for this step')
    .setInputFiles({ name: 'clip.jpg', mimeType: 'image/jpeg', buffer: await drawnJpeg(page, 640, 480) })
  await expect(page.getByRole('dialog', { name: 'Photo' })).toBeHidden()
  await page.goto(page.url().replace('/bay', '/record'))
  const photo = page.getByRole('img', { name: 'clip as found' })
  await page.reload()
  await expect(page.locator('.log').getByText('waits to be sent').first()).toBeVisible()
  await expect.poll(() => photo.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(640)
  await page.unroute('**/api/jobs/*/photos?*')
  await expect(page.locator('.log').getByText('waits to be sent')).toHaveCount(0, { timeout: 20_000 })
  await expect(photo).toHaveAttribute('src', /^\/api\/photos\//)
  await page.reload()
  await expect.poll(() => photo.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(640)
})

test('the other line: minutes now and later, odds by the lead’s judgement, and the customer’s word in plan and record', async ({
  page,
}) => {
  await signIn(page, 'lead', '/sheets/halyard-cooler-lines-screw-in')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await openJobFor(page, 'HE 47 LIN')
  const boxes = page.locator('.choice input')
  await tick(boxes.first())
  await tick(boxes.nth(1), false)
  await expect(page.locator('.choice input:checked')).toHaveCount(1)
  const beside = page.getByRole('region', { name: 'While it is open' })
  const unfold = () => page.getByRole('button', { name: /^While it is open/ }).click()
  await unfold()
  const sister = beside.getByRole('listitem').filter({ hasText: 'line' }).first()
  await expect(sister).toContainText(/min now, .* min alone later, \d+ % in 3 years \(judgement\)/)
  const odds = async () => Number(/(\d+) % in/.exec((await sister.textContent())!)![1])
  const before = await odds()
  await sister.getByRole('combobox', { name: 'found' }).press('Enter')
  await pick(page.getByRole('option', { name: 'weeping' }))
  await expect.poll(odds).toBeGreaterThan(before)

  await beside.getByText('How the odds are worked out').click()
  await beside.getByRole('button', { name: /Change these odds/ }).click()
  await beside.getByLabel('weeping ×').fill('1')
  await beside.getByRole('button', { name: 'Keep for the shop' }).click()
  await expect.poll(odds).toBe(before)

  await sister.getByRole('button', { name: /^Customer: now/ }).click()
  await expect(beside.getByText('with this job, customer')).toBeVisible()
  await expect(boxes.first()).toBeChecked()
  await expect(boxes.nth(1)).toBeChecked()
  await room(page, 'Record')
  await expect(page.locator('.log')).toContainText(/renewed with this job, decided by the customer, found weeping; [\d.]+ min now/)
  await room(page, 'Plan')
  await unfold()
  await sister.getByRole('button', { name: /^Customer: leave it/ }).click()
  await expect(page.locator('.choice input:checked')).toHaveCount(1)
  await page.getByRole('link', { name: 'Record, to print' }).click()
  await expect(page.getByRole('heading', { name: 'Beside the lines' })).toBeVisible()
  await expect(page.getByText(/left as it is, decided by the customer/)).toBeVisible()
  await expectAccessible(page)
})
