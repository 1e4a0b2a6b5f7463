import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type Locator, type Page } from '@playwright/test'
import { copyDatabase, demoSecrets, TestServer } from './server'
import type { Role } from '../../core/job/types'

type Fixtures = { server: TestServer; template: 'template_demo' | 'template_empty'; watch: string[] }

/** A server of its own for each test, and a page that must not complain: console errors and broken policies fail the test. */
export const test = base.extend<Fixtures>({
  template: ['template_demo', { option: true }],
  server: async ({ template }, use) => {
    const server = await TestServer.start(await copyDatabase(process.env.EFFERENT_E2E_ADMIN!, template))
    await use(server)
    await server.end()
  },
  baseURL: async ({ server }, use) => use(server.url),
  watch: [
    async ({ page }, use) => {
      const complaints: string[] = []
      listen(page, complaints)
      await use(complaints)
      expect(complaints).toEqual([])
    },
    { auto: true },
  ],
})
export { expect }

/** Failed requests are the business of the tests that make them fail; everything else on the console is a fault. */
export function listen(page: Page, complaints: string[]): void {
  page.on('pageerror', error => complaints.push(error.message))
  page.on(
    'console',
    message => message.type() === 'error' && !/Failed to load resource|net::ERR/.test(message.text()) && complaints.push(message.text()),
  )
}

export const names: Record<Role, string> = { technician: 'Rafe Undal', lead: 'Imke Thorsby', desk: 'Nessa Quill', admin: 'Odd Fennimark' }

/** Signs in at the door, and is led on to a page. */
export async function signIn(page: Page, role: Role, to = '/'): Promise<void> {
  await page.goto(`/sign-in?to=${encodeURIComponent(to)}`)
  await page.getByRole('button', { name: names[role] }).click()
  await page.locator('#secret').fill(demoSecrets[role])
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Who is working?' })).toBeHidden()
  if (to === '/') await expect(page.getByRole('heading', { name: 'Floor' })).toBeVisible()
}

/** WCAG 2.2 AA as far as axe can tell; nothing serious or critical is let through. */
export async function expectAccessible(page: Page): Promise<void> {
  // No frame of ours holds another: asked in the page itself, in a third of the time.
  const axe = new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
  // What lies dimmed under a dialog is nobody's until that is closed; axe would take it for lying over it.
  const isUnder = (await page.locator('.v-overlay__scrim').count()) > 0
  if (isUnder) axe.include('.v-overlay-container')
  const letPress = (how: string) => page.evaluate(value => (document.getElementById('__nuxt')!.style.pointerEvents = value), how)
  if (isUnder) await letPress('none')
  const { violations } = await axe.analyze()
  if (isUnder) await letPress('')
  expect(
    violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(({ id, nodes }) => `${id}: ${nodes.map(node => node.html.slice(0, 160)).join(' | ')}`),
  ).toEqual([])
}

/** What a field is about is read whole, and does not lie over its unit. */
const hiddenLabels = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('.v-field-label')].flatMap(label => {
      if (label.getClientRects().length === 0 || getComputedStyle(label).visibility === 'hidden') return []
      const unit = document.createRange()
      const suffix = label.closest('.v-field')!.querySelector('.v-text-field__suffix')
      if (suffix) unit.selectNodeContents(suffix)
      const { left, top } = unit.getBoundingClientRect()
      const { right, bottom } = label.getBoundingClientRect()
      const isOver = suffix !== null && right > left && bottom > top
      return isOver || label.scrollWidth > label.clientWidth + 1 ? [`${label.textContent}${isOver ? ', over its unit' : ', cut off'}`] : []
    }),
  )

/** Nothing sticks out sideways, no field's name is cut off, and whatever a gloved hand presses is large enough. */
export async function expectFits(page: Page, minTarget = 0): Promise<void> {
  expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0)
  expect(await hiddenLabels(page)).toEqual([])
  if (minTarget === 0) return
  const small = await page.evaluate(
    min =>
      [...document.querySelectorAll<HTMLElement>('button, a, input, [role=checkbox]')].flatMap(element => {
        const { width, height } = element.getBoundingClientRect()
        return width > 0 && (height < min || width < min) ? [`${element.outerHTML.slice(0, 100)}: ${width}×${height}`] : []
      }),
    minTarget,
  )
  expect(small).toEqual([])
}

/** Nothing that warns or asks lies under the bay's foot: not a caution, not what is entered. What is folded may. */
export async function expectAboveFoot(page: Page): Promise<void> {
  await expect(page.locator('.go')).toBeVisible()
  const under = () =>
    page.evaluate(() => {
      const foot = document.querySelector('.foot')?.getBoundingClientRect().top ?? innerHeight
      const all = document.querySelectorAll<HTMLElement>('.step .caution, .step .entry :is(button, input, textarea, svg[tabindex])')
      return [...all].flatMap(one => {
        const { bottom, height } = one.getBoundingClientRect()
        if (height === 0 || bottom <= foot + 1 || one.closest('.v-expansion-panel')) return []
        return [`${one.textContent?.trim() || one.outerHTML.slice(0, 80)}: ${Math.round(bottom - foot)} px under`]
      })
    })
  await expect.poll(under).toEqual([])
}

/** Another room of the job that is shown. */
export const room = (page: Page, name: 'Plan' | 'Kit' | 'Fluid' | 'Proof' | 'Record'): Promise<void> =>
  page.getByRole('tablist', { name: 'Rooms of this job' }).getByRole('tab', { name }).click()

