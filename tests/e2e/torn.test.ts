import type { JobRow } from '../../shared/schemas/jobRow'
import { expect, expectAccessible, signIn, test } from '../helpers/browserTest'

// What a page does not show at once is fetched when it is wanted; then nobody may answer, or a newer program lie there.
test('a part of a page that cannot be fetched is said, with what helps', async ({ page, server, watch }) => {
  const jobs = (await (await server.as('technician')).call<JobRow[]>('GET', '/api/jobs')).body
  await signIn(page, 'technician', `/jobs/${jobs.find(({ number }) => number === 101)!.id}`)
  const torn = page.getByRole('alert').filter({ hasText: 'A part of this page could not be fetched' })
  const fold = page.getByRole('button', { name: /^Or less than a line/ })
  const less = page.getByRole('checkbox', { name: /^Renew: Gearbox pan/ })
  await page.getByRole('button', { name: /^The job/ }).click()
  await expect(fold).toBeVisible()

  await page.route('**/_nuxt/*.js', route => route.abort())
  await fold.click()
  await expect(torn).toBeVisible()
  await expectAccessible(page)
  await expect(less).toBeHidden()

  await page.unroute('**/_nuxt/*.js')
  await torn.getByRole('button', { name: 'Load the page again' }).click()
  await expect(torn).toBeHidden()
  await page.getByRole('button', { name: /^The job/ }).click()
  await fold.click()
  await expect(less).toBeVisible()

  // The browser says it too, of those parts and of nothing else.
  expect(watch.filter(complaint => !complaint.includes('dynamically imported module'))).toEqual([])
  watch.length = 0
})
