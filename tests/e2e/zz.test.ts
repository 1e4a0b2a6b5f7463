import { test } from '../helpers/browserTest'
import { signIn } from '../helpers/browserTest'
test('look', async ({ page }) => {
  await signIn(page, 'lead')
  await page.goto('/shop')
  await page.getByRole('button', { name: 'Change the rules' }).waitFor()
  await page.getByRole('heading', { name: 'Tube and benders' }).scrollIntoViewIfNeeded()
  await page.screenshot({ path: '/tmp/shots/shop.png' })
  await page.getByRole('button', { name: 'Change the rules' }).click()
  await page.getByRole('heading', { name: 'What lines may be' }).scrollIntoViewIfNeeded()
  await page.mouse.wheel(0, 500)
  await page.waitForTimeout(300)
  await page.screenshot({ path: '/tmp/shots/rules.png' })
})
