import type { Page } from '@playwright/test'
import { v7 } from 'uuid'
import { answerStep, expect, expectAccessible, expectFits, listen, names, room, signIn, test } from '../helpers/browserTest'
import { limits } from '../../shared/limits'
import { demoSecrets } from '../helpers/server'
import { workOn } from '../helpers/workJob'

/** What was set on the wrench, and recorded. */
async function torque(page: Page): Promise<void> {
  await page.getByLabel('torque', { exact: true }).fill('18.5')
  await page.keyboard.press('Enter')
}

test('a wrong PIN says so; too many make everybody wait', async ({ page }) => {
  await page.goto('/jobs/00000000-0000-4000-8000-000000000001')
  await expect(page).toHaveURL(/sign-in\?to=/)
  await page.getByRole('button', { name: names.technician }).click()
  for (let i = 0; i < limits.signIn.device.tries; i++) {
    await page.locator('#secret').fill('0000')
    await page.getByRole('button', { name: 'Sign in' }).click()
    await expect(page.getByRole('alert')).toContainText('Check the name')
    await expect(page.locator('#secret')).toHaveValue('')
  }
  await page.locator('#secret').fill(demoSecrets.technician)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert')).toContainText('Too many wrong tries')
  await expectAccessible(page)
})

test('every page is accessible, fits its screen and has its empty state', async ({ page }) => {
  await signIn(page, 'admin')
  for (const [path, heading] of [
    ['/', 'Floor'],
    ['/lookup?q=zzyzx', 'Look up'],
    ['/library', 'Library'],
    ['/practice', 'Practice'],
    ['/shop', 'Shop'],
    ['/errors', 'Errors'],
    ['/car', 'Which car, which lines?'],
    ['/sheets/new', 'New line sheet'],
    ['/sheets/halyard-cooler-lines/edit', 'Gearbox cooler lines'],
    ['/sheets/halyard-cooler-lines', 'Gearbox cooler lines'],
  ] as const) {
    for (const width of [1280, 390]) {
      await page.setViewportSize({ width, height: 800 })
      await page.goto(path)
      await expect(page.getByRole('heading', { name: heading, level: 1 })).toBeVisible()
      await expectFits(page)
    }
    await expectAccessible(page)
  }
  await page.goto('/lookup?q=zzyzx')
  await expect(page.getByText('Nothing fits “zzyzx”.')).toBeVisible()
})

test('an address from an older link leads back to the Floor', async ({ page, watch }) => {
  await signIn(page, 'desk', '/nowhere')
  await expect(page.getByText('There is no such page.')).toBeVisible()
  // Nuxt reports the unknown address on the console; that one is meant.
  expect(watch.splice(0).every(complaint => complaint.includes('Page not found: /nowhere'))).toBe(true)
  await page.getByRole('button', { name: 'To the Floor' }).click()
  await expect(page.getByRole('heading', { name: 'Floor' })).toBeVisible()
})

