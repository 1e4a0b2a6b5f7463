import { choose, expect, expectAccessible, expectFits, makingStep, signIn, test } from '../helpers/browserTest'

test('a shop’s rules, coils and benders: what is not allowed is said and not recorded, a piece comes off its coil, a tried bender is kept', async ({
  page,
  server,
}) => {
  // The lead says what lines are made of here, and what tube there is.
  await signIn(page, 'lead', '/shop')
  const rules = page.getByRole('region', { name: 'What lines may be made of' })
  await expect(rules).toContainText('joined: one piece, joined by a flare union')
  await rules.getByRole('button', { name: 'Change the rules' }).click()
  await rules.getByLabel('By the rules of').fill('Harbour board')
  await rules.getByRole('checkbox', { name: 'power steering' }).click()
  await expectAccessible(page)
  await rules.getByRole('button', { name: 'Keep' }).click()
  await expect(rules).toContainText('By the rules of: Harbour board')
  await expect(rules).not.toContainText('power steering')
  const stock = page.getByRole('region', { name: 'Tube and benders' })
  await stock.getByRole('button', { name: 'Add a coil' }).click()
  await stock.getByLabel('Name (may stay empty)').fill('Hook 7')
  const keep = stock.getByRole('button', { name: 'Keep this coil' })
  await expect(keep).toBeDisabled()
  await stock.getByLabel('Outside', { exact: true }).fill('3/16 in')
  await stock.getByLabel('Wall', { exact: true }).fill('0.9')
  await stock.getByLabel('Left on it').fill('1500')
  await choose(page, 'Made of', 'copper-nickel')
  await keep.click()
  await expect(stock.getByRole('list', { name: 'Coils' })).toContainText('Hook 7')

  // At the bench: a brake line that would be joined as none may be.
  await page.goto('/bench')
  await page.getByRole('button', { name: 'Paste points' }).click()
  await page.getByLabel('x, y, z, radius in mm, one point a row').fill('0 0 0\n200 0 0 15\n200 300 0')
  await page.getByRole('button', { name: 'Take these points' }).click()
  await makingStep(page, 'Tube and bender')
  const field = (label: string) => page.getByLabel(label, { exact: true })
  await field('Outside').fill('4.76')
  await field('Wall').fill('0.9')
  await choose(page, 'Made of', 'copper-nickel')
  await choose(page, 'Put together', 'joined by a compression fitting')
  await choose(page, 'It is for', 'brakes')
  await choose(page, 'First end', 'double flare, 45°')
  await choose(page, 'Second end', 'plain')
  await choose(page, 'A bender this shop has tried', 'Red handles · 4.75 mm copper-nickel · radius 15 mm')
  await expect(field('To set for 90°')).toHaveValue('93')
  await field('Over the bar').fill('5')
  await field('Finished flare').fill('2')
  await field('Bar and nut need').fill('30')
  await choose(page, 'Which flare? The nut’s thread', 'M10×1')
  await expect(page.getByText('Nut with its thread outside: double flare, 45° or bubble flare.')).toBeVisible()
  await expectAccessible(page)
  // The same numbers under another name: kept for whoever comes next.
  await page.getByRole('button', { name: 'Keep these numbers' }).click()
  await page.getByLabel('Name on the bender').fill('Old red')
  await page.getByRole('button', { name: 'Keep for this tube' }).click()
  await expect(page.getByLabel('Name on the bender')).toHaveCount(0)
  await makingStep(page, 'Cut and mark')
  const forbidden = page.getByRole('alert').filter({ hasText: 'Not allowed here' })
  await expect(forbidden).toContainText('not joined by a compression fitting')
  await expect(forbidden).toContainText('second end of a line of this kind is not made plain')

  // A piece off the coil: with the network gone it is not taken, and counts once when it is asked for again.
  const coil = page.getByRole('region', { name: 'Off the coil' })
  const from = coil.locator('.spread').filter({ hasText: 'Hook 7' }).getByRole('button')
  await page.route('**/cut', route => route.abort())
  await from.click()
  await expect(coil.getByRole('alert')).toContainText('it counts once')
  await page.unroute('**/cut')
  // It arrives, but its answer is lost.
  await page.route('**/cut', async route => {
    await route.fetch()
    await route.abort()
  })
  await from.click()
  await expect(from).toBeEnabled()
  await expect(coil.getByRole('alert')).toContainText('it counts once')
  await page.unroute('**/cut')
  await from.click()
  await expect(coil.getByRole('status')).toContainText('are left on it')
  const rafe = await server.as('technician')
  const { body } = await rafe.call<{ making: { coils: { name?: string; cuts: unknown[] }[]; benders: { name: string }[] } }>(
    'GET',
    '/api/session',
  )
  expect(body.making.coils.find(({ name }) => name === 'Hook 7')!.cuts).toHaveLength(1)
  expect(body.making.benders.map(({ name }) => name)).toContain('Old red')
})

