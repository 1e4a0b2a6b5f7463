import type { Page } from '@playwright/test'
import { sampleLens, sampleLine, samplePoses, taps } from '../helpers/benchCamera'
import { workJob, workOn } from '../helpers/workJob'
import { choose, expect, expectAccessible, expectFits, keptEntries, makingStep, pick, room, signIn, test } from '../helpers/browserTest'

const field = (page: Page, label: string, n = 0) => page.getByLabel(label, { exact: true }).nth(n)

test('a brake line is measured, made act by act at the bench, bent again after a trial fit, and only then laid in', async ({
  page,
  server,
}) => {
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'wherry-rear-brake', plate: 'WH 96 RRY', lines: ['hard'], until: 'make', minutesAgo: 240 })
  const bodies = async () => (await rafe.job(id)).events.map(event => event.body)
  await signIn(page, 'technician', `/jobs/${id}/bay`)
  await expect(page.getByRole('heading', { name: /^Make: Hard line/ })).toBeVisible()
  await expect(page.getByText('never a compression fitting')).toBeVisible()
  await page.getByRole('link', { name: 'Measure the old line, and say it' }).click()

  // What is made: the sheet's shape, its tube, both ends, and the bender's numbers.
  await page.getByRole('button', { name: 'As the sheet has it' }).click()
  await makingStep(page, 'Tube and bender')
  await expect(field(page, 'Outside')).toHaveValue('4.76')
  await choose(page, 'First end', 'double flare, 45°')
  await choose(page, 'Second end', 'double flare, 45°')
  for (const n of [0, 1]) {
    await field(page, 'Over the bar', n).fill('5')
    await field(page, 'Finished flare', n).fill('2.2')
  }
  for (const [label, value] of Object.entries({
    'Bar and nut need': '20',
    'Radius it makes': '15',
    'Begins past mark': '6',
    'To set for 90°': '92',
    'Needs to hold': '5',
  }))
    await field(page, label).fill(value)
  await makingStep(page, 'Make it')
  await page.getByRole('button', { name: '+ nut, first end' }).click()
  await page.getByRole('button', { name: '+ nut, second end' }).click()
  // Not on record yet: nothing is ticked for it.
  await expect(page.getByRole('checkbox', { name: 'Cut the tube square' })).toBeDisabled()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Record what is made' }).click()
  await expect.poll(async () => (await bodies()).at(-1)).toMatchObject({ type: 'makingSaid', line: 'hard' })
  await expect(page.getByRole('checkbox', { name: 'Cut the tube square' })).toBeEnabled()

  // At the bench with a tablet: one act at a time, in huge numbers.
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  const act = page.locator('section.act')
  const done = page.getByRole('button', { name: 'That is done' })
  const seen: string[] = []
  for (;;) {
    const title = (await act.getByRole('heading').textContent())!
    seen.push(title)
    if (title.startsWith('Make bend 2')) {
      await expect(act).toContainText('mark at')
      await expect(act).toContainText('of the last')
      await expectFits(page, 48)
    }
    if (title.startsWith('Mark and cut')) break
    await done.click()
    await expect(act.getByRole('heading')).not.toHaveText(title)
  }
  expect(seen.findIndex(title => title.startsWith('Slide on: nut, second end'))).toBeLessThan(
    seen.findIndex(title => title.startsWith('Make bend')),
  )
  // It did not fit: bent again, and tried in its place once more.
  await page.getByRole('button', { name: 'It does not fit: bend it again' }).click()
  await choose(page, 'which bend', 'Bend 2')
  await page.getByLabel('degrees more (less: −)').fill('-4')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Record it, then try it again' }).click()
  await expect(act.getByRole('heading')).toHaveText(/^Try it in its place/)
  await expect(page.getByRole('list', { name: 'Bent again' })).toContainText('bend 2 opened by 4°')
  while (await done.isVisible()) {
    const title = (await act.getByRole('heading').textContent())!
    await done.click()
    await expect(act.getByRole('heading').or(page.getByText('All of it is done'))).not.toHaveText(title)
  }
  await page.getByRole('button', { name: 'Made, both ends looked at' }).click()
  await expect(page.getByRole('heading', { name: /^Lay old beside new/ })).toBeVisible()
  expect((await bodies()).filter(({ type }) => type === 'makeActDone').length).toBeGreaterThan(10)

  // The rest as the sheet says: what is made here is laid in like any other, and the room says that it is made.
  await expect.poll(() => keptEntries(page)).toBe(0)
  await workOn(rafe, id, 'fit', 60)
  await page.reload()
  await page.getByRole('button', { name: 'Show the way in' }).click()
  const way = page.getByRole('region', { name: 'The way in' })
  await expect(way).toContainText('1 of')
  await expect(way).toContainText('mm up')
  await way.getByRole('button', { name: 'Next' }).click()
  await expect(way).toContainText('2 of')
  await expectAccessible(page)
  await workOn(rafe, id, 'seat', 60)
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.goto(`/jobs/${id}/make`)
  await expect(page.getByRole('status').filter({ hasText: 'Made' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Bent again' })).toContainText('bend 2 opened by 4°')
  await room(page, 'Record')
  await expect(page.getByText('bend 2 opened by 4°', { exact: false }).first()).toBeVisible()

  // The same again for another car: the Bench takes it as it was made.
  const { row } = await rafe.job(id)
  await page.goto('/bench')
  await page.getByRole('button', { name: 'As made in a job' }).click()
  await page.getByRole('combobox', { name: 'Job', exact: true }).fill(String(row.number))
  await pick(page.getByRole('option', { name: `${row.number} · ${row.plate}` }))
  const taken = page.getByRole('combobox', { name: 'Line made in it' })
  await expect(taken).toBeEnabled()
  await taken.press('ArrowDown')
  await pick(page.getByRole('option').first())
  const { body } = (await rafe.job(id)).events.findLast(one => one.body.type === 'makingSaid')!
  if (body.type !== 'makingSaid') throw new Error('nothing was made')
  await expect(page.getByRole('region', { name: 'The line' }).getByRole('row')).toHaveCount(1 + body.making.rows.length)
})

test('nothing of a line is laid in that nobody has made; made without the list takes a word of how', async ({ page, server }) => {
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'wherry-rear-brake', plate: 'WH 96 RRY', lines: ['hard'], until: 'make', minutesAgo: 240 })
  const { seq } = (await rafe.job(id)).events.at(-1)!
  expect(await rafe.say(id, { type: 'lineIn', line: 'hard' }, seq)).toMatchObject({ status: 409, body: { code: 'JOB_GATE' } })
  await signIn(page, 'technician', `/jobs/${id}/bay`)
  const go = page.getByRole('button', { name: 'Made, both ends looked at' })
  await expect(go).toBeDisabled()
  await page.getByLabel('Or made without the list: how').fill('bent by eye against the old one')
  await go.click()
  await expect(page.getByRole('heading', { name: /^Lay old beside new/ })).toBeVisible()
})