test('a lead accepts a torque outside its window with a reason; the technician cannot', async ({ page }) => {
  await signIn(page, 'lead')
  await page.getByRole('listitem').filter({ hasText: 'BR 88 KEL' }).getByRole('button', { name: 'Bay view' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Torque: Gearbox, upper')
  await expectAccessible(page)
  await page.getByLabel('torque', { exact: true }).fill('21')
  await page.getByRole('button', { name: 'Done at 21 N·m' }).click()
  await expect(page.getByRole('alert')).toContainText('Write the reason')
  await page.getByLabel(/Reason for accepting/).fill('steel block, wept at 20')
  await page.getByRole('button', { name: 'Done at 21 N·m' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Fasten: Bracket, cross member')
  // Taken back by a correcting event, and there again.
  await expect(page.getByText(/Gearbox, upper torqued/)).toBeVisible()
  await page.locator('.ef-snack').getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Torque: Gearbox, upper')
})

test('the network gone mid-step: nothing typed is lost, and it is sent when the server is back', async ({ page, server }) => {
  await signIn(page, 'technician')
  await page.getByRole('listitem').filter({ hasText: 'BR 88 KEL' }).getByRole('button', { name: 'Bay view' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Torque: Gearbox, upper')
  await server.end('SIGKILL')
  await torque(page)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Fasten: Bracket, cross member')
  await expect(page.getByRole('alert')).toContainText('No connection to the server')
  await expect(page.getByRole('alert')).toContainText('1 entry waits')
  await server.up()
  await expect(page.getByRole('alert')).toBeHidden()
  await page.getByRole('link', { name: 'To the job' }).click()
  await room(page, 'Record')
  await expect(page.getByText('Gearbox, upper torqued at 18.5')).toBeVisible()
  await expect(page.getByText('waits to be sent')).toBeHidden()
})

test('two tablets: what no longer holds is shown to the one who was late', async ({ page, browser, server, watch }) => {
  await signIn(page, 'technician')
  const other = await (await browser.newContext({ baseURL: server.url })).newPage()
  listen(other, watch)
  await signIn(other, 'lead')
  for (const tablet of [page, other]) {
    await tablet.getByRole('listitem').filter({ hasText: 'SK 72 NET' }).getByRole('button', { name: 'Bay view' }).click()
    await expect(tablet.getByRole('heading', { level: 1 })).toHaveText('Paused')
  }
  // The late tablet hears nothing and cannot send until the other has resumed the job.
  await other.route('**/api/jobs/**', route => route.abort())
  await other.getByRole('button', { name: 'Resume the job' }).click()
  await expect(other.getByRole('heading', { level: 1 })).toHaveText('Raise the car')
  // A tablet shows what it has kept; on record it is when the server has taken it.
  const taken = page.waitForResponse(answer => answer.url().endsWith('/events') && answer.ok())
  await page.getByRole('button', { name: 'Resume the job' }).click()
  await taken
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Raise the car')
  await other.unroute('**/api/jobs/**')
  await expect(other.getByRole('alert').filter({ hasText: 'The job has moved on' })).toContainText(
    'Rafe Undal has worked on this job since',
  )
  await other.getByRole('button', { name: 'I have read it' }).click()
  await expect(other.getByRole('heading', { level: 1 })).toHaveText('Raise the car')
  await other.context().close()
})

test('a bad pack is refused with its places, a good one comes in', async ({ page }) => {
  await signIn(page, 'lead', '/library')
  await page
    .getByLabel(/^Import a pack/)
    .setInputFiles({
      name: 'bad.efferent.json',
      mimeType: 'application/json',
      buffer: Buffer.from('{"format":"efferent.pack/1","title":"x","families":[],"sheets":[{"id":"UPPER"}]}'),
    })
  await expect(page.locator('.trouble[role=alert]')).toContainText('nothing was changed')
  await expect(page.getByRole('alert')).toContainText('sheets[0].id')
  await page.getByLabel(/^Import a pack/).setInputFiles('tests/fixtures/clutch-hose-skeleton.json')
  await page.getByRole('region', { name: 'What the import would do' }).getByRole('button', { name: 'Take 1 sheet' }).click()
  await expect(page.getByRole('status').filter({ hasText: '1 added' })).toBeVisible()
  await page.getByRole('link', { name: 'Clutch hose', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Clutch hose' })).toBeVisible()
  await expectAccessible(page)
})

test.describe('an empty workshop', () => {
  test.use({ template: 'template_empty' })
  test('the first visit makes the admin, who adds a technician', async ({ page }) => {
    await page.goto('/')
    await expect(page.getByRole('heading', { name: 'An empty workshop' })).toBeVisible()
    await expectAccessible(page)
    await page.getByLabel('Name of the workshop').fill('Slip 4')
    await page.getByLabel('Your name').fill('Ada')
    await page.getByLabel('Password', { exact: true }).fill('a long password')
    await page.getByLabel('Password again').fill('a long passwort')
    await page.getByRole('button', { name: 'Create the workshop' }).click()
    await expect(page.getByText('The two passwords differ')).toBeVisible()
    await page.getByLabel('Password again').fill('a long password')
    await page.getByRole('button', { name: 'Create the workshop' }).click()
    await expect(page.getByRole('heading', { name: 'Shop' })).toBeVisible()
    await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Bo')
    await page.getByLabel('PIN', { exact: true }).fill('4711')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await expect(page.getByRole('status').filter({ hasText: 'Added' })).toBeVisible()
    await expect(page.getByRole('region', { name: 'People' }).getByText('Bo', { exact: true })).toBeVisible()
    await page.goto('/')
    await expect(page.getByText('No job is open.')).toBeVisible()
  })
})

// Opened on a device whose clock was an hour fast: what is shown and what is refused wait for the same minute, and not for an hour more.
test('a job opened by a clock that is an hour fast makes nobody wait for that hour', async ({ page, server }) => {
  const rafe = await server.as('technician')
  const vehicle = await rafe.vehicle('LG 64 GER')
  const id = v7()
  const fast = new Date(Date.now() + 3_600_000).toISOString()
  await rafe.call('POST', '/api/jobs', { id, at: fast, device: 'another tablet', sheet: 'lugger-turbo-oil-feed', vehicle: vehicle.id })
  await rafe.say(id, { type: 'planned', inputs: { lines: ['feed'], start: 'ground', parts: { feed: 'feed-factory' } } }, 1)
  await workOn(rafe, id, ({ kind, target }) => kind === 'off' && target === 'heat-shield')
  await signIn(page, 'technician', `/jobs/${id}/bay`)
  const waiting = page.getByRole('region', { name: 'Waiting' })
  await expect(waiting).toBeVisible()
  const minutes = (text: string) => Number(/(\d+) minute/.exec(text)![1])
  const shown = minutes(await waiting.innerText())
  // The sheet asks for forty.
  expect(shown).toBeGreaterThan(35)
  expect(shown).toBeLessThanOrEqual(40)
  await answerStep(page, await page.getByRole('heading', { level: 1 }).innerText())
  await page.locator('.go').click()
  const refused = minutes(
    await page
      .getByText(/minutes? to go/)
      .first()
      .innerText(),
  )
  expect(Math.abs(refused - shown)).toBeLessThanOrEqual(1)
})