/** Every stand of the car in the plan, also those that are over or still to come. */
export async function unfoldPlan(page: Page): Promise<void> {
  const folded = page.locator('.visits .v-expansion-panel-title[aria-expanded="false"]')
  await expect(page.locator('.visits')).toBeVisible()
  while ((await folded.count()) > 0) await folded.first().click()
  const more = page.locator('.visits').getByRole('button', { name: /^Show all/ })
  while ((await more.count()) > 0) await more.first().click()
}

/** With what a program is worked: what is pressed, and what is written into a box. */
/** A step of making a line, on the Bench and in a job. */
export const makingStep = (page: Page, name: 'Measure' | 'Tube and bender' | 'Cut and mark' | 'Make it'): Promise<void> =>
  page.getByRole('tablist', { name: 'Steps of making a line' }).getByRole('tab', { name }).click()
export type Hands = { press: (target: Locator) => Promise<void>; write: (box: Locator, text: string) => Promise<void> }
export const mouse: Hands = { press: target => target.click(), write: (box, text) => box.fill(text) }
/** Fingers: a tap, and the keyboard that the screen shows for a box that was tapped. */
export const fingers: Hands = {
  press: target => target.tap(),
  write: async (box, text) => {
    await box.tap()
    await box.fill(text)
  },
}
/** No pointer at all: Tab until it is there, at most once around the page, then Enter or the keys. */
export function keys(page: Page): Hands {
  const most = 160
  const reach = async (target: Locator) => {
    const isThere = () => target.evaluate(element => element === document.activeElement)
    for (let i = 0; i < most && !(await isThere()); i++) await page.keyboard.press('Tab')
    await expect(target).toBeFocused()
  }
  return {
    press: async target => {
      await reach(target)
      await page.keyboard.press('Enter')
    },
    write: async (box, text) => {
      await reach(box)
      await page.keyboard.press('Control+a')
      await page.keyboard.type(text)
    },
  }
}

/** Says a torque in the middle of its window, wherever one is asked for, and records it. */
export async function sayTorque(page: Page, { press, write } = mouse): Promise<void> {
  const groups = await page.getByRole('group', { name: 'What is being tightened' }).getByRole('button').all()
  for (const [i, entry] of (await page.locator('.torque').all()).entries()) {
    if (groups[i]) await press(groups[i])
    const window = await entry.getByRole('img', { name: /^Window/ }).all()
    const [low, high] = window[0] ? [...(await window[0].getAttribute('aria-label'))!.matchAll(/[\d.]+/g)].map(Number) : [15, 15]
    await write(entry.getByRole('textbox', { name: 'torque' }), String((low! + high!) / 2))
  }
}

/** Enters what a step of the bay asks, as somebody does for whom all goes well; what is pressed then records it. */
export async function answerStep(page: Page, name: string, hands = mouse): Promise<void> {
  const choose = (text: string) => hands.press(page.getByRole('button', { name: text, exact: true }))
  for (const toggle of await page.getByRole('checkbox').all())
    if ((await toggle.getAttribute('aria-checked')) === 'false') await hands.press(toggle)
  const unnamed = page.getByRole('group', { name: 'Which part it is' })
  if (await unnamed.count()) await hands.press(unnamed.getByRole('button').first())
  if (/^(Check the new part|Lay old)/.test(name)) await choose('They agree')
  if (name.startsWith('What it is made of')) await choose('All of it is there')
  if (/^(Torque|Back in, and torqued)/.test(name)) await sayTorque(page, hands)
  if (name.startsWith('Measure')) await hands.write(page.getByRole('textbox', { name: 'caught' }), '150')
  if (/^Fill (before|the)/.test(name)) await hands.write(page.getByRole('textbox', { name: 'put in' }), '300')
  // Brake fluid says what it comes out of.
  const sealed = page.getByRole('button', { name: 'Sealed until now' })
  if (/^Fill (before|the)/.test(name) && (await sealed.count())) await hands.press(sealed)
  if (/^(Bleed|Prime|See that no air)/.test(name)) await choose('Clear, no air')
  if (name.startsWith('Look for a leak')) await choose('Dry')
  if (/^(Try the|Feel that the heater|Road test)/.test(name)) await choose('Good')
  if (name.startsWith('Feel: Pedal travel')) await choose('As it should be')
}

/** How many entries lie in this device's queue. */
export const keptEntries = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve, reject) => {
        const opening = indexedDB.open('efferent')
        opening.onerror = () => reject(opening.error)
        opening.onsuccess = () => {
          const counting = opening.result.transaction('entries').objectStore('entries').count()
          counting.onsuccess = () => {
            opening.result.close()
            resolve(counting.result)
          }
        }
      }),
  )

/** Presses a box that shows what is recorded, and waits until it does: recording takes a moment, and `check()` looks at once. */
export async function tick(box: Locator, wanted = true): Promise<void> {
  if ((await box.isChecked()) !== wanted) await box.click()
  await expect(box).toBeChecked({ checked: wanted })
}

/** Picks from a list that has opened. */
export async function pick(option: Locator): Promise<void> {
  await option.click()
  await expect(option).toBeHidden()
}

/** Opens the list of that name and picks what is called so, word for word. */
export async function choose(page: Page, list: string, option: string): Promise<void> {
  await page.getByRole('combobox', { name: list }).press('ArrowDown')
  await pick(page.getByRole('listbox', { name: list }).getByRole('option', { name: option, exact: true }))
}
