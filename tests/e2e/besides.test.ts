import { v7 } from 'uuid'
import type { JobRow } from '../../shared/schemas/jobRow'
import { expect, expectAccessible, expectFits, signIn, test, tick, unfoldPlan } from '../helpers/browserTest'
import { workJob } from '../helpers/workJob'

// A part beside the lines is a job of its own: chosen alone, its own seal renewed and seen, its fluid measured, its look under pressure.
test('a gearbox pan is renewed alone, with its gasket, its fluid and its look', async ({ page, server }) => {
  test.setTimeout(120_000)
  const rafe = await server.as('technician')
  const vehicle = await rafe.vehicle('SK 55 HLY')
  const request = { id: v7(), at: new Date().toISOString(), device: 'test', sheet: 'halyard-cooler-lines-screw-in', vehicle: vehicle.id }
  const { id } = (await rafe.call<JobRow>('POST', '/api/jobs', request)).body
  await signIn(page, 'technician', `/jobs/${id}`)
  await page.getByRole('button', { name: /Or less than a line/ }).click()
  await tick(page.getByLabel('Renew: Gearbox pan filter and gasket'))
  await unfoldPlan(page)
  await expect(page.locator('.visits').getByText('Take off: Gearbox pan')).toBeVisible()
  await expectAccessible(page)

  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  const title = page.getByRole('heading', { level: 1 })
  const go = page.locator('.go')
  for (const step of ['Make the car ready', 'Raise the car', 'Take off: Undershield', 'Take off: Gearbox pan']) {
    await expect(title).toHaveText(step)
    await go.click()
  }
  // Hot oil burns: it waits, or somebody has measured that it is cold.
  await expect(title).toHaveText('Take off: Gearbox pan')
  await page.getByRole('button', { name: 'Go on before it is over' }).click()
  await page.getByRole('textbox', { name: 'measured' }).fill('24')
  await page.getByRole('textbox', { name: 'Why it need not be waited for' }).fill('stood since last night')
  await page.getByRole('button', { name: 'Go on now' }).click()
  await go.click()
  await expect(title).toHaveText('Measure what was drained: gearbox fluid')
  await expectFits(page, 48)
  await page.getByRole('textbox', { name: 'caught' }).fill('3.8 L')
  await go.click()
  await expect(title).toHaveText('Renew: Gearbox pan filter and gasket')
  await go.click()
  await expect(title).toHaveText('Put back: Gearbox pan')
  // Not on its old gasket, and not before that has been seen to come off.
  await go.click()
  await expect(page.getByRole('alert')).toContainText('pan gasket')
  await page.getByRole('checkbox', { name: /New pan gasket/ }).click()
  await go.click()
  await expect(page.getByRole('alert')).toContainText('the old seal has to be seen')
  await page.getByRole('checkbox', { name: /Old seals out/ }).click()
  await go.click()
  await expect(title).toHaveText('Torque: Gearbox pan')
  // The kit’s leaflet asks for less than the sheet.
  await page.getByRole('button', { name: 'The leaflet in the box says otherwise' }).click()
  await page.getByRole('textbox', { name: 'from', exact: true }).fill('6')
  await page.getByRole('textbox', { name: 'to', exact: true }).fill('7')
  await page.getByRole('textbox', { name: /which leaflet/ }).fill('gasket maker, leaflet 12')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'It counts for this job' }).click()
  // What is asked is another window now.
  await expect(page.getByRole('img', { name: /^Window 6–7/ })).toBeVisible()
  await page.getByRole('textbox', { name: 'torque', exact: true }).fill('9')
  await go.click()
  await expect(page.getByRole('alert')).toContainText('over')
  await page.getByRole('textbox', { name: 'torque', exact: true }).fill('6.5')
  await go.click()
  await expect(title).toHaveText('Fill before the engine runs')
  await page.goto(`/jobs/${id}/proof`)
  await expect(page.getByRole('listitem').filter({ hasText: 'Gearbox pan: not looked at under pressure yet' })).toBeVisible()
})

// Another fluid than the lines’ own: its own measure, and no engine without it.
test('engine oil that the filter let out is measured and filled for itself', async ({ page, server }) => {
  test.setTimeout(120_000)
  const rafe = await server.as('technician')
  const id = await workJob(rafe, {
    sheet: 'ketch-steering-pressure',
    plate: 'KE 20 TCH',
    lines: ['pressure'],
    looked: ['filter-side', 'behind'],
    until: 'refill',
  })
  await signIn(page, 'technician', `/jobs/${id}/fluid`)
  const oil = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Engine oil' }) })
  await expect(oil).toContainText('It does not go back in.')
  await expectAccessible(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Fill again: engine oil')
  await page.getByRole('textbox', { name: 'put in' }).fill('400')
  await expectFits(page, 48)
  await page.locator('.go').click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Fill before the engine runs')
})

// A sheet that hardly knows anything: the job goes all the same, and what is met is written down in its step.
test('a thin sheet takes down what fits, and a way that hangs is given up', async ({ page, server }) => {
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'bollard-steering-return', plate: 'BO 11 ARD', lines: ['return'], until: 'open' })
  await signIn(page, 'technician', `/jobs/${id}`)
  await expect(page.getByText('shape not measured yet')).toBeVisible()
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  await page.getByRole('button', { name: /Not on the sheet yet/ }).click()
  await page.getByRole('textbox', { name: 'wrench that fits' }).fill('7')
  await page.getByRole('button', { name: 'Write the wrench down' }).click()
  await expect(page.getByText(/a 7\smm wrench fits/)).toBeVisible()
  await expectAccessible(page)

  const brake = await workJob(rafe, { sheet: 'wherry-rear-brake', plate: 'WH 96 RRY', lines: ['hard'], until: 'open' })
  await page.goto(`/jobs/${brake}/bay`)
  const title = page.getByRole('heading', { level: 1 })
  await expect(title).toHaveText(/^Open:/)
  while ((await title.textContent()) !== 'Open: Wheel cylinder') {
    const before = (await title.textContent())!
    await page.locator('.go').click()
    await expect(title).not.toHaveText(before)
  }
  await page.getByRole('region', { name: 'Tried first' }).getByRole('button', { name: 'It does not go this way' }).click()
  // The wheel comes off after all.
  await expect(title).not.toHaveText('Open: Wheel cylinder')
  await page.goto(`/jobs/${brake}`)
  await unfoldPlan(page)
  await expect(page.locator('.visits').getByText('Take off: Left rear wheel')).toBeVisible()
})
