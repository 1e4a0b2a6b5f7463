import type { LoopSlip } from '../../core/practice/loopHands'
import { thermostatAt, type CoolantState } from '../../core/practice/coolantLoop'
import type { LoopLack, LoopRun, LoopScore } from '../../core/practice/loopPractice'
import { foamShare, type SteeringState } from '../../core/practice/steeringLoop'
import { formatNumber } from '../../core/units/formatQuantity'
import { plural } from './vocabulary'

type Said = { title: string; story: string }
/** What somebody is told before they begin; what is wrong is for them to find. */
export const loopScenarioWords: Readonly<Record<string, Said>> = {
  'steering-hose': {
    title: 'Steering, pressure hose changed',
    story: 'A new hose at the rack, fluid at the mark. The front wheels are off the ground. Get the air out without whipping it.',
  },
  'coolant-screw': {
    title: 'Coolant, heater hose changed',
    story: 'The circuit is filled from the tank. There is a bleed screw at the heater. It ends cold, with the level between the marks.',
  },
  'steering-foam': {
    title: 'Steering, started too soon',
    story: 'Somebody filled it and started it straight away. The fluid is full of fine bubbles, and the level looks right.',
  },
  'coolant-thermostat': {
    title: 'Coolant, air behind the thermostat',
    story: 'The radiator was off. The heater blows warm after ten minutes and somebody wants to hand the car over.',
  },
  'steering-suction': {
    title: 'Steering, it foams again and again',
    story: 'Bled twice this week, and it moans again. Find out whether bleeding will help.',
  },
}
export const wordsOfLoop = ({ id }: { id: string }): Said => loopScenarioWords[id] ?? { title: id, story: '' }

const millilitres = (value: number) => `${formatNumber(value, value < 1 ? 2 : 0)} mL`
export const clockWords = (seconds: number): string =>
  seconds < 120 ? `${formatNumber(seconds, 0)} s` : `${formatNumber(seconds / 60, 0)} min`

/** One thing that went wrong, with its moment. */
export function loopSlipWords({ kind, at, much }: LoopSlip): string {
  const when = `After ${clockWords(at)}`
  switch (kind) {
    case 'whipped':
      return `${when}: the pump ran with air still in the lines. It whipped ${millilitres(much)} into foam.`
    case 'at-lock':
      return `${when}: the wheel was held against its stop for ${formatNumber(much, 1)} s with the engine running. That heats the fluid and foams it.`
    case 'ran-dry':
      return `${when}: the reservoir was empty. ${millilitres(much)} of air went in.`
    case 'scalded':
      return `${when}: opened hot. Coolant under pressure scalds.`
    case 'spilled':
      return `${when}: ${millilitres(much)} ran out and is lost.`
  }
}

function lackWords(lack: LoopLack, { airLeft }: LoopScore): string {
  switch (lack) {
    case 'verdict':
      return 'What you found is not what is wrong with it.'
    case 'guessed':
      return 'A guess: run it until it has shown that it draws air.'
    case 'air':
      return `${millilitres(airLeft)} of air is still in it.`
    case 'foam':
      return 'There is foam in it. A level read in foam does not count.'
    case 'too-low':
      return 'The level is under the lower mark.'
    case 'too-high':
      return 'The level is over the upper mark.'
    case 'ran-dry':
      return 'The reservoir ran empty and air went in.'
    case 'scalded':
      return 'It was opened hot.'
    case 'warm':
      return 'It is still warm. The level counts once it is cold.'
    case 'running':
      return 'The engine is running.'
  }
}

/** What a run comes to, first the verdict, then what it rests on. */
export function loopScoreWords(score: LoopScore): { verdict: string; lines: string[] } {
  const { passed, points, lacks, seconds, slips, airLeft } = score
  const shown = 6
  return {
    verdict: passed ? `Passed, ${points} of 100` : `Not passed: ${lackWords(lacks[0]!, score)}`,
    lines: [
      ...lacks.slice(1).map(lack => lackWords(lack, score)),
      `${millilitres(airLeft)} of air left, after ${clockWords(seconds)}.`,
      ...(slips.length > shown ? [`${plural(slips.length, 'slip')}; the first ${shown}:`] : []),
      ...slips.slice(0, shown).map(loopSlipWords),
    ],
  }
}

/** What hands, eyes and ears tell while it is worked. */
export function loopSeenWords(run: LoopRun): string {
  const { state, scenario } = run
  const clock = `clock ${clockWords(state.time)}`
  if (scenario.system === 'steering') {
    const { runs, celsius } = state
    const share = foamShare(state as SteeringState)
    const looks = share > 0.05 ? 'milky with foam' : share > 0.005 ? 'fine bubbles in it' : 'clear'
    return [
      clock,
      `fluid ${formatNumber(celsius, 0)} °C`,
      looks,
      ...(runs ? [share > 0.03 ? 'the pump moans' : 'the pump runs quietly'] : []),
    ].join(' · ')
  }
  const { celsius, runs, heater } = state as CoolantState
  const warm = 50
  const blows = celsius < warm || !run.hands.heater ? 'cold' : heater > 60 ? 'lukewarm' : 'hot'
  const hose = thermostatAt(scenario.loop, celsius) > 0 ? 'hot' : 'cold'
  return [
    clock,
    `engine ${formatNumber(celsius, 0)} °C`,
    ...(runs ? [`the heater blows ${blows}`, `the upper radiator hose is ${hose}`] : []),
  ].join(' · ')
}
