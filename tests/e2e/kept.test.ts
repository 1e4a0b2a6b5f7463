import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type BrowserContext, type Page } from '@playwright/test'
import pg from 'pg'
import type { JobView } from '../../shared/schemas/jobView'
import { drawnJpeg } from '../helpers/drawnJpeg'
import { expect, expectAccessible, expectFits, keptEntries, names, room, signIn, test } from '../helpers/browserTest'
import { chromiumLaunch } from '../helpers/chromium'
import { demoSecrets } from '../helpers/server'

/** What was set on the wrench, and recorded. */
async function torque(page: Page): Promise<void> {
  await page.getByLabel('torque', { exact: true }).fill('18.5')
  await page.keyboard.press('Enter')
}

/** What nobody may lose: what was recorded on a device, by its author, whatever becomes of server, disk, tab and browser. */

/** The main process of the browser that was started on this profile. */
const browserOf = (profile: string): number =>
  Number(
    readdirSync('/proc').find(pid => {
      if (!/^\d+$/.test(pid)) return false
      try {
        const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8')
        return command.includes(`--user-data-dir=${profile}`) && !command.includes('--type=')
      } catch {
        return false
      }
    }),
  )

const title = (page: Page) => page.getByRole('heading', { level: 1 })
async function toBay(page: Page): Promise<void> {
  await page.getByRole('listitem').filter({ hasText: 'BR 88 KEL' }).getByRole('button', { name: 'Bay view' }).click()
  await expect(title(page)).toHaveText('Torque: Gearbox, upper')
}
const jobOf = (page: Page): string => /jobs\/([^/]+)/.exec(page.url())![1]!
const recordOf = (page: Page, job = jobOf(page)): Promise<JobView> =>
  page.evaluate(async id => (await fetch(`/api/jobs/${id}`)).json() as Promise<JobView>, job)
async function writeNote(page: Page, text: string): Promise<void> {
  await page.getByRole('button', { name: 'Note', exact: true }).click()
  await page.getByLabel('Note for the record').fill(text)
  await page.getByRole('button', { name: 'Keep the note' }).click()
}
/** Writes to the device until it takes no more, large pieces first. */
const fillDevice = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>((resolve, reject) => {
      const opening = indexedDB.open('ballast', 1)
      opening.onupgradeneeded = () => opening.result.createObjectStore('stones', { autoIncrement: true })
      opening.onsuccess = () => resolve(opening.result)
      opening.onerror = () => reject(opening.error)
    })
    for (const size of [65_536, 4096, 512]) {
      for (let fits = true; fits;)
        fits = await new Promise<boolean>(resolve => {
          const transaction = db.transaction('stones', 'readwrite', { durability: 'strict' })
          transaction.objectStore('stones').add(crypto.getRandomValues(new Uint8Array(size)))
          transaction.oncomplete = () => resolve(true)
          transaction.onabort = () => resolve(false)
        })
    }
    db.close()
  })

