import type { PlanVisit, VisitFold } from '../../core/job/steps/visitsOnClock'
import { formatNumber } from '../../core/units/formatQuantity'
import { plural, positionWords } from './vocabulary'

function minutesWords(minutes: number): string {
  if (minutes <= 0) return ''
  return minutes < 1 ? 'under 1 min' : `${formatNumber(minutes, 0)} min`
}
function clockWords({ from, to }: NonNullable<PlanVisit['clock']>): string {
  const [begin, end] = [formatNumber(from, 0), formatNumber(to, 0)]
  return begin === end ? `at ${begin} min on the clock` : `${begin} to ${end} min on the clock`
}

/** What a stand of the car holds, in a line: how much of it is left, for how long, and when it comes. */
export function visitWords({ stage, done, open, left, clock }: Pick<PlanVisit, 'stage' | 'done' | 'open' | 'left' | 'clock'>): string {
  if (stage === 'over') return `${plural(done.length, 'step')} done`
  const steps = done.length > 0 ? `${open.length} of ${plural(done.length + open.length, 'step')} left` : plural(open.length, 'step')
  return [steps, minutesWords(left), stage === 'ahead' && clock && clockWords(clock)].filter(Boolean).join(' · ')
}
/** The head of a fold in the plan: how the car stands, and what there is to do or has been done. */
export function foldWords({ stage, visits }: VisitFold): { title: string; told: string } {
  const one = visits.length === 1 ? visits[0] : undefined
  if (one) return { title: `Car ${positionWords[one.at]}`, told: visitWords(one) }
  const clocks = visits.flatMap(({ clock }) => clock ?? [])
  const told = visitWords({
    stage,
    open: visits.flatMap(({ open }) => open),
    done: visits.flatMap(({ done }) => done),
    left: 0,
    ...(clocks.length > 0 && { clock: { from: clocks[0]!.from, to: clocks.at(-1)!.to } }),
  })
  return stage === 'over' ? { title: 'Done so far', told } : { title: 'After that', told: `${visits.length} moves of the car · ${told}` }
}
