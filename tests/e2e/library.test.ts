import { expect, expectAccessible, expectFits, pick, signIn, test } from '../helpers/browserTest'

test('search: one box everywhere, by keyboard, with slips mended', async ({ page }) => {
  await signIn(page, 'technician')
  const box = page.getByRole('searchbox', { name: /Find a car/ })
  await page.keyboard.press('/')
  await expect(box).toBeFocused()
  await page.keyboard.type('haliard coler lines')
  const found = page.locator('#found')
  await expect(found).toContainText('“haliard” read as halyard; “coler” read as cooler')
  await expect(found.getByRole('region', { name: 'Line sheets' })).toContainText('Gearbox cooler lines')
  await page.keyboard.press('Escape')

  // A hex and a kind of fitting lead to the joint on its line.
  await page.keyboard.press('/')
  await page.keyboard.type('17 mm banjo')
  const fittings = found.getByRole('region', { name: 'Fittings' })
  await expect(fittings.getByRole('listitem')).toHaveCount(3)
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Turbo oil feed line')
  await expect(page.getByRole('row', { name: /Turbocharger, banjo/ })).toHaveClass(/on/)

  // Part numbers and notes are found as well; what nothing is found by is said.
  for (const [typed, group] of [
    ['QS-2207', 'Parts'],
    ['came out', 'Bay notes'],
    ['GX-6', 'Fluids'],
    ['marrow', 'Customers'],
  ] as const) {
    await page.keyboard.press('/')
    await box.fill(typed)
    await expect(found.getByRole('region', { name: group })).toBeVisible()
    await page.keyboard.press('Escape')
  }
  await page.keyboard.press('/')
  await page.keyboard.type('zzyzx')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Nothing fits “zzyzx”.')).toBeVisible()
  await expectAccessible(page)
})

test('a car that is being worked on leads to that work first, and a second job on it asks', async ({ page }) => {
  await signIn(page, 'technician', '/lookup?q=FM%2031%20AIR')
  const car = page.getByRole('main').getByRole('listitem').filter({ hasText: 'FM 31 AIR' })
  await expect(car.getByRole('link').first()).toHaveText(/^Job \d+: /)
  await car.getByRole('link', { name: 'All lines of this car' }).click()
  await page.waitForURL(/\/car\?vehicle=/)
  await page.goto(`/sheets/fulmar-cooler-lines${new URL(page.url()).search}`)
  await page.getByRole('heading', { level: 1 }).waitFor()
  await page.keyboard.press('j')
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText('is open on this car and sheet')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Open a second job' })).toBeVisible()
  await expectAccessible(page)
  await dialog.getByRole('link', { name: /^Job/ }).click()
  await expect(page.getByRole('heading', { name: /Job \d+ · FM 31 AIR/ })).toBeVisible()
})