test('a full disk under the server, entries and a photo waiting, a change of hands: with space again all is on record, by its authors', async ({
  page,
  server,
}) => {
  const db = new pg.Client({ connectionString: server.databaseUrl })
  await db.connect()
  // PostgreSQL's own word for it, raised where it would be: as rows are written.
  await db.query(
    `create function full_disk() returns trigger language plpgsql as $$ begin raise exception 'no space' using errcode = '53100'; end $$;
     create trigger full_disk before insert on job_events for each row execute function full_disk();
     create trigger full_disk before insert on job_photos for each row execute function full_disk()`,
  )
  await signIn(page, 'technician')
  await toBay(page)
  await writeNote(page, 'by Rafe, while the disk was full')
  await expect(page.getByRole('alert')).toContainText('its disk is full')
  await page.getByRole('button', { name: 'Photo', exact: true }).click()
  await page.getByLabel('What the photo shows').fill('the full disk')
  await page
    .getByLabel('Photo for this step')
    .setInputFiles({ name: 'x.jpg', mimeType: 'image/jpeg', buffer: await drawnJpeg(page, 640, 480) })
  await expect(page.getByRole('dialog', { name: 'Photo' })).toBeHidden()
  await expect(page.getByRole('alert')).toContainText('2 entries wait')
  const job = jobOf(page)

  // Somebody else takes the tablet over.
  await page.goto('/')
  await page.getByRole('button', { name: /Rafe Undal: menu/ }).click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.getByRole('button', { name: names.lead }).click()
  await page.locator('#secret').fill(demoSecrets.lead)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Floor' })).toBeVisible()
  await toBay(page)
  await writeNote(page, 'by Imke, on the same tablet')
  await expect(page.getByRole('alert')).toContainText('3 entries wait')

  await db.query('drop trigger full_disk on job_events; drop trigger full_disk on job_photos')
  await expect(page.getByRole('alert')).toBeHidden({ timeout: 30_000 })
  await expect.poll(() => keptEntries(page)).toBe(0)
  const { events } = await recordOf(page, job)
  expect(events.slice(-3).map(({ by, sentBy, body }) => [by.name, sentBy?.name, body.type])).toEqual([
    ['Rafe Undal', 'Imke Thorsby', 'noteWritten'],
    ['Rafe Undal', 'Imke Thorsby', 'photoTaken'],
    ['Imke Thorsby', undefined, 'noteWritten'],
  ])
  await expect
    .poll(async () => (await db.query('select count(*)::int as n from job_photos where job_id = $1', [job])).rows[0].n as number)
    .toBe(1)
  await db.end()
})

test('signing out waits for no server that hangs: nobody’s work is shown any more, and who comes next stays signed in', async ({
  page,
}) => {
  await signIn(page, 'technician')
  // That somebody leaves is heard, and never answered.
  await page.route('**/api/session', route => (route.request().method() === 'DELETE' ? undefined : route.continue()))
  await page.getByRole('button', { name: /Rafe Undal: menu/ }).click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByRole('heading', { name: 'Who is working?' })).toBeVisible()
  await expect(page.getByText('BR 88 KEL')).toHaveCount(0)
  await page.getByRole('button', { name: names.lead }).click()
  await page.locator('#secret').fill(demoSecrets.lead)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Floor' })).toBeVisible()
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  await page.reload()
  await expect(page.getByRole('button', { name: /Imke Thorsby: menu/ })).toBeVisible()
})

test('a full device says so and leaves the screen as it was; with space again the same press records', async ({ page, server }) => {
  const session = await page.context().newCDPSession(page)
  const origin = server.url
  // Before anything is kept: how much room there is, the browser looks up only now and then.
  await session.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 2 * 1024 * 1024 })
  await signIn(page, 'technician')
  await toBay(page)
  await fillDevice(page)
  await torque(page)
  await expect(page.getByRole('alert')).toContainText('This device is full')
  await expect(title(page)).toHaveText('Torque: Gearbox, upper')
  await session.send('Storage.overrideQuotaForOrigin', { origin })
  await page.evaluate(() => new Promise(done => (indexedDB.deleteDatabase('ballast').onsuccess = done)))
  await torque(page)
  await expect(title(page)).toHaveText('Fasten: Bracket, cross member')
  await expect(page.getByRole('alert')).toBeHidden()
})

