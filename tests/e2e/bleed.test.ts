import { expect, expectAccessible, expectFits, signIn, test } from '../helpers/browserTest'
import { workJob } from '../helpers/workJob'

// Two people and one pedal: the calls come one at a time, strokes count themselves, and a pedal that comes up early is not forgotten.
test('a clutch is bled by calls, and air that was drawn back makes no clear round', async ({ page, server }) => {
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'petrel-clutch-hose', plate: 'PE 07 REL', lines: ['hose'], until: 'bleed' })
  await signIn(page, 'technician')
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  const step = page.getByRole('heading', { level: 1 })
  await expect(step).toHaveText('Bleed at: Slave bleeder')
  const call = page.getByRole('dialog', { name: 'Round, called' })
  const says = (words: string) => expect(call.getByText(words, { exact: true })).toBeVisible()
  const answer = (name: RegExp) => call.getByRole('button', { name }).click()
  const events = async () => (await rafe.job(id)).events.flatMap(({ body }) => (body.type === 'roundBled' ? [body] : []))

  await page.getByRole('button', { name: 'Call the round, two of you' }).click()
  await says('PUMP 3')
  await expectFits(page, 48)
  await expectAccessible(page)
  await answer(/^Pumped 3 times/)
  await says('HOLD DOWN')
  await answer(/^It is held/)
  await answer(/^Open/)
  await says('CLOSE')
  await expect(call.getByText(/stays down until it is closed/)).toBeVisible()
  await expect(call.getByRole('button', { name: 'Round over' })).toBeDisabled()
  await answer(/came up too soon/)
  // Air went back in: on record at once, and a reload does not forget it.
  await expect(call).toBeHidden()
  const rounds = page.getByRole('list', { name: 'Rounds so far' }).getByRole('listitem')
  await expect(rounds).toHaveText([/3 strokes: air, drawn back in/])
  await expect(page.getByText('air went back in. Close it, then call the next round')).toBeVisible()
  await page.reload()
  await expect(rounds).toHaveCount(1)
  // Of many rounds the last three are what tells; all of them where somebody asks.
  const { bleeder } = (await events())[0]!
  for (const count of [4, 5, 3])
    await rafe.say(id, { type: 'roundBled', bleeder, count, saw: 'air', toppedUp: count > 3 }, (await rafe.job(id)).events.length)
  await expect(rounds).toHaveText([/4 strokes/, /5 strokes/, /3 strokes/])
  await page.getByRole('button', { name: 'Show all 4 rounds' }).click()
  await expect(rounds).toHaveCount(4)

  // By the space bar, as a foot switch does: cycle after cycle until the reservoir asks for more.
  await page.getByRole('button', { name: 'Call the round, two of you' }).click()
  await says('PUMP 3')
  for (let i = 0; i < 3 * 5; i++) await page.keyboard.press('Space')
  await says('TOP UP')
  await answer(/^Topped up/)
  await says('PUMP 3')
  await answer(/^Round over/)
  await expect(page.getByLabel('strokes in this round')).toHaveValue('9')
  await expect(page.getByLabel('Reservoir topped up after it')).toBeChecked()
  await page.getByRole('button', { name: 'Clear, no air' }).click()
  await page.locator('.go').click()
  await expect(step).toHaveText('Torque: Slave bleeder')
  await expect.poll(events).toMatchObject([
    { count: 3, saw: 'air', toppedUp: false, airBack: true },
    { count: 4, saw: 'air' },
    { count: 5, saw: 'air' },
    { count: 3, saw: 'air', toppedUp: false },
    { count: 9, saw: 'clear', toppedUp: true },
  ])
})

// Engine idling, a window to hit: the scan tool that ships says how warm it is, and the program how long it takes.
test('a gearbox level waits for its window, by the scan tool', async ({ page, server }) => {
  await page.clock.install()
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'halyard-cooler-lines', plate: 'BR 88 KEL', lines: ['supply', 'return-short'], until: 'level' })
  await signIn(page, 'technician', `/jobs/${id}/bay`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Read the level/)
  await expect(page.getByText(/scan tool, simulated · 780 rpm/)).toBeVisible()
  // A minute tells the pace; the plug stays shut until it is time.
  await page.clock.runFor(60_000)
  await expect(page.getByText(/^Wait, about \d+ minutes?/)).toBeVisible()
  await page.clock.runFor(150_000)
  await expect(page.getByText(/^Open the plug now\./)).toBeVisible()
  await page.getByRole('button', { name: 'Take it over' }).click()
  await expect(page.getByRole('textbox', { name: 'temperature' })).toHaveValue(/^\d\d(\.\d)?$/)
  await page.getByRole('button', { name: 'A thread, then drops' }).click()
  await expectAccessible(page)
  await page.locator('.go').click()
  const levels = async () => (await rafe.job(id)).events.flatMap(({ body }) => (body.type === 'levelRead' ? [body] : []))
  await expect.poll(levels).toMatchObject([{ reading: 'at', instrument: 'simulated-scan-tool' }])

  // A device that listens to none shows none, and types.
  await page.goto('/shop')
  await page.getByRole('radio', { name: 'None' }).click()
  await page.goto(`/jobs/${id}/bay`)
  await expect(page.getByText('scan tool, simulated')).toHaveCount(0)
})

// Who is alone with a brake is told which way takes one person, and the plan takes it over.
test('a way of bleeding is chosen by what is at hand', async ({ page, server }) => {
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'petrel-clutch-hose', plate: 'PE 07 REL', lines: ['hose'], until: 'open' })
  await signIn(page, 'technician', `/jobs/${id}/fluid`)
  const advice = page.getByRole('region', { name: 'How the air leaves' })
  const first = advice.getByRole('listitem').first()
  await expect(first).toContainText('pump and hold')
  await expect(first).toContainText('in the plan')
  await advice.getByLabel('a helper is free').click()
  await expect(first).toContainText('gravity')
  await expect(advice.getByRole('listitem').filter({ hasText: 'pump and hold' })).toContainText('It takes a helper in the seat.')
  await expectAccessible(page)
  await first.getByRole('button', { name: 'Use it' }).click()
  await expect(first).toContainText('in the plan')
  await expect.poll(async () => (await rafe.job(id)).events.at(-1)!.body).toMatchObject({ type: 'planned', inputs: { bleed: 'gravity' } })
  await page.setViewportSize({ width: 390, height: 844 })
  await expectFits(page)
})

test('a level is read on a phone without scrolling: cautions, temperature, engine, scale and answers stand over the foot', async ({
  page,
  server,
}) => {
  const rafe = await server.as('technician')
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, 'technician')
  for (const [sheet, plate, line] of [
    ['halyard-cooler-lines', 'BR 88 KEL', 'supply'],
    ['pintle-steering-pressure', 'SK 03 VAN', 'pressure'],
  ] as const) {
    const id = await workJob(rafe, { sheet, plate, lines: [line], until: 'level', minutesAgo: 60 })
    await page.goto(`/jobs/${id}/bay`)
    // The scan tool tells a temperature by itself: then everything there is to say is shown.
    await expect(page.getByRole('button', { name: 'Take it over' })).toBeVisible()
    const answers = await page.getByRole('group', { name: 'The level' }).boundingBox()
    const foot = await page.getByText(/^then /).boundingBox()
    expect(answers!.y + answers!.height, plate).toBeLessThanOrEqual(foot!.y)
  }
})
