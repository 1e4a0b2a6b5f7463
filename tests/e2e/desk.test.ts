import { expect, expectAccessible, room, signIn, test, tick } from '../helpers/browserTest'

test('the desk: units, keys, a car that is not here yet, and signing out', async ({ page }) => {
  await signIn(page, 'desk')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('Other units')
  await page.getByRole('button', { name: 'Close' }).click()
  // A page, a job, an act: a few letters of each.
  const box = page.getByRole('dialog', { name: 'Go to, or do' })
  await page.keyboard.press('Control+k')
  await expect(box).toBeVisible()
  await expectAccessible(page)
  await page.keyboard.type('wh 96')
  await expect(box.getByRole('option').first()).toContainText('WH 96 RRY')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: /WH 96 RRY/ })).toBeVisible()
  await expect(box).toBeHidden()
  // What opens is there: a hurried press does not go through a menu that is still moving, to what lies under it.
  const met = await page.evaluate(async () => {
    const menu = document.querySelector<HTMLElement>('.rail .who')!
    menu.click()
    let found: Element | undefined
    while (!(found = [...document.querySelectorAll('.v-overlay__content button')].find(one => one.textContent === 'Sign out')))
      await new Promise(requestAnimationFrame)
    const { x, y, width, height } = found.getBoundingClientRect()
    const under = document.elementFromPoint(x + width / 2, y + height / 2)
    menu.click()
    return found.contains(under)
  })
  expect(met).toBe(true)
  await page.keyboard.press('?')
  await expect(page.getByRole('region', { name: 'This job' })).toContainText('Kit of this job')
  await page.getByRole('button', { name: 'Close' }).click()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('look')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Look up' })).toBeVisible()
  // Before a letter is typed: a car that is here or lately was leads to its own sheet, and a system shows what its lines look like.
  await expect(page.getByRole('region', { name: 'Lately' })).toContainText('KE 20 TCH')
  const carried = page.getByRole('region', { name: 'By what the lines carry' })
  await expect(carried.getByRole('link', { name: /^clutch/ }).getByRole('img', { name: /^1 line, the longest/ })).toBeVisible()
  await page
    .getByRole('region', { name: 'Here today' })
    .getByRole('link', { name: /^BR 88 KEL/ })
    .click()
  await expect(page.getByText('Ebba Strand')).toBeVisible()
  await expect(page.getByText('Look through the grille')).toHaveCount(0)
  await page.goBack()
  await page.getByRole('searchbox', { name: /Car, plate/ }).fill('ATF halyard')
  await page.getByRole('region', { name: 'Line sheets' }).getByRole('link', { name: 'Open the sheet' }).first().click()
  await expect(page.getByRole('heading', { name: 'Gearbox cooler lines' })).toBeVisible()

  // The reader's units, on this device, also after a reload.
  const row = page.getByRole('row', { name: /Gearbox, upper/ })
  await expect(row).toContainText('18.5 N·m')
  // Under the pointer: the other units, the keys of the picture.
  await page.getByRole('button', { name: '330 mm' }).first().hover()
  await expect(page.getByText('13 in', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Nearer' }).hover()
  await expect(page.getByText('Nearer: +', { exact: true })).toBeVisible()
  await expectAccessible(page)
  await expect(page.getByText('13 in', { exact: true })).toBeHidden()
  await page.keyboard.press('u')
  await expect(row).toContainText('13.6 lbf·ft')
  await expect(row).toContainText('17–20 N·m')
  await page.reload()
  await expect(row).toContainText('13.6 lbf·ft')

  // Selecting in the table shows on the strip and in the picture; keys change the standpoint.
  await page.getByRole('table').filter({ hasText: 'Wrench' }).getByRole('button', { name: 'Radiator, lower', exact: true }).click()
  await expect(row).not.toHaveClass(/on/)
  await expect(page.getByRole('row', { name: /Radiator, lower/ })).toHaveClass(/on/)
  await page.keyboard.press('3')
  await expect(page.getByText('you face the right front wheel opening')).toBeVisible()

  // A customer nobody knows yet, on a car whose layout nobody has looked at.
  await page.keyboard.press('j')
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'A car that is not here yet' }).click()
  await dialog.getByLabel('Plate').fill('sk 41 lyn')
  await dialog.getByLabel('Customer', { exact: true }).fill('Tide Tables Ltd')
  await expect(dialog).toContainText('Its layout is not known yet')
  await dialog.getByRole('button', { name: 'Open the job' }).click()
  await expect(dialog.getByText('is here already')).toBeVisible()
  await dialog.getByLabel('Plate').fill('SK 90 TID')
  await dialog.getByRole('button', { name: 'Open the job' }).click()
  await expect(page.getByRole('heading', { name: /SK 90 TID/ })).toBeVisible()
  await expectAccessible(page)

  // The job asks for the look, then for the lines.
  await page.getByRole('button', { name: /No, radiator only/ }).click()
  await expect(page.getByText('No plan yet.')).toBeVisible()
  await tick(page.getByRole('checkbox', { name: /Supply, gearbox to radiator/ }))
  await expect(page.getByText('hands on', { exact: true })).toBeVisible()
  await room(page, 'Record')
  await expect(page.getByText('Planned: Supply, gearbox to radiator')).toBeVisible()

  // The desk plans and watches; the work itself is not the desk's to record.
  await page.keyboard.press('b')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Check the new part: Supply, gearbox to radiator')
  await page.getByRole('button', { name: 'They agree' }).click()
  await page.keyboard.press('Space')
  await expect(page.getByRole('alert')).toContainText('This takes technician')
  // What is begun is not thrown away by a sleeve: the first press says so, the second leaves.
  await page.keyboard.press('Escape')
  await expect(page).toHaveURL(/\/bay$/)
  await page.keyboard.press('Escape')

  await page.getByRole('button', { name: 'Nessa Quill: menu' }).click()
  await page.getByRole('button', { name: 'Sign out', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Who is working?' })).toBeVisible()
  await page.goto('/shop')
  await expect(page).toHaveURL(/sign-in/)
})

test('a paper copy: the sheet prints without the program around it', async ({ page }) => {
  await signIn(page, 'technician', '/sheets/halyard-cooler-lines')
  await expect(page.getByRole('heading', { name: 'Gearbox cooler lines' })).toBeVisible()
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('navigation')).toBeHidden()
  await expect(page.getByRole('search')).toBeHidden()
  await expect(page.getByRole('cell', { name: /18.5 N·m/ })).toBeVisible()
  expect((await page.pdf({ format: 'A4' })).subarray(0, 5).toString()).toBe('%PDF-')
})
