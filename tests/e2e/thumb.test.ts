import { expect, expectAboveFoot, expectFits, signIn, test } from '../helpers/browserTest'
import type { Step } from '../../core/job/steps/listSteps'
import { workJob } from '../helpers/workJob'

// On a phone whatever a step warns of and asks for is in sight at once: steps that ask for most, one of each kind.
const steps = [
  ['a bleeding round', 'petrel-clutch-hose', 'PE 07 REL', ['hose'], 'bleed', 'Bleed at: Slave bleeder'],
  ['a round with what the pedal tells', 'wherry-rear-brake', 'WH 96 RRY', ['hard'], 'bleed', 'Bleed at: Wheel cylinder bleeder'],
  ['bolts of two sizes', 'plover-clutch-hose', 'PL 90 VER', ['hose'], 'tighten:sprocket-cover', 'Torque: Sprocket cover'],
  ['a level read hot, while a timer runs', 'lugger-turbo-oil-feed', 'LG 64 GER', ['feed'], 'level', /^Read the level/],
  ['a level hot and too warm, engine idling', 'bollard-cooler-lines', 'BO 11 ARD', ['supply'], 'level', 'Read the level: Dipstick'],
  ['a mark read hot', 'pintle-steering-pressure', 'SK 03 VAN', ['pressure'], 'level:hot-mark', 'Read the level: Hot mark on the reservoir'],
  ['a plug read over hot fluid', 'ketch-cooler-assembly', 'KE 20 TCH', ['feed'], 'level', 'Read the level: Level plug with its tube'],
  [
    'a plug read too warm',
    'halyard-cooler-lines-screw-in',
    'SK 55 HLY',
    ['supply'],
    'level',
    'Read the level: Overflow plug in the gearbox pan',
  ],
  ['a vacuum before the fill', 'lugger-turbo-coolant', 'LG 64 GER', ['feed'], 'fill', 'Fill before the engine runs'],
] as const

for (const [what, sheet, plate, lines, before, title] of steps)
  test(`on a phone nothing that warns or asks is under the fold: ${what}`, async ({ page, server }) => {
    const rafe = await server.as('technician')
    const until = ({ kind, target }: Step) => kind === before || `${kind}:${target}` === before
    const id = await workJob(rafe, { sheet, plate, lines: [...lines], until, minutesAgo: 400 })
    await page.setViewportSize({ width: 390, height: 844 })
    await signIn(page, 'technician', `/jobs/${id}/bay`)
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(title)
    await expectAboveFoot(page)
    await expectFits(page, 48)
    // Nor once the level has been tapped where it stands.
    const scale = page.getByRole('slider')
    if ((await scale.count()) === 0) return
    await scale.click()
    await expect(scale).toHaveAttribute('aria-valuetext', /mark/)
    await expectAboveFoot(page)
  })

test('on a phone what is offered to be taken back lies over the head, and leaves the strip to be read', async ({ page, server }) => {
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'petrel-clutch-hose', plate: 'PE 07 REL', lines: ['hose'], until: 'bleed', minutesAgo: 400 })
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, 'technician', `/jobs/${id}/bay`)
  await page.getByRole('button', { name: 'Air', exact: true }).click()
  await page.locator('.go').click()
  const offer = page.locator('.ef-snack .v-snackbar__wrapper')
  await expect(offer).toBeVisible()
  const strip = (await page.locator('.map').boundingBox())!
  const box = (await offer.boundingBox())!
  expect(box.y + box.height).toBeLessThanOrEqual(strip.y + 2)
  await expectFits(page, 48)
  await offer.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('list', { name: 'Rounds so far' })).toBeHidden()
})
