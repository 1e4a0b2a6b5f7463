import { writeFileSync, appendFileSync } from 'node:fs'
import { v7 } from 'uuid'
import { answerStep, expect, signIn, test } from '../helpers/browserTest'

const jobs = JSON.parse(process.env.WALK!) as { sheet: string; plate: string; lines: string[]; more?: object; looked?: [string, string] }
test('walk', async ({ page, server }) => {
  test.setTimeout(900_000)
  await page.clock.install()
  const rafe = await server.as('technician')
  const vehicle = await rafe.vehicle(jobs.plate)
  const { id } = (await rafe.call<any>('POST', '/api/jobs', { id: v7(), at: new Date().toISOString(), device: 'test', sheet: jobs.sheet, vehicle: vehicle.id })).body
  let seen = 1
  if (jobs.looked) { await rafe.say(id, { type: 'traitsLearned', question: jobs.looked[0], answer: jobs.looked[1] }, 1); seen++ }
  const r = await rafe.say(id, { type: 'planned', inputs: { lines: jobs.lines, start: 'ground', ...jobs.more } } as any, seen)
  if (r.status !== 200) throw new Error(r.text)
  await signIn(page, 'technician')
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/jobs/${id}/bay`)
  const out = process.env.WALK_OUT!
  writeFileSync(out, '')
  const title = page.getByRole('heading', { level: 1 })
  let last = ''
  const shots = new Set((process.env.WALK_SHOTS ?? '').split('|').filter(Boolean))
  for (let n = 0; n < 120; n++) {
    await expect(title).toBeVisible()
    await page.waitForTimeout(150)
    const name = (await title.textContent())!.trim()
    const text = (await page.locator('main').innerText()).replace(/\n+/g, ' / ')
    appendFileSync(out, `\n### ${n} ${name}\n${text}\n`)
    for (const s of shots) if (name.startsWith(s)) { await page.screenshot({ path: `/tmp/walk-${n}.png` }); shots.delete(s); appendFileSync(out, `[shot /tmp/walk-${n}.png]\n`) }
    if (/Sign|Nothing|All done|done/i.test(name) && n > 5) break
    if (/^(Start the engine|Put it under|Wait)/.test(name) ) {}
    await answerStep(page, name)
    if (name.startsWith('Lay old') || name.startsWith('Check the new')) await page.getByRole('button', { name: 'They agree' }).click()
    if (/level|Read/i.test(name) || (await page.getByRole('button', { name: 'At the mark', exact: true }).count())) {
      for (const b of ['It idles', 'Engine idling', 'Idling', 'It is off', 'Engine off', 'Off']) { const x = page.getByRole('button', { name: b, exact: true }); if (await x.count()) { appendFileSync(out, `(pressed ${b})\n`) ; await x.first().click(); break } }
      const t = page.getByRole('textbox', { name: /temperature/i }); if (await t.count()) await t.first().fill(process.env.WALK_TEMP ?? '80')
      for (const b of ['At the mark', 'At the full mark', 'At it', 'At']) { const x = page.getByRole('button', { name: b, exact: true }); if (await x.count()) { await x.first().click(); break } }
    }
    for (const x of await page.getByRole('textbox', { name: /turns|strokes/i }).all()) await x.fill('6')
    for (const x of await page.getByRole('spinbutton', { name: /turns|strokes/i }).all()) await x.fill('6')
    const cut = page.getByRole('button', { name: /Go on|Cut|It is cold|not wait/i })
    const big = page.locator('[data-main], .bigbar button, footer button').last()
    if (last === name + text) { appendFileSync(out, `STUCK: buttons ${(await page.getByRole('button').allInnerTexts()).join(' | ')}\n`); await page.clock.fastForward(45 * 60_000); if (n > 2 && (globalThis as any).twice && (last as string) === (globalThis as any).twice) break; (globalThis as any).twice = last }
    last = name + text
    await page.keyboard.press('Space')
    await page.waitForTimeout(100)
    if ((await title.textContent())!.trim() === name) await page.keyboard.press('Enter')
    await page.waitForTimeout(150)
    if (/^(Hold|Look for a leak)/.test(name) || name.startsWith('Start the engine') || name.startsWith('Put it under')) await page.clock.fastForward(16 * 60_000)
  }
})
