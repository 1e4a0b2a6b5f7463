import { describe, expect, it } from 'vitest'
import type { Score } from '../../core/bleed/practise'
import { scenarios } from '../../core/bleed/scenarios'
import { practisedBy, scenarioWords, scoreWords, slipWords, wordsOfScenario } from './bleedPracticeWords'

const score: Score = { passed: true, points: 92, airLeft: 0.05, airIn: 0, used: 48, seconds: 90, lowest: 30, slips: [], rightVerdict: true }

describe('practice, in words', () => {
  it('every scenario has its story, and every story its scenario; none gives away what is wrong', () => {
    expect(Object.keys(scenarioWords).toSorted()).toEqual(scenarios.map(({ id }) => id).toSorted())
    for (const one of scenarios) {
      const { title, story } = wordsOfScenario(one)
      expect(title).not.toBe(one.id)
      expect(`${title} ${story}`).not.toMatch(/seal|draws air|high point/i)
    }
  })
  it('a slip names its stroke, its moment and its millilitres', () => {
    expect(slipWords({ kind: 'closed-late', at: 12.4, stroke: 9, millilitres: 0.3 })).toBe(
      'Stroke 9, after 12 s: the pedal came up with the bleeder open. 0.3 mL went back in.',
    )
    expect(slipWords({ kind: 'ran-dry', at: 1, stroke: 1, millilitres: 2.4 })).toContain('2 mL of air went in at the top')
    expect(slipWords({ kind: 'hose-out', at: 1, stroke: 1, millilitres: 2.4 })).toContain('not under fluid')
  })
  it('why it was not passed is said first, each for its own reason', () => {
    const why = (change: Partial<Score>, right: 'bled' | 'draws-air' = 'bled') =>
      scoreWords({ ...score, passed: false, ...change }, right).verdict
    expect(scoreWords(score, 'bled').verdict).toBe('Passed, 92 of 100')
    expect(why({ airLeft: 1.2 })).toContain('1 mL of air is still in it')
    expect(why({ lowest: 0 })).toContain('ran dry')
    expect(why({ rightVerdict: false })).toContain('nothing draws air here')
    expect(why({ rightVerdict: false }, 'draws-air')).toContain('past a seal')
    expect(why({}, 'draws-air')).toContain('a guess')
  })
  it('many slips are counted, and the first six said', () => {
    const slips = Array.from({ length: 9 }, (_, i) => ({ kind: 'closed-late' as const, at: i, stroke: i + 1, millilitres: 0.2 }))
    const { lines } = scoreWords({ ...score, slips }, 'bled')
    expect(lines[1]).toBe('9 slips; the first six:')
    expect(lines).toHaveLength(8)
  })
  it('who has practised: a line a person, by what was passed', () => {
    const run = { person: 'a', name: 'Rafe', scenario: 'hose', points: 90, passed: true, runs: 2, lastAt: '2026-01-02T08:00:00Z' }
    const runs = [
      run,
      { ...run, scenario: 'dry-line', points: 70, lastAt: '2026-01-03T08:00:00Z' },
      { ...run, scenario: 'high-point', points: 10, passed: false },
      { ...run, person: 'b', name: 'Tilde', passed: false },
    ]
    expect(practisedBy(runs)).toEqual([
      { person: 'a', name: 'Rafe', words: 'passed 2 of 13, 80 of 100 on average', lastAt: '2026-01-03T08:00:00Z' },
      { person: 'b', name: 'Tilde', words: 'passed 0 of 13', lastAt: '2026-01-02T08:00:00Z' },
    ])
  })
})
