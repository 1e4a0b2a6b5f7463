import { expect, expectAccessible, expectFits, sayTorque, signIn, test } from '../helpers/browserTest'
import { workJob } from '../helpers/workJob'

// A rear brake line, tried to be given back with air in it, on finger-tight nuts, dry, or untried: none of it is signed.
test('a brake job that is tried to be signed off unbled, and cannot be', async ({ page, server }) => {
  test.setTimeout(180_000)
  await page.clock.install()
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'wherry-rear-brake', plate: 'WH 96 RRY', lines: ['hose', 'hard'], until: 'bleed' })
  await signIn(page, 'technician')
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  const title = page.getByRole('heading', { level: 1 })
  const alert = page.getByRole('alert')
  const bleeder = 'Bleed at: Wheel cylinder bleeder'
  await expect(title).toHaveText(bleeder)
  await expectFits(page, 48)
  await expectAccessible(page)

  // The space bar says nothing about what came out.
  await page.keyboard.press('Space')
  await expect(title).toHaveText(bleeder)
  // Air: another round. Clear: it is bled, and the screw is to be shut.
  await page.getByRole('button', { name: 'Air', exact: true }).click()
  await page.getByRole('button', { name: 'Record: air' }).click()
  await expect(page.getByRole('list', { name: 'Rounds so far' })).toContainText('air')
  await expect(title).toHaveText(bleeder)

  const tryStep = async (name: string) => {
    await page.getByRole('button', { name: 'More' }).click()
    await page.getByRole('button', { name: 'Go to another step' }).click()
    await page.getByRole('button', { name, exact: true }).click()
    await expect(title).toHaveText(name)
  }
  await tryStep('Road test, then look again')
  await page.getByRole('button', { name: 'Good', exact: true }).click()
  await page.getByRole('button', { name: 'Good, and dry' }).click()
  await expect(alert).toContainText('Before the car is driven')
  await expect(alert).toContainText('Wheel cylinder bleeder: the last round was not clear; another one.')
  await expect(alert).toContainText('The pedal has not been tried')
  await page.goto(`/jobs/${id}/proof`)
  await expect(page.getByText('the last round was not clear')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Sign off' })).toBeDisabled()

  await page.goto(`/jobs/${id}/bay`)
  await expect(title).toHaveText(bleeder)
  await page.getByRole('button', { name: 'Clear, no air' }).click()
  await page.getByRole('button', { name: 'Record: clear, no air' }).click()
  await expect(title).toHaveText('Torque: Wheel cylinder bleeder')
  await sayTorque(page)
  await page.keyboard.press('Enter')

  // The level of a brake reservoir asks for no temperature.
  await expect(title).toHaveText(/^Read the level/)
  await expect(page.getByRole('textbox', { name: 'temperature' })).toHaveCount(0)
  await page.getByRole('button', { name: 'At the mark' }).click()
  await page.locator('.go').click()

  // No engine in this job: the pedal is pressed and propped on the ground, and a joint is dry only after that and its minutes.
  await expect(title).toHaveText('Put it under pressure')
  await tryStep('Look for a leak: Frame, banjo')
  await page.getByRole('button', { name: 'Dry', exact: true }).click()
  await page.getByRole('button', { name: 'It is dry' }).click()
  await expect(alert).toContainText('Put the line under pressure first')
  await page.reload()
  await page.getByRole('button', { name: 'It is held' }).click()
  await expect(title).toHaveText('Raise the car')
  await page.locator('.go').click()
  await expect(title).toHaveText(/^Look for a leak/)
  await page.clock.fastForward('20:00')
  for (let look = 0; look < 3; look++) {
    const name = (await title.textContent())!
    await page.getByRole('button', { name: 'Dry', exact: true }).click()
    await page.getByRole('button', { name: 'It is dry' }).click()
    await expect(title).not.toHaveText(name)
  }
  // Down, and the prop out, before anybody drives.
  await expect(title).toHaveText('Lower the car to the ground')
})
