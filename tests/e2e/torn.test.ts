import type { JobRow } from '../../shared/schemas/jobRow'
import { expect, expectAccessible, signIn, test } from '../helpers/browserTest'

// What a page does not show at once is fetched when it is wanted; then nobody may answer, or a newer program lie there.
test('a part of a page that cannot be fetched is said, with what helps', async ({ page, server, watch }) => {
  const jobs = (await (await server.as('technician')).call<JobRow[]>('GET', '/api/jobs')).body
  await signIn(page, 'technician', `/jobs/${jobs.find(({ number }) => number === 101)!.id}/bay`)
  const title = page.getByRole('heading', { level: 1 })
  await expect(title).toHaveText(/./)
  const step = (await title.textContent())!
  const torn = page.getByRole('alert').filter({ hasText: 'A part of this page could not be fetched' })
  const photo = page.getByRole('button', { name: 'Photo', exact: true })
  const take = page.getByRole('dialog').getByText('Photo for this step').first()

  await page.route('**/_nuxt/*.js', route => route.abort())
  await photo.click()
  await expect(torn).toBeVisible()
  await expectAccessible(page)
  await expect(take).toBeHidden()
  await page.getByRole('button', { name: 'Back to the step' }).click()

  await page.unroute('**/_nuxt/*.js')
  await torn.getByRole('button', { name: 'Load the page again' }).click()
  await expect(title).toHaveText(step)
  await expect(torn).toBeHidden()
  await photo.click()
  await expect(take).toBeVisible()

  // The browser says it too, of those parts and of nothing else.
  expect(watch.filter(complaint => !complaint.includes('dynamically imported module'))).toEqual([])
  watch.length = 0
})
