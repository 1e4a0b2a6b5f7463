import { expect, expectAccessible, expectFits, keptEntries, signIn, test, tick, unfoldPlan } from '../helpers/browserTest'
import { workJob, workOn } from '../helpers/workJob'

const cooler = { sheet: 'halyard-cooler-lines', plate: 'BR 88 KEL', lines: ['supply', 'return-short'] }

// A leak found at the end: the engine is stopped, the joint opened again, and only what that disturbed is due once more.
test('a cooler job with a leak at the end goes back to that joint and no further', async ({ page, server }) => {
  test.setTimeout(120_000)
  await page.clock.install()
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { ...cooler, until: 'leak' })
  await signIn(page, 'technician')
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  const title = page.getByRole('heading', { level: 1 })
  await expect(title).toHaveText(/^Look for a leak/)
  const joint = (await title.textContent())!.replace('Look for a leak: ', '')
  await page.getByRole('button', { name: 'Weeping' }).click()
  await page.getByRole('button', { name: 'Record: weeping' }).click()
  // Hands come near only once the engine stands.
  await expect(title).toHaveText('Stop the engine')
  await page.locator('.go').click()
  await expect(title).toHaveText(`It leaks: ${joint}`)
  await expectFits(page, 48)
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Open this joint again' }).click()
  // All that stood before its first opening stands before this one: it has run, and is hot.
  const again = page.getByRole('region', { name: `Open: ${joint}` })
  await expect(again.locator('.caution').first()).toBeVisible()
  await expect(again).toContainText('will run out')
  await again.getByText('Go on before it is over').click()
  await again.getByRole('textbox', { name: 'measured' }).fill('38')
  await again.getByLabel('Why it need not be waited for').fill('it can be held')
  await again.getByRole('button', { name: 'Go on now' }).click()
  await again.getByRole('button', { name: /^It is open/ }).click()
  await expect(title).toHaveText(`Cap both sides: ${joint}`)
  await page.goto(`/jobs/${id}/proof`)
  const due = page.getByRole('listitem')
  await expect(due.filter({ hasText: 'opened and not seated' })).toHaveCount(1)
  await expect(due.filter({ hasText: `${joint}: opened and not seated` })).toBeVisible()
  await page.goto(`/jobs/${id}`)
  await expect(page.getByText('planned anew from the car as it stands')).toBeVisible()
})

// What is in the box is not what was ordered: nothing is opened until a lead has said what is to be done.
test('a wrong part holds the strip-down until a lead accepts it', async ({ page, browser, server }) => {
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { ...cooler, until: 'receive' })
  await signIn(page, 'technician', `/jobs/${id}/bay`)
  const title = page.getByRole('heading', { level: 1 })
  await expect(title).toHaveText(/^Check the new part/)
  const part = (await title.textContent())!
  await page.getByRole('button', { name: 'Something differs' }).click()
  await page.getByLabel('What differs').fill('a bracket too many')
  await page.locator('.go').click()
  await expect(page.getByRole('region', { name: 'The part differs' })).toContainText('a bracket too many')
  await expect(title).toHaveText(part)

  const other = await (await browser.newContext({ baseURL: server.url })).newPage()
  await signIn(other, 'lead', `/jobs/${id}/bay`)
  await other.getByLabel('Why it may be used all the same').fill('the bracket unbolts')
  await other.getByRole('button', { name: 'Use it all the same' }).click()
  await expect(other.getByRole('heading', { level: 1 })).not.toHaveText(part)
  await expect(title).not.toHaveText(part)
  await other.context().close()
})

// A fitting alone, and a look that ends the job: each its own small record.
test('a joint alone is a job; a look that finds nothing is one as well', async ({ page, server }) => {
  test.setTimeout(90_000)
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { ...cooler, until: 'receive' })
  await signIn(page, 'technician', `/jobs/${id}`)
  await page.getByRole('button', { name: /Or less than a line/ }).click()
  // Both lines are wanted still: none of their joints is alone.
  const replace = page.locator('.choice')
  await tick(replace.getByRole('checkbox', { name: /^Return, radiator/ }), false)
  await tick(replace.getByRole('checkbox', { name: /Gearbox.*\(/ }).first())
  await tick(replace.getByRole('checkbox', { name: /^Supply/ }), false)
  const steps = page.locator('.visits')
  await unfoldPlan(page)
  await expect(steps.getByText(/^Open:/)).toHaveCount(1)
  await expect(steps.getByText(/^Take out:/)).toHaveCount(0)
  await expect(steps.getByText(/^Read the level/)).toHaveCount(1)
  await expectAccessible(page)

  await page.goto(`/jobs/${id}/proof`)
  await page.getByRole('button', { name: 'End it without being done' }).click()
  await page.getByRole('button', { name: 'No repair needed' }).click()
  const end = page.getByRole('button', { name: 'No repair needed' }).last()
  await expect(end).toBeDisabled()
  await page.getByLabel('What was found').fill('Condensate from the air conditioning.')
  await end.click()
  await expect(page.getByText('No repair needed').first()).toBeVisible()
  await expect(page.getByText('Condensate from the air conditioning.')).toBeVisible()
  await expect(page.getByText('Not signed off')).toHaveCount(0)
  await page.goto('/')
  await expect(page.getByRole('listitem').filter({ hasText: 'BR 88 KEL' }).filter({ hasText: 'ended early' })).toBeVisible()
})

