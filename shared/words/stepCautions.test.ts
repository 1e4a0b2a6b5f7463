import { expect, it } from 'vitest'
import type { Step } from '../../core/job/steps/listSteps'
import { levelsOf } from '../../core/sheet/levelsOf'
import type { Phase, Sheet } from '../../core/sheet/types'
import { PlayedJob, allDemoSheets, everyDemoCar } from '../../tests/helpers/demo'
import { roundWords } from './recordWords'
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
    // A set that came filled is only bolted off and on: nothing of it runs out.
    const opens = isMeant && sheet.id !== 'skerry-clutch-set'
    for (const { id } of sheet.joints) expect(/no clamp/i.test(cautionsAt(sheet, 'open', id)), `${sheet.id} ${id}`).toBe(opens)
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
it('what is read cold again is not called hot, and is opened only when it is cold', () => {
  const heater = allDemoSheets().find(({ system }) => system === 'heater')!
  const read = (phase: Phase) =>
    stepWords({ id: 'level:tank-mark:again', kind: 'level', target: 'tank-mark', status: 'open', phase } as Step, heater)
  const again = read('close')
  expect(again.how).toContain('until it is cold again')
  expect(again.cautions.map(({ text }) => text)).toEqual(['Cap only when cold.'])
})
it('nobody is sent with a finger to a leak, and beside a running engine the belt and the fan are named', () => {
  for (const sheet of allDemoSheets())
    for (const { id } of sheet.joints) {
      const { how, cautions } = stepWords({ id: `leak:${id}`, kind: 'leak', target: id, status: 'open' } as Step, sheet)
      expect(how, `${sheet.id} ${id}`).toContain('never a hand')
      const about = cautions.filter(({ kind }) => kind === 'entangle')
      expect(about.length > 0, `${sheet.id} ${id}`).toBe(sheet.proving.pressure === 'engine')
    }
})

// Common practice, no source: a dipstick, a reservoir and a plug lie beside the belt, and are read with the engine running.
it('whoever reads a level beside a running engine is told of it once; where it stands still nobody is told that it runs', () => {
  const engines = new Set<string>()
  for (const sheet of allDemoSheets())
    for (const level of levelsOf(sheet)) {
      engines.add(level.engine)
      for (const phase of ['fill', 'prove'] as const) {
        const step = { id: `level:${level.id}`, kind: 'level', target: level.id, status: 'open', phase } as Step
        const about = stepWords(step, sheet).cautions.filter(({ kind }) => kind === 'entangle')
        if (level.engine === 'idling') expect(about.length, `${sheet.id} ${level.id}`).toBe(1)
        else expect(about.map(({ text }) => text).join(), `${sheet.id} ${level.id}`).not.toMatch(/engine run/i)
      }
    }
  expect([...engines].toSorted()).toEqual(['idling', 'off'])
})

it('a round says in the record how full the reservoir stood, where somebody looked', () => {
  const round = { name: 'Slave bleeder', count: 5, saw: 'air', toppedUp: true } as const
  expect(roundWords({ ...round, stands: 0.5 })).toBe('Bled at Slave bleeder, 5 strokes: air, reservoir then about 50 % full, topped up')
  expect(roundWords(round)).toBe('Bled at Slave bleeder, 5 strokes: air, topped up')
})
// Common practice, no source: a level plug is shut with the engine still idling, hot fluid at the wrench, the belt beside it.
it('who shuts a level plug after it was read at idle is told of the belt and of hot fluid, in the step of the running job', () => {
  let told = 0
  for (const car of everyDemoCar()) {
    const plug = car.sheet.levels.find(({ method, engine, torque }) => method === 'plug' && engine === 'idling' && torque)
    if (!plug) continue
    const step = new PlayedJob(car).plan().workUntil(`tighten:${plug.id}`).next()!
    expect([step.kind, step.target]).toEqual(['tighten', plug.id])
    const cautions = stepWords(step, car.sheet).cautions
    expect(cautions.filter(({ kind }) => kind === 'entangle')).toHaveLength(1)
    for (const own of plug.cautions) expect(cautions).toContainEqual(own)
    told++
  }
  expect(told).toBeGreaterThan(2)
  const bled = everyDemoCar().find(({ sheet }) => sheet.id === 'petrel-clutch-hose')!.sheet
  expect(stepWords({ kind: 'tighten', target: bled.bleeders[0]!.id }, bled).cautions).toEqual([])
})
