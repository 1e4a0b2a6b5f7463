import { expect, it } from 'vitest'
import type { Stage } from '#core/job/steps/stages'
import type { JobRow } from '#shared/schemas/jobRow'
import { jobsOn } from './jobsOn'

const row = (number: number, stage: Stage, sheet = 'cooler', vehicleId: string | undefined = 'van') =>
  ({ number, vehicleId, sheet, summary: { stage } }) as JobRow
const numbers = (rows: readonly JobRow[]) => rows.map(({ number }) => number)

it('finds what is being worked on a car, and nothing that is over or another car’s', () => {
  const rows = [
    row(1, 'proving'),
    row(2, 'signed-off'),
    row(3, 'handed-over'),
    row(4, 'ended'),
    row(5, 'opened', 'brake'),
    row(6, 'planned', 'cooler', 'boat'),
    { ...row(7, 'planned'), vehicleId: undefined },
  ]
  expect(numbers(jobsOn(rows, 'van'))).toEqual([1, 5])
  expect(numbers(jobsOn(rows, 'van', 'cooler'))).toEqual([1])
  // No car chosen yet is no car, and not the one whose id an old version did not keep.
  expect(jobsOn(rows, undefined)).toEqual([])
})
