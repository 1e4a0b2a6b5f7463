import type { Score, Slip } from '../../core/bleed/practise'
import { scenarios, type Scenario } from '../../core/bleed/scenarios'
import type { SheetVariant } from '../../core/bleed/sheetVariants'
import { loopScenarios } from '../../core/practice/loopScenarios'
import { formatNumber } from '../../core/units/formatQuantity'
import type { PracticeView } from '../schemas/practice'
import { plural } from './vocabulary'

type Said = { title: string; story: string }
/** What somebody is told before they begin; what is wrong is for them to find. */
export const scenarioWords: Readonly<Record<string, Said>> = {
  hose: {
    title: 'Clutch, hose swapped',
    story: 'A new hose at the gearbox. The rest of the line stayed full. Bleed it until the pedal is hard.',
  },
  'out-of-jar': {
    title: 'The hose beside the jar',
    story: 'Somebody put the jar down in a hurry. Look at everything before the first stroke.',
  },
  'dry-line': {
    title: 'Clutch, dry from end to end',
    story: 'The whole line is new and empty. It takes several times as many strokes as a hose.',
  },
  'small-reservoir': {
    title: 'Motorcycle, small reservoir',
    story: 'The reservoir at the bars holds a few mouthfuls. It was not quite full when you came.',
  },
  'long-brake-line': { title: 'Rear brake, long new line', story: 'Three and a half metres of new tube and a small wheel cylinder.' },
  'hasty-helper': {
    title: 'A helper who does not wait',
    story: 'He pumps, holds for two seconds and comes up, whatever you say. The pedal is his, the bleeder is yours.',
  },
  'high-point': {
    title: 'A loop over the gearbox',
    story: 'The line climbs over the gearbox before it comes down to the slave. Somebody has bled it for an hour.',
  },
  'leaking-seal': { title: 'It came back soft', story: 'Bled yesterday, soft today. Find out whether bleeding will help.' },
}
export const wordsOfScenario = ({ id }: Pick<Scenario, 'id'>): Said => scenarioWords[id] ?? { title: id, story: '' }
/** The same on a sheet's own circuit. */
export const variantWords: Readonly<Record<SheetVariant, Said>> = {
  hose: { title: 'Hose swapped', story: 'A new hose; the rest stayed full. Bleed it until the pedal is hard.' },
  dry: { title: 'Dry from end to end', story: 'Every line is new and empty. It takes several times as many strokes as a hose.' },
  hasty: { title: 'A helper who does not wait', story: scenarioWords['hasty-helper']!.story },
  soft: { title: 'It came back soft', story: scenarioWords['leaking-seal']!.story },
}
/** How far somebody has come on one circuit. */
export function bestWords(runs: readonly PracticeView[], id: string): string {
  const run = runs.find(({ scenario }) => scenario === id)
  return run ? (run.passed ? `best: ${run.points} of 100` : 'tried, not passed yet') : 'not tried yet'
}
export const gradeWords: Record<Scenario['grade'], string> = { 1: 'easy', 2: 'takes care', 3: 'nasty' }

const millilitres = (value: number) => `${formatNumber(value, value < 1 ? 2 : 0)} mL`

/** One thing that went wrong, with its moment. */
export function slipWords({ kind, at, stroke, millilitres: much }: Slip): string {
  const when = `Stroke ${stroke}, after ${formatNumber(at, 0)} s`
  switch (kind) {
    case 'closed-late':
      return `${when}: the pedal came up with the bleeder open. ${millilitres(much)} went back in.`
    case 'ran-dry':
      return `${when}: the reservoir was empty. ${millilitres(much)} of air went in at the top; it shows at the bleeder rounds later.`
    case 'hose-out':
      return `${when}: the end of the hose was not under fluid. It drew ${millilitres(much)} of air, ready to go back in.`
  }
}

/** What a run comes to, first the verdict, then what it rests on. */
export function scoreWords(score: Score, right: Scenario['right']): { verdict: string; lines: string[] } {
  const { passed, points, rightVerdict, airLeft, used, seconds, lowest, slips } = score
  const verdict = passed
    ? `Passed, ${points} of 100`
    : right === 'draws-air' && !rightVerdict
      ? 'Not passed: it draws air past a seal. No bleeding cures that; the seal does.'
      : !rightVerdict
        ? 'Not passed: nothing draws air here. It can be bled.'
        : lowest === 0
          ? 'Not passed: the reservoir ran dry.'
          : right === 'draws-air'
            ? 'Not passed: a guess. Bleed until you have seen that it never runs clear.'
            : `Not passed: ${millilitres(airLeft)} of air is still in it.`
  return {
    verdict,
    lines: [
      `${millilitres(airLeft)} of air left, ${millilitres(used)} of fluid used, ${formatNumber(seconds / 60, 1)} min.`,
      ...(slips.length > 6 ? [`${plural(slips.length, 'slip')}; the first six:`] : []),
      ...slips.slice(0, 6).map(slipWords),
    ],
  }
}

const everyId = new Set([...scenarios, ...loopScenarios].map(({ id }) => id))
/** Who has passed how much, one line a person. */
export function practisedBy(runs: readonly PracticeView[]): { person: string; name: string; words: string; lastAt: string }[] {
  const people = [...new Set(runs.map(({ person }) => person))]
  return people.map(person => {
    const own = runs.filter(run => run.person === person)
    const known = own.filter(({ scenario }) => everyId.has(scenario))
    const passed = known.filter(run => run.passed)
    const onSheets = own.filter(run => run.passed && !everyId.has(run.scenario)).length
    const average = passed.reduce((sum, { points }) => sum + points, 0) / Math.max(1, passed.length)
    return {
      person,
      name: own[0]!.name,
      words: `passed ${passed.length} of ${everyId.size}${passed.length > 0 ? `, ${formatNumber(average, 0)} of 100 on average` : ''}${onSheets > 0 ? `, and ${onSheets} on sheets of the library` : ''}`,
      lastAt: own.reduce((last, { lastAt }) => (lastAt > last ? lastAt : last), ''),
    }
  })
}
