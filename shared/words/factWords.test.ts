import { expect, it } from 'vitest'
import { estimateFluid } from '../../core/fluid/estimateFluid'
import type { JobCommand } from '../../core/job/types'
import { levelsOf } from '../../core/sheet/levelsOf'
import { settleValue } from '../../core/sheet/settleContested'
import { PlayedJob, allLines, demoCar, everyDemoCar, planOf } from '../../tests/helpers/demo'
import { buttonWords, stepFacts } from './factWords'
import { hexName } from './hexWords'

const resolved = demoCar('one')
const played = new PlayedJob(resolved).plan(['supply'])
const plan = planOf(resolved, played.state!.inputs!)
const context = {
  line: resolved.lines.find(line => line.id === 'supply'),
  fluid: estimateFluid(resolved, ['supply'], plan),
  format: { torque: ({ low, high }: { low: number; high: number }) => `${low} to ${high} N·m`, volume: () => 'so much' },
}
const factsOf = (id: string) =>
  Object.fromEntries(
    stepFacts(
      resolved,
      played.steps().find(step => step.id === id)!,
      context,
    ).map(({ name, value }) => [name, value]),
  )

it('a joint about to be opened: wrench, what runs out, where the pan goes', () => {
  expect(factsOf('open:gearbox-out-joint')).toMatchObject({
    tools: expect.stringMatching(/mm/),
    'will run out': 'so much',
    pan: expect.stringMatching(/front axle/),
  })
})

it('a fill names the grade, an operation its tools once, and nothing says what it does not know', () => {
  const fill = played.steps().find(step => step.kind === 'fill')!
  expect(stepFacts(resolved, fill, context)).toContainEqual({ name: 'fluid', value: expect.stringMatching(/\w/) })
  const off = factsOf('off:undershield')
  expect(new Set(off.tools!.split(', ')).size).toBe(off.tools!.split(', ').length)
  for (const step of played.steps()) for (const fact of stepFacts(resolved, step, context)) expect(fact.value).toMatch(/\S/)
})

it('every fluid word is that of the circuit in hand, in every step of every demo job', () => {
  let others = 0
  for (const car of everyDemoCar()) {
    const own = settleValue(car.sheet.fluid.spec)
    const story = new PlayedJob(car).plan()
    const estimate = estimateFluid(car, allLines(car), planOf(car, story.state!.inputs!))
    for (const step of story.steps()) {
      const fluid = stepFacts(car, step, { ...context, line: undefined, fluid: estimate }).find(({ name }) => name === 'fluid')?.value
      const other = car.sheet.circuits?.find(({ id, level }) => step.target === id || step.target === level.id)
      if (!fluid) continue
      const spec = other ? settleValue(other.spec) : own
      expect(fluid, `${car.sheet.id} ${step.id}`).toBe(spec.kind === 'unknown' ? '' : spec.value)
      if (other) others++
    }
  }
  expect(others).toBeGreaterThan(0)
})
it('the wrench of a bleeder, a level plug and a fill plug is in its step', () => {
  let [bleeders, plugs] = [0, 0]
  for (const car of everyDemoCar())
    for (const step of new PlayedJob(car).plan().steps()) {
      const hex =
        car.sheet.bleeders.find(({ id }) => id === step.target)?.hex ??
        [...levelsOf(car.sheet), ...car.sheet.fills].find(({ id }) => id === step.target)?.hex
      if (hex === undefined || !['bleed', 'level', 'fill'].includes(step.kind)) continue
      const tools = stepFacts(car, step, { ...context, line: undefined, fluid: undefined }).find(({ name }) => name === 'tools')?.value
      expect(tools, `${car.sheet.id} ${step.id}`).toContain(hexName(hex))
      if (step.kind === 'bleed') bleeders++
      else plugs++
    }
  expect(Math.min(bleeders, plugs)).toBeGreaterThan(0)
})

it.each<[JobCommand | undefined, string]>([
  [{ type: 'jointTorqued', joint: 'j', how: 'wrench', entered: { value: 18.5, unit: 'N.m' } }, 'Done at 18.5 N·m'],
  [{ type: 'jointTorqued', joint: 'j', how: 'turn' }, 'Done, turned'],
  [{ type: 'jointTorqued', joint: 'j', how: 'feel' }, 'Done, by feel'],
  [{ type: 'jointTorqued', joint: 'j', how: 'wrench' }, 'usual'],
  [{ type: 'fluidAdded', entered: { value: 0.5, unit: 'L' }, how: 'measured' }, 'Record 0.5 L'],
  [{ type: 'leakChecked', joint: 'j', result: 'dry' }, 'usual'],
  [{ type: 'leakChecked', joint: 'j', result: 'weeping' }, 'Record: weeping'],
  [{ type: 'partReceived', line: 'l', against: 'sheet', agrees: false, differs: 'x' }, 'Record what differs'],
  [{ type: 'partReceived', line: 'l', against: 'sheet', agrees: true }, 'usual'],
  [undefined, 'usual'],
])('the button for %j says %s', (command, words) => expect(buttonWords(command, 'usual').replaceAll('\u00a0', ' ')).toBe(words))