test('a turn taken the wrong way is named when the ends do not meet', async ({ page }) => {
  await signIn(page, 'technician', '/bench')
  await page.getByRole('button', { name: 'Paste points' }).click()
  await page.getByLabel('x, y, z, radius in mm, one point a row').fill('0 0 0\n200 0 0 15\n200 240 0 15\n320 300 150 15\n300 420 240')
  await page.getByRole('button', { name: 'Take these points' }).click()
  await page.getByRole('button', { name: 'Do the ends meet?' }).click()
  const check = page.getByRole('region', { name: 'Do the ends meet?' })
  await check.getByLabel('Along the edge').fill('300')
  await check.getByLabel('Aside of it').fill('483.7')
  await check.getByLabel('Between them').fill('97.6')
  await expect(check.getByRole('status')).toContainText('The ends meet')
  const straight = page.getByLabel('Straight, row 2')
  await straight.fill(String(Number(await straight.inputValue()) + 60))
  await expect(check.getByRole('status')).toContainText('row 2’s straight')
  await expectAccessible(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await expectFits(page)
})

test('the order of many bends is looked for beside the page, which goes on answering', async ({ page }) => {
  await signIn(page, 'technician')
  const rows = Array.from({ length: 36 }, (_, i) => ({
    straight: 34,
    rotate: i === 0 ? 0 : (i * 67) % 180,
    bend: 40 + (i % 4) * 15,
    radius: 15,
  }))
  await page.evaluate(line => localStorage.setItem('efferent.bench', JSON.stringify({ v: 1, line, done: [], other: [] })), {
    rows: [...rows, { straight: 60, rotate: 0, bend: 0, radius: 0 }],
    tube: { outside: 6, wall: 1, material: 'steel' },
    ends: { from: { form: 'plain' }, to: { form: 'plain' } },
    bender: { radius: 15, takeUp: 0, setFor90: 92, grip: 10 },
    loose: [],
  })
  await page.goto('/bench')
  await makingStep(page, 'Make it')
  const cut = page.getByRole('checkbox', { name: 'Cut the tube square' })
  await expect(cut).toBeEnabled({ timeout: 60_000 })
  // Said anew, with how long the page was held up meanwhile, and how long it took.
  await page.evaluate(() => {
    const seen = ((window as unknown as { seen: unknown }).seen = { held: 0, from: performance.now() })
    new PerformanceObserver(list => list.getEntries().forEach(({ duration }) => (seen.held += duration))).observe({ type: 'longtask' })
  })
  await makingStep(page, 'Tube and bender')
  await page.getByLabel('Outside', { exact: true }).fill('8')
  await makingStep(page, 'Make it')
  await expect(cut).toBeDisabled()
  await expect(cut).toBeEnabled({ timeout: 60_000 })
  const { held, from } = await page.evaluate(() => (window as unknown as { seen: { held: number; from: number } }).seen)
  const took = (await page.evaluate(() => performance.now())) - from
  expect(held / took, `held up ${Math.round(held)} ms of ${Math.round(took)}`).toBeLessThan(0.6)
})
