import { workJob, workOn } from '../helpers/workJob'
import { expect, expectAccessible, signIn, test } from '../helpers/browserTest'

test('a torque lands in its step from the wrench that streams; one that is silent, jumps or speaks another unit is not believed', async ({
  page,
  server,
}) => {
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'wherry-rear-brake', plate: 'WH 96 RRY', lines: ['hard'], until: 'torque', minutesAgo: 240 })
  await signIn(page, 'technician', '/shop')
  await page.getByRole('radio', { name: /with faults/ }).check()
  await page.goto(`/jobs/${id}/bay`)
  const said = ['has said nothing for', 'speaks in lbf·ft', 'jumped from']
  for (const [i, trouble] of said.entries()) {
    await page.getByRole('button', { name: i === 0 ? 'Pull' : 'Once more' }).click()
    await expect(page.getByRole('status').filter({ hasText: 'The torque wrench' })).toContainText(trouble)
    await expect(page.getByRole('button', { name: 'Torqued', exact: true })).toBeDisabled()
  }
  await page.goto('/shop')
  await page.getByRole('radio', { name: /^Simulated: / }).check()
  await page.goto(`/jobs/${id}/bay`)
  await page.getByRole('button', { name: 'Pull' }).click()
  const done = page.getByRole('button', { name: /^Done at/ })
  await expect(done).toBeEnabled()
  await done.click()
  await expect
    .poll(async () => (await rafe.job(id)).events.at(-1)!.body)
    .toMatchObject({ type: 'jointTorqued', verdict: 'inside', instrument: 'simulated-torque-wrench' })
  await page.goto(`/jobs/${id}/handover`)
  await expect(page.getByText('simulated torque wrench')).toBeVisible()
})

test('brake fluid says what it comes out of; what had leaked out before is owed with what was caught', async ({ page, server }) => {
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'wherry-rear-brake', plate: 'WH 96 RRY', lines: ['hard'], until: 'fill', minutesAgo: 240 })
  await signIn(page, 'technician', `/jobs/${id}/fluid`)
  await expect(page.getByRole('region', { name: 'From the shelf' })).toContainText('DOT')
  await page.getByRole('button', { name: 'It leaked before: how much?' }).click()
  await page.getByRole('button', { name: 'By its drips' }).click()
  await page.getByLabel('drips a minute').fill('2')
  await page.getByLabel('hours it dripped').fill('10')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Record it' }).click()
  const lost = page.getByRole('region', { name: 'Lost before it came in' })
  await expect(lost).toContainText('2 drips a minute for 10 h; about 60 mL, give or take 30')
  await expect(page.getByText('60 mL were lost before')).toBeVisible()

  await page.goto(`/jobs/${id}/bay`)
  await page.getByLabel('put in', { exact: true }).fill('180')
  const go = page.getByRole('button', { name: /^Record/ })
  await expect(go).toBeDisabled()
  await page.getByRole('button', { name: 'Opened before' }).click()
  await page.getByLabel('opened on').fill('2020-01-01')
  await expect(page.getByText('take a sealed bottle')).toBeVisible()
  await go.click()
  await expect(page.getByText(/has stood open for more than 6 months/)).toBeVisible()
  await page.getByRole('button', { name: 'Sealed until now' }).click()
  await expectAccessible(page)
  await go.click()
  await expect
    .poll(async () => (await rafe.job(id)).events.at(-1)!.body)
    .toMatchObject({ type: 'fluidAdded', bottle: 'sealed', volume: 180 })
  await page.goto(`/jobs/${id}/record`)
  await expect(page.getByText('from a sealed bottle').first()).toBeVisible()
})

test('a vacuum that does not hold keeps the coolant out until one does', async ({ page, server }) => {
  const rafe = await server.as('technician')
  const looked: [string, string] = ['loom-look', 'under']
  const id = await workJob(rafe, {
    sheet: 'pintle-heater-hoses',
    plate: 'SK 03 VAN',
    lines: ['supply'],
    until: 'fill',
    looked,
    minutesAgo: 240,
  })
  await signIn(page, 'technician', `/jobs/${id}/bay`)
  const hold = page.getByRole('region', { name: 'Does it hold the vacuum?' })
  const read = async (from: string, to: string, minutes: string) => {
    await hold.getByLabel('below, kPa').fill(from)
    await hold.getByLabel('then, kPa').fill(to)
    await hold.getByLabel('after, min').fill(minutes)
    await hold.getByRole('button', { name: /^Record: / }).click()
  }
  await read('80', '60', '5')
  await expect(hold.getByText('Last time: it does not hold.')).toBeVisible()
  await page.getByLabel('put in', { exact: true }).fill('900')
  const go = page.getByRole('button', { name: /^Record 900/ })
  await page.getByRole('button', { name: 'New fluid' }).click()
  await go.click()
  await expect(page.getByText(/The vacuum did not hold/)).toBeVisible()
  await read('80', '79', '5')
  await expect(hold.getByText('Last time: it holds.')).toBeVisible()
  await expectAccessible(page)
  await go.click()
  await expect.poll(async () => (await rafe.job(id)).events.at(-1)!.body).toMatchObject({ type: 'fluidAdded', volume: 900 })

  // Worked on to the end of the drive: it has run warm since it was read, and is not signed before it was read cold again.
  await workOn(rafe, id, 'road-test', 60)
  await page.reload()
  const step = page.getByRole('heading', { level: 1 })
  await expect(step).toHaveText(/Road test|Drive/)
  await page.getByRole('button', { name: /good/i }).first().click()
  if (await page.locator('.go').isVisible()) await page.locator('.go').click()
  await expect(step).toHaveText('Read the level: Marks on the expansion tank')
  await expect(page.getByText(/wait until it is cold again \(best the next morning\)/)).toBeVisible()
  const body = async () => (await rafe.job(id)).events.at(-1)!.body
  // The page is ahead of the server until its queue is sent.
  await expect.poll(body).toMatchObject({ type: 'roadTested', result: 'good' })
  const cold = (celsius: number) =>
    rafe.say(id, { type: 'levelRead', level: 'tank-mark', engine: 'off', reading: 'at', temperature: { value: celsius, unit: 'degC' } }, 99)
  expect((await cold(70)).status).toBe(422)
  expect((await rafe.say(id, { type: 'signedOff' }, 99)).body.detail).toMatch(/read the level again once it is cold/i)
  expect((await cold(18)).status).toBe(200)
  expect((await rafe.say(id, { type: 'signedOff' }, 99)).status).toBe(200)
  expect(await body()).toMatchObject({ type: 'signedOff' })
})
