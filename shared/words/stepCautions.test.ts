import { expect, it } from 'vitest'
import type { Step } from '../../core/job/listSteps'
import type { Sheet } from '../../core/sheet/types'
import { allDemoSheets } from '../../tests/helpers/demo'
import { stepWords } from './stepWords'

const hasHose = ({ lines }: Sheet) => lines.some(({ sections }) => sections.some(({ kind }) => kind === 'hose'))
const cautionsAt = (sheet: Sheet, kind: 'open' | 'bleed', target: string) =>
  stepWords({ id: `${kind}:${target}`, kind, target, status: 'open' } as Step, sheet)
    .cautions.map(({ text }) => text)
    .join(' ')

// Common practice, no source: the rubber of a brake or a clutch is never clamped shut, that of a cooler or a heater may be.
it('whoever opens or bleeds a brake or a clutch is told to clamp no rubber, in that step, and nobody else is', () => {
  let told = 0
  for (const sheet of allDemoSheets()) {
    const isMeant = (sheet.system === 'brake' || sheet.system === 'clutch') && hasHose(sheet)
    for (const { id } of sheet.joints) expect(/no clamp/i.test(cautionsAt(sheet, 'open', id)), `${sheet.id} ${id}`).toBe(isMeant)
    for (const { id } of sheet.bleeders) expect(/no clamp/i.test(cautionsAt(sheet, 'bleed', id)), `${sheet.id} ${id}`).toBe(isMeant)
    if (isMeant) told++
  }
  expect(told).toBeGreaterThan(3)
})
it('whoever takes a coolant hose off is told that it must be cold, at each of them', () => {
  const coolant = allDemoSheets().filter(({ system }) => system === 'heater' || system === 'turbo-coolant')
  expect(coolant.length).toBeGreaterThan(1)
  for (const sheet of coolant)
    for (const { id } of sheet.joints) expect(cautionsAt(sheet, 'open', id), `${sheet.id} ${id}`).toMatch(/engine cold|cold engine/i)
})