test('loaded again between the write and the sending, and then two tabs: one sends, each entry once, both show it', async ({
  page,
  context,
}) => {
  await signIn(page, 'technician')
  await toBay(page)
  let [sends, away] = [0, true]
  await context.route('**/api/jobs/*/events', route => {
    if (away) return route.abort()
    sends++
    return route.continue()
  })
  await torque(page)
  await expect(title(page)).toHaveText('Fasten: Bracket, cross member')
  await page.reload()
  await expect(title(page)).toHaveText('Fasten: Bracket, cross member')
  expect(await keptEntries(page)).toBe(1)
  const other = await context.newPage()
  await other.goto(page.url())
  // The second tab finds what the first has kept.
  await expect(title(other)).toHaveText('Fasten: Bracket, cross member')
  await writeNote(other, 'from the second tab')
  away = false
  await expect.poll(() => keptEntries(page), { timeout: 30_000 }).toBe(0)
  const { events } = await recordOf(page)
  expect(events.slice(-2).map(({ body }) => body.type)).toEqual(['jointTorqued', 'noteWritten'])
  expect(new Set(events.map(({ id }) => id)).size).toBe(events.length)
  expect(sends).toBe(2)
  for (const tab of [page, other]) await expect(title(tab)).toHaveText('Fasten: Bracket, cross member')
})

test('the browser killed while it writes: whatever the screen has shown is on the disk, and goes out when it is opened again', async ({
  server,
}) => {
  const profile = mkdtempSync(join(tmpdir(), 'efferent-browser-'))
  const open = async (): Promise<BrowserContext> => chromium.launchPersistentContext(profile, { ...chromiumLaunch, baseURL: server.url })
  let context = await open()
  try {
    let page = context.pages()[0]!
    await signIn(page, 'technician')
    await toBay(page)
    const url = page.url()
    const before = (await recordOf(page)).events.length
    await context.route('**/api/jobs/*/events', route => route.abort())
    // Every title the screen comes to show, as it does.
    const shown: string[] = []
    const enough = new Promise<void>(resolve =>
      page
        .exposeFunction('sawTitle', (text: string) => {
          shown.push(text)
          if (shown.length === 2) resolve()
        })
        .then(() =>
          page.evaluate(() => {
            const { sawTitle } = window as unknown as { sawTitle: (text: string) => void }
            let last = document.querySelector('h1')!.textContent
            new MutationObserver(() => {
              const now = document.querySelector('h1')?.textContent ?? last
              if (now !== last) sawTitle((last = now)!)
            }).observe(document.body, { subtree: true, childList: true, characterData: true })
          }),
        )
        .then(async () => {
          await torque(page)
          // The space bar presses the page once nothing is typed in any more.
          await expect(title(page)).not.toHaveText('Torque: Gearbox, upper')
          for (let i = 0; i < 8; i++) await page.keyboard.press('Space')
        })
        .catch(() => {}),
    )
    // In the middle of a row of presses, without a word.
    await enough
    process.kill(browserOf(profile), 'SIGKILL')
    await context.close().catch(() => {})

    context = await open()
    page = context.pages()[0]!
    await signIn(page, 'technician', new URL(url).pathname)
    await expect.poll(() => keptEntries(page)).toBe(0)
    const { events } = await recordOf(page)
    expect(shown.length).toBeGreaterThanOrEqual(2)
    expect(events.length - before).toBeGreaterThanOrEqual(shown.length)
    expect(events[before]!.body.type).toBe('jointTorqued')
    expect(new Set(events.map(({ id }) => id)).size).toBe(events.length)
  } finally {
    await context.close().catch(() => {})
    rmSync(profile, { recursive: true, force: true })
  }
})

test('a newer server’s event asks for the page to be loaded again, and breaks nothing', async ({ page }) => {
  await signIn(page, 'technician')
  await page.route('**/api/jobs/*/stream?*', route =>
    route.fulfill({
      contentType: 'text/event-stream',
      body: `event: job\ndata: ${JSON.stringify({ v: 9, id: 'x', body: { type: 'teleported' } })}\n\n`,
    }),
  )
  await toBay(page)
  await expect(page.getByRole('alert').filter({ hasText: 'Efferent has been updated' })).toBeVisible()
  await torque(page)
  await expect(title(page)).toHaveText('Fasten: Bracket, cross member')
})

