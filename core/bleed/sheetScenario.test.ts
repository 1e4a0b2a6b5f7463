import { describe, expect, it } from 'vitest'
import { allDemoSheets } from '../../tests/helpers/demo'
import type { Vec3 } from '../sheet/types'
import { courseOf } from './courseOf'
import { airLeft } from './hydraulicPath'
import { beginPractice, practise, scoreRun, topUp, type Practice } from './practise'
import { scenarios } from './scenarios'
import { sheetScenario } from './sheetScenario'
import { sheetVariants } from './sheetVariants'

const lengthOf = (course: readonly Vec3[]) =>
  course.slice(1).reduce((sum, [x, y, z], i) => sum + Math.hypot(x - course[i]![0], y - course[i]![1], z - course[i]![2]), 0)
const offered = allDemoSheets().flatMap(sheet => sheetVariants.flatMap(variant => sheetScenario(sheet, variant) ?? []))

/** Strokes as they should be, topped up often: with a helper, the bleeder is open only while his foot goes down. */
function bled(from: Practice, strokes: number): Practice {
  const { scenario } = from
  let run = from
  for (let i = 0; i < strokes; i++) {
    if (i % 3 === 0) run = topUp(run)
    const shut = { presses: true, bleeder: 0, inJar: true }
    for (const [hands, seconds] of scenario.helper
      ? ([
          [shut, 0.6],
          [{ ...shut, bleeder: 0.15 }, 0.35],
          [shut, 3.85],
        ] as const)
      : ([
          [shut, 0.7],
          [{ ...shut, bleeder: 0.15 }, 0.3],
          [{ ...shut, presses: false }, 0.8],
        ] as const))
      run = practise(run, hands, seconds)
  }
  return run
}

describe('practice on a sheet’s own circuit', () => {
  it('at least eight are offered in the demo workshop, each with a name of its own', () => {
    expect(offered.length).toBeGreaterThanOrEqual(8)
    expect(new Set([...offered, ...scenarios].map(({ id }) => id)).size).toBe(offered.length + scenarios.length)
  })
  it.each(offered.map(one => [one.id, one] as const))('%s can be done, and not by walking away', (_, scenario) => {
    if (scenario.right === 'bled') {
      let run = beginPractice(scenario)
      while (airLeft(run.state) > 0.1 && run.strokes < 160) run = bled(run, 10)
      expect(scoreRun(run, 'bled').passed).toBe(true)
    } else {
      const run = bled(beginPractice(scenario), 30)
      expect(run.state.airIn.seal).toBeGreaterThan(0)
      expect(scoreRun(run, 'draws-air').passed).toBe(true)
      expect(scoreRun(run, 'bled').passed).toBe(false)
    }
    expect(scoreRun(beginPractice(scenario), 'bled').passed).toBe(false)
    expect(scoreRun(beginPractice(scenario), 'draws-air').passed).toBe(false)
  })
  it('is none for a steering, for a line that nobody measured, or one that some cars have and some have not', () => {
    const sheets = allDemoSheets()
    const brake = sheets.find(({ id }) => id === 'wherry-rear-brake')!
    const steering = sheets.find(({ id }) => id === 'ketch-steering-pressure')!
    expect(sheetScenario(steering, 'hose')).toBeUndefined()
    expect(sheetScenario({ ...brake, lines: brake.lines.map(line => ({ ...line, sections: [] })) }, 'dry')).toBeUndefined()
    const some = brake.lines.map(line => ({ ...line, when: { trait: 'abs', is: 'yes' } as never }))
    expect(sheetScenario({ ...brake, lines: some }, 'dry')).toBeUndefined()
  })
})

describe('the course of a circuit', () => {
  it.each([...scenarios, ...offered].map(one => [one.id, one] as const))(
    '%s is as long as its line, and starts at the higher end',
    (_, one) => {
      expect(lengthOf(one.course) / one.path.length).toBeGreaterThan(0.93)
      expect(lengthOf(one.course) / one.path.length).toBeLessThan(1.07)
      expect(one.course[0]![2]).toBeGreaterThanOrEqual(one.course.at(-1)![2])
    },
  )
  it('goes on from line to line without a leap, whichever way and in whatever order they are drawn', () => {
    const { lines } = allDemoSheets().find(({ id }) => id === 'wherry-rear-brake')!
    const leap = (course: readonly Vec3[]) => Math.max(...course.slice(1).map((at, i) => lengthOf([course[i]!, at])))
    expect(leap(courseOf(lines))).toBeLessThan(60)
    expect(courseOf(lines.toReversed())).toEqual(courseOf(lines))
  })
  it('of nothing, or of what nobody measured, is none', () => {
    const { lines } = allDemoSheets().find(({ id }) => id === 'wherry-rear-brake')!
    expect(courseOf([])).toEqual([])
    expect(courseOf([lines[0]!, { ...lines[1]!, sections: [] }])).toEqual([])
  })
})