test('identify: a car by make and model, one look that cannot be had, and a job that is not needed', async ({ page }) => {
  await signIn(page, 'technician', '/car')
  await page.getByRole('button', { name: /Fulmar/ }).click()
  await page.getByRole('button', { name: 'clutch', exact: true }).click()
  await expect(page.getByText('how many pedals?')).toBeVisible()
  await expect(page.getByText(/\d layouts left/)).toBeVisible()
  await page.getByRole('button', { name: /I cannot see it/ }).click()
  await expect(page.getByText('is there a block the size of a matchbox')).toBeVisible()
  await page.getByRole('button', { name: /A block with two pipes/ }).click()
  // Only the footwell is left to look at, and it can be asked for again.
  await expect(page.getByText('No look is left that tells them apart.')).toBeVisible()
  await page.getByRole('button', { name: 'Ask what could not be seen again' }).click()
  await page.getByRole('button', { name: /Three/ }).click()
  await expect(page.getByText(/^Settled:/)).toBeVisible()
  await page.getByRole('link', { name: 'Open the sheet' }).click()
  await expect(page.getByRole('heading', { name: 'Clutch line with damper block' })).toBeVisible()

  // The thin oil line of the Petrel: a look at its middle settles whether there is anything to do.
  await page.goto('/sheets/petrel-valve-timing-feed')
  await expect(page.getByText('is the middle of the thin oil line rubber or metal')).toBeVisible()
  await page.getByRole('button', { name: /metal/i }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Job not needed' })).toContainText('all-metal line is fitted already')
  await page.goto('/sheets/petrel-valve-timing-feed')
  await page.getByRole('button', { name: /rubber/i }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Superseded' })).toContainText('order and fit the all-metal line')
})

test('a joint selected in strip, picture or table is selected in all three', async ({ page }) => {
  await signIn(page, 'technician', '/sheets/lugger-turbo-oil-feed')
  const rows = page.getByRole('table').filter({ hasText: 'Wrench' }).getByRole('row')
  const labels = page.locator('.scene button.name').or(page.locator('.picture .name'))
  const selectedInStrip = page.locator('.strip .picked .name')
  await expect(page.locator('.strip .hit').first()).toBeVisible()
  const joints = await page.locator('.strip .name').allTextContents()
  expect(joints.length).toBeGreaterThan(1)
  const everywhere = async (name: string) => {
    await expect(selectedInStrip).toHaveText(name)
    await expect(rows.filter({ has: page.getByRole('button', { name, exact: true }) })).toHaveClass(/on/)
    await expect(labels.and(page.locator('.selected'))).toHaveText(name)
  }
  await page.getByRole('button', { name: joints[0]!, exact: true }).first().click()
  await everywhere(joints[0]!)
  await page.locator('.strip .hit').last().click()
  await everywhere(joints.at(-1)!)
  // The same by keys: every joint of the strip is a button of its own.
  await page.locator('.strip').getByRole('button', { name: joints[0]!, exact: true }).focus()
  await page.keyboard.press('Enter')
  await everywhere(joints[0]!)
  await page
    .locator('.strip')
    .getByRole('button', { name: joints.at(-1)!, exact: true })
    .focus()
  await page.keyboard.press('Space')
  await everywhere(joints.at(-1)!)
  await labels.filter({ hasText: joints[0]! }).click()
  await everywhere(joints[0]!)

  // Without space, by keys along the line, the finger says where it is.
  await page.getByRole('button', { name: 'Flat' }).click()
  await expect(page.getByRole('button', { name: 'Flat' })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('figure', { name: /Routing picture/ }).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await expect(page.locator('figcaption .at')).toHaveText(/mm/)
  await page.setViewportSize({ width: 390, height: 844 })
  await expectFits(page)
})

test('a technician writes down a vehicle that nobody knew and begins its sheet; publishing it is the lead’s', async ({ page }) => {
  await signIn(page, 'technician', '/library')
  await page.getByRole('link', { name: 'New line sheet' }).click()
  await page.getByRole('textbox', { name: 'Title', exact: true }).fill('Heater hoses')
  await page.getByRole('button', { name: 'A vehicle that is not here yet' }).click()
  const vehicle = page.getByRole('region', { name: 'A vehicle that is not here yet' })
  await expect(vehicle.getByRole('button')).toBeDisabled()
  await vehicle.getByLabel('Make').fill('Ondrel')
  await vehicle.getByLabel('Model').fill('Tern')
  await vehicle.getByLabel(/^Body/).fill('van')
  await vehicle.getByLabel('First year').fill('2019')
  await vehicle.getByLabel('Last year').fill('2011')
  // Years the wrong way round are none.
  await expect(vehicle.getByRole('button')).toBeDisabled()
  await vehicle.getByLabel('First year').fill('2005')
  await expectAccessible(page)
  await vehicle.getByRole('button', { name: 'Add this vehicle' }).click()
  await expect(vehicle).toHaveCount(0)
  await page.getByRole('button', { name: 'Start writing' }).click()
  await expect(page.getByRole('heading', { name: 'Heater hoses' })).toBeVisible()
  await expect(page.getByText('A lead publishes it')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Publish/ })).toHaveCount(0)
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'As a file' }).click()])
  expect(file.suggestedFilename()).toBe('heater-hoses.json')
})