test('the photographs a line was measured from are kept with its job, by a press', async ({ page, server }) => {
  const rafe = await server.as('technician')
  const id = await workJob(rafe, { sheet: 'wherry-rear-brake', plate: 'WH 96 RRY', lines: ['hard'], until: 'make', minutesAgo: 240 })
  await signIn(page, 'technician', `/jobs/${id}/make`)
  await page.getByRole('button', { name: 'By photographs' }).click()
  await page.getByLabel('Straights', { exact: true }).fill('3')
  // Pictures that come with the program are no car's: a job does not offer them.
  await expect(page.getByRole('button', { name: 'Try it with two sample pictures' })).toHaveCount(0)
  await page.locator('input[type=file]').setInputFiles(['public/samples/line-1.jpg', 'public/samples/line-2.jpg'])
  await page.getByRole('button', { name: 'A4 paper' }).click()
  const picture = page.getByRole('group', { name: 'Picture; tap the points in their order' })
  for (const [i, pose] of samplePoses.entries()) {
    await page.getByRole('button', { name: `Picture ${i + 1}` }).click()
    for (const [x, y] of taps(sampleLens, pose, sampleLine)) {
      await picture.scrollIntoViewIfNeeded()
      const { width, height } = (await picture.boundingBox())!
      await picture.click({ position: { x: (x / sampleLens.width) * width, y: (y / sampleLens.height) * height } })
    }
  }
  await page.getByRole('button', { name: 'Work it out' }).click()
  await page.getByRole('button', { name: 'Keep the pictures with the job' }).click()
  await expect(page.getByRole('button', { name: 'Kept with the job' })).toBeVisible()
  await expect.poll(async () => (await rafe.job(id)).events.filter(e => e.body.type === 'photoTaken').length).toBe(2)
  await expect(page.getByRole('list', { name: 'How sure each corner is' }).getByRole('listitem')).toHaveCount(4)
  await expectAccessible(page)
})
