import { expect, it } from 'vitest'
import { everyDemoCar, planOf } from '../../tests/helpers/demo'
import { listSteps } from '../../core/job/listSteps'
import { stepWords } from './stepWords'
import { positionWords } from './vocabulary'

// Read as a technician would work it; a change here is to be read again, not waved through.
it.each(
  everyDemoCar().map(car => [`${car.sheet.id} r${car.sheet.revision} ${Object.values(car.car.traits).join(', ')}`.trim(), car] as const),
)('%s: the whole job in words', (_, car) => {
  const plan = planOf(car)
  const steps = listSteps(car, plan, 'ground', undefined)
  const words = plan.visits.map(
    (visit, i) =>
      `${positionWords[visit.at]}\n${steps
        .filter(step => step.visit === i && step.kind !== 'move')
        .map(step => `  ${stepWords(step, car.sheet).title}`)
        .join('\n')}`,
  )
  expect(
    `${plan.minutes.total} min of hands, ${plan.minutes.clock} by the clock, ${plan.moves} moves\n${words.join('\n')}`,
  ).toMatchSnapshot()
})