/** On a phone the rooms and the way to the car lie where a thumb is, and nothing of the room stays hidden under them. */
async function expectAtThumb(page: Page) {
  const rooms = page.getByRole('tablist', { name: 'Rooms of this job' })
  await expect.poll(async () => (await rooms.boundingBox())!.y).toBeGreaterThan(600)
  expect((await page.getByRole('link', { name: 'Bay view' }).boundingBox())!.y).toBeGreaterThan(600)
  const over = await page.evaluate(() => {
    window.scrollTo(0, document.documentElement.scrollHeight)
    const bar = document.querySelector('.rooms')!.getBoundingClientRect()
    const shown = [...document.querySelectorAll<HTMLElement>('.room > :last-child *')].filter(({ offsetParent }) => offsetParent)
    return Math.max(...shown.map(one => one.getBoundingClientRect().bottom)) - bar.top
  })
  expect(over).toBeLessThanOrEqual(0)
  // The head, and a screen.
  expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBeLessThanOrEqual(1500)
}

/** What each room of a job that is worked on shows, and its key after g. */
const rooms = [
  ['Kit', 'line and port caps', 'k'],
  ['Fluid', 'Top-up', 'f'],
  ['Proof', 'Before sign-off', 'r'],
  ['Record', /Show all \d+ entries/, 'l'],
  ['Plan', 'steps done', 'p'],
] as const
/** On a phone what a room holds besides opens with a touch, and closes again. */
async function expectUnfolds(page: Page): Promise<void> {
  const fold = page.getByRole('button', { name: /^Lost before it came in/ })
  const held = page.getByRole('button', { name: /^It leaked before/ })
  await expect(held).toBeHidden()
  await fold.click()
  await expect(held).toBeVisible()
  await fold.click()
  await expect(held).toBeHidden()
}
const expectOneScreen = async (page: Page, what: string) =>
  expect(await page.evaluate(() => document.documentElement.scrollHeight), what).toBeLessThanOrEqual(800)

test('every room of the fullest jobs is one screen at the desk', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await signIn(page, 'technician')
  for (const plate of ['SK 03 VAN', 'WH 96 RRY', 'FM 31 AIR', 'OL 79 PUN']) {
    await page.getByRole('listitem').filter({ hasText: plate }).getByRole('link').first().click()
    await expect(page.getByRole('heading', { name: new RegExp(plate) })).toBeVisible()
    for (const [name, shown] of rooms) {
      await room(page, name)
      await expect((name === 'Record' ? page.locator('.log li') : page.getByText(shown)).first()).toBeVisible()
      await expect(page.getByRole('progressbar')).toHaveCount(0)
      await expectOneScreen(page, `${plate}: ${name}`)
    }
    await page.getByRole('link', { name: 'Floor', exact: true }).click()
  }
})

test('a job’s rooms: by address, by key, under a head that stays, at both widths', async ({ page }) => {
  await signIn(page, 'technician')
  await page.getByRole('listitem').filter({ hasText: 'BR 88 KEL' }).getByRole('link').first().click()
  await expect(page.getByRole('heading', { name: /^Job 101/ })).toBeVisible()
  for (const [name, shown, key] of rooms) {
    await room(page, name)
    await expect(page.getByText(shown).first()).toBeVisible()
    await expect(page.getByRole('heading', { name: /^Job 101/ })).toBeVisible()
    await expectAccessible(page)
    for (const width of [390, 1280]) {
      await page.setViewportSize({ width, height: 800 })
      await expectFits(page)
      if (width === 390) await expectAtThumb(page)
      if (width === 390 && name === 'Fluid') await expectUnfolds(page)
    }
    await expectOneScreen(page, name)
    await page.reload()
    await expect(page.getByText(shown).first()).toBeVisible()
    await page.keyboard.press('g')
    await page.keyboard.press('k')
    await expect(page).toHaveURL(/\/kit$/)
    await page.keyboard.press('g')
    await page.keyboard.press(key)
    await expect(page.getByText(shown).first()).toBeVisible()
  }
})
