import { describe, expect, it } from 'vitest'
import { allDemoSheets } from '../../tests/helpers/demo'
import { levelsOf } from '../../core/sheet/levelsOf'
import { minutes } from '../../core/units/types'
import { heightWords, levelChoices } from './levelWords'
import { systemSays } from './systemSays'
import { mixingWords } from './mixingWords'
import { warmUpWords } from './warmUpWords'

describe('a level in words', () => {
  it.each([
    [0.4, 'at the lower mark'],
    [3, '3 mm above the lower mark'],
    [-12.2, '12 mm below the lower mark'],
  ])('%f: %s', (mm, words) => expect(heightWords(mm)).toBe(words))
  it('is told by what comes out of a plug, by marks, or by how a sealed set works', () => {
    const words = new Set(
      allDemoSheets().flatMap(sheet =>
        levelsOf(sheet).map(level =>
          levelChoices(sheet, level)
            .map(({ text }) => text)
            .join(', '),
        ),
      ),
    )
    expect([...words].toSorted()).toEqual([
      'Below, At the mark, Above, Foam',
      'Nothing comes, A thread, then drops, It runs, Foam',
      'Too little, As it should be, Too much',
    ])
  })
  it('too much left in is said for every system that the demo knows', () => {
    for (const { system } of allDemoSheets()) expect(systemSays[system].overfull).toMatch(/^Left in, /)
  })
})

describe('what may go in, in words', () => {
  it.each(['lower-boiling-point', 'silicone', 'another-use', 'another-specification'] as const)(
    '%s is no plain yes, and says why',
    because => {
      const words = mixingWords(because === 'lower-boiling-point' ? { may: 'with-care', because } : { may: 'no', because })
      expect(words.startsWith('No.')).toBe(because !== 'lower-boiling-point')
      expect(words.length).toBeGreaterThan(40)
    },
  )
  it('yes is yes', () => expect(mixingWords({ may: 'yes' })).toMatch(/^Yes/))
})

describe('warming up in words', () => {
  const until = (least: number, likely: number, most: number) =>
    ({ state: 'warming', until: { least: minutes(least), likely: minutes(likely), most: minutes(most) } }) as const
  it.each([
    [until(4.2, 6.3, 9.1), false, 'Wait, about 6 minutes (4 to 10).'],
    [until(0.2, 0.4, 0.45), false, 'Wait, about 1 minute.'],
    [{ state: 'in-window', left: minutes(5) } as const, true, 'Open the plug now. It leaves the window in about 5 minutes.'],
    [{ state: 'in-window', left: undefined } as const, false, 'Read it now.'],
    [{ state: 'in-window', left: minutes(45) } as const, true, 'Open the plug now.'],
    [{ state: 'too-warm' } as const, true, 'Too warm: engine off, let it cool.'],
  ])('%o', (warmUp, isPlug, words) => expect(warmUpWords(warmUp, isPlug)).toBe(words))
  it('asks for another reading while there is no pace', () => expect(warmUpWords({ state: 'no-pace' }, true)).toMatch(/again/))
})