test('a lead writes a sheet, mends it, publishes it, and folds a bay note into the next revision', async ({ page, browser, server }) => {
  test.setTimeout(180_000)
  await signIn(page, 'lead', '/library')
  await page.getByRole('link', { name: 'New line sheet' }).click()
  await page.getByRole('textbox', { name: 'Title', exact: true }).fill('Oil cooler hose, short')
  // Which car it is for is said, not guessed.
  const begin = page.getByRole('button', { name: 'Start writing' })
  await expect(begin).toBeDisabled()
  await page.getByLabel('Vehicle family').press('ArrowDown')
  await pick(page.getByRole('option', { name: 'Halyard' }))
  await begin.click()
  await expect(page.getByRole('heading', { name: 'Oil cooler hose, short' })).toBeVisible()
  const chapter = (name: string) =>
    page
      .getByRole('navigation', { name: 'Chapters' })
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .click()
  const places = page.getByRole('region', { name: 'What is not right' })

  // The course by a pasted table; the strip shows the length at once, and the port that no longer fits is offered a mend.
  await chapter('Lines')
  await page.getByRole('button', { name: 'Paste a table' }).click()
  const table = page.getByLabel(/One point a row/)
  await table.fill('0, 0, 500\n300, 0, 500, fast')
  await page.getByRole('button', { name: 'Use these points' }).click()
  await expect(page.locator('.trouble[role=alert]')).toContainText('fast')
  await table.fill('0; 0; 500\n300; 0; 500; 40\n300; 200; 500')
  await page.getByRole('button', { name: 'Use these points' }).click()
  // 300 + 200 less two tangents of 40 and a quarter circle of r 40 more: 500 − 80 + 20π.
  await expect(page.locator('legend', { hasText: 'Course' })).toHaveText(`Course, ${Math.round(420 + 20 * Math.PI)} mm in all`)
  for (let mend = places.locator('button.mend').first(); await mend.isVisible(); mend = places.locator('button.mend').first())
    await mend.click()

  // The same course as straights and bends off the old line, with one bend more.
  await page.getByRole('button', { name: 'Straights and bends' }).click()
  await expect(page.getByLabel('Row 1 straight')).toHaveValue('260')
  await expect(page.getByLabel('Row 1 bend')).toHaveValue('90')
  await page.getByLabel('Row 2 straight').fill('100')
  await page.getByLabel('Row 2 straight').blur()
  await expect(page.getByText('ends 60 mm from where it ended')).toBeVisible()
  await page.getByRole('button', { name: 'Use this shape' }).click()
  await expect(page.locator('legend', { hasText: 'Course' })).toHaveText(`Course, ${Math.round(360 + 20 * Math.PI)} mm in all`)
  await page.getByRole('button', { name: 'Take back' }).click()
  await expect(page.locator('legend', { hasText: 'Course' })).toHaveText(`Course, ${Math.round(420 + 20 * Math.PI)} mm in all`)

  // What is wrong stands with its place, and the button goes there.
  await chapter('Joints')
  await page.getByLabel('Name', { exact: true }).first().fill('')
  await page.getByLabel('Name', { exact: true }).first().blur()
  await expect(places).toContainText('not right yet')
  await expect(page.getByRole('button', { name: 'Publish revision 1' })).toBeDisabled()
  await page.getByLabel('Name', { exact: true }).first().fill('Cooler end')
  await page.getByLabel('Name', { exact: true }).first().blur()
  await expect(places).toBeHidden()
  await expectAccessible(page)

  // A reload loses nothing: the draft is on the device.
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Oil cooler hose, short' })).toBeVisible()
  await page.getByRole('button', { name: 'Publish revision 1' }).click()
  await expect(page).toHaveURL(/\/sheets\/oil-cooler-hose-short$/)
  await expect(page.getByRole('button', { name: 'Cooler end', exact: true }).first()).toBeVisible()

  // A technician leaves a note; the lead folds it in, sees in words what changed, and publishes again.
  const bay = await (await browser.newContext({ baseURL: server.url, viewport: { width: 1280, height: 800 } })).newPage()
  await signIn(bay, 'technician', '/sheets/oil-cooler-hose-short')
  await bay.getByLabel(/For the next person/).fill('came out downwards only')
  await bay.getByRole('button', { name: 'Leave the note' }).click()
  await expect(bay.getByRole('listitem').filter({ hasText: 'came out downwards only' })).toBeVisible()
  await bay.goto('/sheets/oil-cooler-hose-short/edit')
  await expect(bay.getByText('A lead publishes it')).toBeVisible()
  await expect(bay.getByRole('button', { name: /^Publish/ })).toHaveCount(0)
  await bay.context().close()

  await page.goto('/sheets/oil-cooler-hose-short/edit')
  await page.getByRole('button', { name: 'Bay notes (1)' }).click()
  await page.getByRole('button', { name: 'Fold it in' }).click()
  await chapter('Title and system')
  await page.getByLabel('Title').fill('Oil cooler hose, short bend')
  await page.getByLabel('Title').blur()
  await page.getByRole('button', { name: /What changed/ }).click()
  await expect(page.getByText(/“Oil cooler hose, short”.*“Oil cooler hose, short bend”/)).toBeVisible()
  await page.getByRole('button', { name: 'Publish revision 2' }).click()
  await expect(page.getByRole('heading', { name: 'Oil cooler hose, short bend' })).toBeVisible()
  await expect(page.getByText('came out downwards only', { exact: true })).toBeVisible()
  await expect(page.getByText('in this revision')).toBeVisible()
})

