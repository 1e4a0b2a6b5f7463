import { describe, expect, it } from 'vitest'
import { stillHands } from '../../core/practice/loopHands'
import { beginLoop, goOn, type LoopLack, type LoopScore } from '../../core/practice/loopPractice'
import { loopScenarios } from '../../core/practice/loopScenarios'
import { loopScenarioWords, loopScoreWords, loopSeenWords, loopSlipWords, wordsOfLoop } from './loopPracticeWords'

const score: LoopScore = { passed: true, points: 90, lacks: [], airLeft: 0.4, seconds: 1900, slips: [] }
const begin = (id: string) => beginLoop(loopScenarios.find(one => one.id === id)!)

describe('practice of a loop, in words', () => {
  it('every scenario has its story, and every story its scenario; none gives away what is wrong', () => {
    expect(Object.keys(loopScenarioWords).toSorted()).toEqual(loopScenarios.map(({ id }) => id).toSorted())
    for (const one of loopScenarios) {
      const { title, story } = wordsOfLoop(one)
      expect(title).not.toBe(one.id)
      expect(`${title} ${story}`).not.toMatch(/suction|draws air|leak/i)
    }
  })
  it('why it was not passed is said first, each for its own reason, and the rest after it', () => {
    const why = (...lacks: LoopLack[]) => loopScoreWords({ ...score, passed: false, lacks, airLeft: 12 })
    expect(loopScoreWords(score)).toEqual({ verdict: 'Passed, 90 of 100', lines: ['0.4 mL of air left, after 32 min.'] })
    expect(why('air', 'warm')).toMatchObject({
      verdict: 'Not passed: 12 mL of air is still in it.',
      lines: ['It is still warm. The level counts once it is cold.', expect.any(String)],
    })
    const all: LoopLack[] = ['verdict', 'guessed', 'air', 'foam', 'too-low', 'too-high', 'ran-dry', 'scalded', 'warm', 'running']
    expect(new Set(all.map(lack => why(lack).verdict)).size).toBe(all.length)
  })
  it('a slip names its moment and how much it was', () => {
    expect(loopSlipWords({ kind: 'at-lock', at: 95, until: 99, much: 4.2 })).toContain(
      'After 95 s: the wheel was held against its stop for 4.2 s',
    )
    expect(loopSlipWords({ kind: 'whipped', at: 200, until: 210, much: 31 })).toBe(
      'After 3 min: the pump ran with air still in the lines. It whipped 31 mL into foam.',
    )
    const slips = Array.from({ length: 9 }, (_, i) => ({ kind: 'spilled' as const, at: i, until: i, much: 40 }))
    expect(loopScoreWords({ ...score, slips }).lines).toHaveLength(8)
  })
  it('what is seen and heard: foam by its look, a heater that blows cold, a radiator hose that stays cold', () => {
    expect(loopSeenWords(begin('steering-foam'))).toBe('clock 0 s · fluid 18 °C · milky with foam')
    const running = goOn(begin('steering-foam'), { ...stillHands, engine: true }, 5)
    expect(loopSeenWords(running)).toContain('the pump moans')
    let hot = begin('coolant-thermostat')
    const hands = { ...stillHands, engine: true, heater: true, cap: true, revs: true }
    for (let i = 0; i < 5; i++) hot = goOn(hot, hands, 60)
    expect(loopSeenWords(hot)).toBe('clock 5 min · engine 78 °C · the heater blows hot · the upper radiator hose is cold')
    for (let i = 0; i < 2; i++) hot = goOn(hot, hands, 60)
    expect(loopSeenWords(hot)).toContain('the upper radiator hose is hot')
  })
})