// Foam rests before a level counts; too much is drawn off, measured, and read again.
test('a steering job: a level in foam is none, twice, what is too much is drawn off, and it is signed', async ({ page, server }) => {
  test.setTimeout(120_000)
  const rafe = await server.as('technician')
  const id = await workJob(rafe, {
    sheet: 'pintle-steering-pressure',
    plate: 'SK 03 VAN',
    lines: ['pressure'],
    until: 'level',
    minutesAgo: 90,
  })
  await signIn(page, 'technician')
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  const title = page.getByRole('heading', { level: 1 })
  const level = 'Read the level: Cold mark on the reservoir'
  await expect(title).toHaveText(level)
  const press = (name: string) => page.getByRole('button', { name, exact: true }).click()
  const record = page.locator('.go')
  const read = async (reading: string) => {
    await page.getByRole('textbox', { name: 'temperature' }).fill('20')
    await press(reading)
  }
  await press('Foam')
  await record.click()
  await expect(page.getByText('Foam was seen.')).toBeVisible()
  await read('At the mark')
  await record.click()
  await expect(page.getByRole('alert')).toContainText(/rest/)
  await expect(title).toHaveText(level)
  await page.getByLabel('Why it need not rest so long').fill('left over dinner')
  await press('It has cleared already')
  await expect(page.getByText('Foam was seen.')).toHaveCount(0)

  // Foam once more: it rests once more.
  await press('Foam')
  await record.click()
  await expect(page.getByText('Foam was seen.')).toBeVisible()
  await page.getByLabel('Why it need not rest so long').fill('warmed up beside the heater')
  await press('It has cleared already')
  await expect(page.getByText('Foam was seen.')).toHaveCount(0)

  // Nine millimetres above the lower mark, tapped by keys: four too many, and how much that is.
  await read('At the mark')
  const scale = page.getByRole('slider', { name: 'Where the fluid stands' })
  await scale.focus()
  await scale.press('PageUp')
  for (let i = 0; i < 4; i++) await scale.press('ArrowUp')
  await expect(scale).toHaveAttribute('aria-valuetext', '9 mm above the lower mark')
  await expect(page.getByRole('button', { name: 'Above', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByText(/For the middle of the marks at 20\s°C: draw off/)).toBeVisible()
  await expectFits(page, 48)
  await expectAccessible(page)
  await page.getByRole('textbox', { name: 'draw off' }).fill('60')
  await press('Drawn off: record it')
  // Drawn off, it is read anew: nothing stays chosen.
  await expect(page.getByRole('button', { name: 'Above', exact: true })).toHaveAttribute('aria-pressed', 'false')
  await expect(title).toHaveText(level)
  await press('At the mark')
  await record.click()
  await expect(title).not.toHaveText(level)
  const events = async () => (await rafe.job(id)).events.map(({ body }) => body)
  const readings = async () => (await events()).flatMap(body => (body.type === 'levelRead' ? [body.reading] : []))
  await expect.poll(readings).toEqual(['foam', 'foam', 'above', 'at'])
  expect((await events()).find(body => body.type === 'fluidExtracted')).toMatchObject({
    entered: { value: 60, unit: 'mL' },
    how: 'measured',
  })
  // On to its end, as the sheet says.
  await expect.poll(() => keptEntries(page)).toBe(0)
  await workOn(rafe, id, undefined, 20)
  await page.goto(`/jobs/${id}/bay`)
  await expect(title).toHaveText('Every step is done')
  await page.getByRole('button', { name: 'Sign off' }).click()
  await expect(page.getByText('Signed off by Rafe Undal')).toBeVisible()
  await expect(page.getByText('foam, no level yet').first()).toBeVisible()
})

// Three lines, all out; one goes back as it came, for a later job, and the other two are brought to a true end.
test('three cooler lines: one is put back old for a later job, and the page to hand over says so', async ({ page, server }) => {
  test.setTimeout(120_000)
  const imke = await server.as('lead')
  const lines = ['supply', 'link', 'return-long']
  const id = await workJob(imke, { sheet: 'halyard-cooler-lines', plate: 'SK 17 TOW', lines, until: 'seals', minutesAgo: 60 })
  const later = (await imke.job(id)).sheet.lines.find(line => line.id === 'link')!.name
  await signIn(page, 'lead')
  // A clip is not in the bag: it is put on record, and the joint does not go together without it.
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  const title = page.getByRole('heading', { level: 1 })
  await expect(title).toHaveText('Renew the seals: Radiator, upper')
  await page.getByRole('button', { name: 'One of them is missing' }).click()
  await page.getByRole('button', { name: 'retaining clip', exact: true }).click()
  await page.getByLabel('What is known: ordered, from where, when').fill('ordered, here at two')
  await expectFits(page, 48)
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Put it on record' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'retaining clip is missing' })).toContainText('ordered, here at two')
  await tick(page.getByRole('checkbox', { name: /clip cap/ }))
  await tick(page.getByRole('checkbox', { name: /Old ones off/ }))
  await page.locator('.go').click()
  await expect(page.getByRole('alert')).toContainText('retaining clip')
  await tick(page.getByRole('checkbox', { name: /New retaining clip/ }))
  await page.locator('.go').click()
  await expect(title).toHaveText('Renew the seals: Front cooler, upper')
  await expect.poll(() => keptEntries(page)).toBe(0)
  await page.setViewportSize({ width: 1280, height: 800 })
  await workOn(imke, id, 'fit', 50)
  await page.goto(`/jobs/${id}`)
  await page.getByRole('button', { name: /^The job/ }).click()
  await tick(page.locator('.choice').getByRole('checkbox', { name: new RegExp(`^${later}`) }), false)
  await expect(page.getByText('planned anew from the car as it stands')).toBeVisible()
  await expect.poll(() => keptEntries(page)).toBe(0)
  await page.goto(`/jobs/${id}/proof`)
  await expect(page.getByRole('listitem').filter({ hasText: later }).first()).toBeVisible()
  await workOn(imke, id, undefined, 40)
  await page.goto(`/jobs/${id}/bay`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Every step is done')
  await page.getByRole('button', { name: 'Sign off' }).click()
  await expect(page.getByText(`${later}: taken out and the old one put back.`)).toBeVisible()
  const laid = (await imke.job(id)).events.flatMap(({ body }) => (body.type === 'lineIn' ? [[body.line, body.which]] : []))
  expect(Object.fromEntries(laid)).toEqual({ supply: 'new', link: 'old', 'return-long': 'new' })
  // One clip carries two of them: let go once, and fastened again with both.
  const clip = (await imke.job(id)).events.flatMap(({ body }) => ('hold' in body && body.hold === 'sump-clip-supply' ? [body.type] : []))
  expect(clip).toEqual(['holdReleased', 'holdFastened'])
})

// The first joint weeps at the end, and the hose has to come out once more: nothing that was proved before that counts for what it moved.
test('a rear brake, bled, weeps at its first joint: the hose comes out again, and is bled again before anybody signs', async ({
  page,
  server,
}) => {
  test.setTimeout(120_000)
  const rafe = await server.as('technician')
  const lines = ['hose', 'hard']
  const id = await workJob(rafe, { sheet: 'wherry-rear-brake', plate: 'OL 79 PUN', lines, until: 'leak', minutesAgo: 90 })
  await signIn(page, 'technician')
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  const title = page.getByRole('heading', { level: 1 })
  await expect(title).toHaveText('Look for a leak: Frame, banjo')
  await page.getByRole('button', { name: 'Weeping' }).click()
  await page.getByRole('button', { name: 'Record: weeping' }).click()
  // No joint is opened while the pedal is pressed, and nobody takes the prop out of a raised car.
  for (const first of ['Lower the car to the ground', 'Take the prop out', 'Raise the car']) {
    await expect(title).toHaveText(first)
    await page.locator('.go').click()
  }
  await expect(title).toHaveText('It leaks: Frame, banjo')
  await page.getByRole('button', { name: 'More' }).click()
  await page.getByRole('button', { name: 'Something else happened' }).click()
  await page.getByLabel('Why a line has to come out again').fill('the eye is scored')
  await page.getByRole('button', { name: /^Out again: Hose/ }).click()
  await expect.poll(() => keptEntries(page)).toBe(0)
  await page.goto(`/jobs/${id}/proof`)
  await expect(page.getByRole('button', { name: 'Sign off' })).toBeDisabled()
  const before = (await rafe.job(id)).events.length
  await workOn(rafe, id, undefined, 60)
  const after = (await rafe.job(id)).events.slice(before).map(({ body }) => body)
  const types = after.map(({ type }) => type)
  for (const again of [
    'jointOpened',
    'lineOut',
    'sealFitted',
    'lineIn',
    'jointSeated',
    'jointTorqued',
    'fluidAdded',
    'roundBled',
    'tightened',
  ])
    expect(types, again).toContain(again)
  expect(types.lastIndexOf('roundBled')).toBeGreaterThan(types.lastIndexOf('lineIn'))
  expect(types.lastIndexOf('leakChecked')).toBeGreaterThan(types.lastIndexOf('roundBled'))
  // The wheel cylinder's end was not moved: its torque stands.
  expect(after.flatMap(body => (body.type === 'jointOpened' ? [body.joint] : []))).not.toContain('wheel-joint')
  await page.goto(`/jobs/${id}/bay`)
  await expect(title).toHaveText('Every step is done')
  await page.getByRole('button', { name: 'Sign off' }).click()
  await expect(page.getByText('Signed off by Rafe Undal')).toBeVisible()
  await expect(page.getByRole('row', { name: /Frame, banjo/ }).last()).toContainText('dry')
})