test('the bay card: one page of A4 or A5 with what is needed at the car, and a code for the phone', async ({ page }) => {
  await signIn(page, 'technician', '/sheets/petrel-clutch-hose/card')
  const card = page.locator('.bay-card')
  await expect(card).toContainText('Revision 1')
  await expect(card.getByRole('table')).toContainText('N·m')
  await expect(card).toContainText('Bleeding')
  await expect(card.getByRole('img', { name: /Code that opens this sheet/ })).toBeVisible()
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('button', { name: /Print/ })).toBeHidden()
  for (const format of ['A4', 'A5'] as const) {
    await page.emulateMedia({ media: 'screen' })
    await page.getByRole('button', { name: format, exact: true }).click()
    // Nothing sticks out of the paper.
    expect(await card.evaluate(element => element.scrollWidth - element.clientWidth)).toBeLessThanOrEqual(0)
    const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1')
    expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(1)
    const [, width] = /\/MediaBox \[0 0 ([\d.]+)/.exec(pdf)!
    expect(Math.round((Number(width) / 72) * 25.4)).toBe(format === 'A4' ? 210 : 148)
  }
})

test('a pack shows what it would change before it does, and comes out as it went in', async ({ page }) => {
  await signIn(page, 'lead', '/library')
  await page.getByLabel(/^Import a pack/).setInputFiles('tests/fixtures/clutch-hose-skeleton.json')
  const preview = page.getByRole('region', { name: 'What the import would do' })
  await expect(preview).toContainText('Nothing is taken yet')
  await expect(preview).toContainText('new')
  await preview.getByRole('button', { name: 'Leave it' }).click()
  await expect(page.getByRole('link', { name: 'Clutch hose', exact: true })).toBeHidden()
  const csv = page.getByRole('link', { name: 'Fittings and torques, CSV' })
  await page.getByRole('button', { name: 'Export' }).click()
  const [download] = await Promise.all([page.waitForEvent('download'), csv.click()])
  expect(download.suggestedFilename()).toMatch(/\.csv$/)
})
