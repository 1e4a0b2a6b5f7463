import { createHash } from 'node:crypto'
import { readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import stringify from 'safe-stable-stringify'
import { expect, it } from 'vitest'
import { planJob } from '../../core/plan/planJob'
import { buildRecord } from '../../core/job/record/buildRecord'
import type { ResolvedSheet } from '../../core/sheet/resolveSheet'
import { everyDemoCar, PlayedJob, planOf } from '../../tests/helpers/demo'
import { randomJob } from '../../tests/helpers/randomAccess'
import { eventWords } from './eventWords'
import { stepWords } from './stepWords'

// Who is planned how, in how many minutes, and what is on record when it was worked so. A change of a line here is read, and meant:
// `PLANNED=1 npx vitest run --project unit shared/words/asPlanned` writes the file anew.
const file = fileURLToPath(new URL('../../tests/fixtures/planned.txt', import.meta.url))

/** Of what it says, in whatever order its fields stand. */
const digest = (of: unknown) => createHash('sha256').update(stringify(of)!).digest('hex').slice(0, 8)

/** One line a car. What is too long to read stands as a digest behind its count. */
function statement(name: string, car: ResolvedSheet): string {
  const { minutes, moves } = planOf(car)
  const played = new PlayedJob(car).plan()
  const steps = played.steps().map(step => stepWords(step, car.sheet).title)
  let end = 'to its end'
  try {
    played.workUntil()
  } catch (error) {
    end = `until ${(error as Error).message.replaceAll(/\s+/g, ' ').slice(0, 60)}`
  }
  const said = played.events.map(({ body }) => eventWords(body, car.sheet))
  const { openedAt: _openedAt, ...facts } = buildRecord(played.resolved, played.state!, played.events) as Record<string, unknown>
  return [
    name,
    `${minutes.total} min of hands, ${minutes.clock} by the clock, ${moves} moves`,
    `${steps.length} steps ${digest(steps)}`,
    `${said.length} entries ${digest(said)} ${end}`,
    `record ${digest(facts)}`,
  ].join(' | ')
}

const demo = (): [string, ResolvedSheet][] =>
  everyDemoCar().map(car => [`${car.sheet.id} r${car.sheet.revision} ${Object.values(car.car.traits).join(', ')}`.trim(), car])
/** The first two hundred that can be planned at all. */
function drawn(): [string, ResolvedSheet][] {
  const found: [string, ResolvedSheet][] = []
  for (let seed = 1; found.length < 200; seed++) {
    const car = randomJob(1 + (seed % 2), 6 + (seed % 5), seed)
    if (planJob(car, { lines: car.lines.map(({ id }) => id), start: 'ground' }).ok) found.push([`drawn ${seed}`, car])
  }
  return found
}

it('every demo car and two hundred drawn ones are planned, listed and recorded as they were', () => {
  const now = [...demo(), ...drawn()].map(([name, car]) => statement(name, car))
  if (process.env.PLANNED) writeFileSync(file, `${now.join('\n')}\n`)
  expect(now).toEqual(readFileSync(file, 'utf8').trimEnd().split('\n'))
}, 120_000)
