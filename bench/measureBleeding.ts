import { bleedRound, toppedUp, usualManner } from '../core/bleed/bleedRound'
import { estimateAir } from '../core/bleed/estimateAir'
import { filledPath } from '../core/bleed/hydraulicPath'
import { beginPractice, practise } from '../core/bleed/practise'
import { quickPath, quickRound } from '../core/bleed/quickRound'
import { scenarios } from '../core/bleed/scenarios'

type Said = { name: string; value: number; unit: string; n: number; note: string }

/** How much faster than a pedal the hydraulics run: seconds of bleeding worked out in a second. */
export function measureBleeding(forMs: number): Said[] {
  const dry = scenarios.find(({ id }) => id === 'dry-line')!
  const { path, air } = dry
  const perSecond = (work: () => number) => {
    work()
    const started = performance.now()
    let simulated = 0
    while (performance.now() - started < forMs) simulated += work()
    return (simulated * 1000) / (performance.now() - started)
  }
  const rounds = 10
  const fine = perSecond(() => {
    let state = filledPath(path, air)
    for (let round = 0; round < rounds; round++) state = toppedUp(path, bleedRound(path, state, usualManner).state)
    return state.time
  })
  /** A stroke takes as long as it takes in the fine steps; the quick form has no clock of its own. */
  const perRound = bleedRound(path, filledPath(path, air), usualManner).result.seconds
  const quick = perSecond(() => {
    let state = quickPath(path, air)
    for (let round = 0; round < rounds; round++) state = { ...quickRound(path, state, usualManner).state, reservoir: path.reservoir }
    return rounds * perRound
  })
  const hands = perSecond(() => practise(beginPractice(dry), { presses: true, bleeder: 0.15, inJar: true }, 5).state.time)
  const seen = Array.from({ length: 6 }, () => ({ saw: 'air', toppedUp: true, strokes: 5, bubbleMm: 12 }) as const)
  const started = performance.now()
  estimateAir(path, air, seen)
  const estimate = performance.now() - started
  const unit = 'times real time'
  return [
    {
      name: 'bleeding predicted, stroke to stroke',
      value: quick,
      unit,
      n: 1,
      note: 'a dry clutch line, as rounds and minutes are predicted from',
    },
    { name: 'bleeding predicted, fine steps', value: fine, unit, n: 1, note: '10 to 40 ms a step' },
    { name: 'practice at 1 ms a step', value: hands, unit, n: 1, note: 'with a learner’s hands in it' },
    { name: 'what six rounds tell', value: estimate, unit: 'ms', n: 400, note: '400 cases weighed' },
  ]
}
