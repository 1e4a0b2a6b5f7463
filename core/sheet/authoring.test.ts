import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { changeWords } from '../../shared/words/changeWords'
import { integrityWords } from '../../shared/words/integrityWords'
import { mendWords } from '../../shared/words/mendWords'
import { sheetSchema } from '../../shared/schemas/sheet'
import { allDemoSheets, demoSheet, sheetOf } from '../../tests/helpers/demo'
import { checkIntegrity } from './checkIntegrity'
import { compareSheets, sameJson } from './compareSheets'
import { blankSheet, offerMend, replaceAt, valueAt } from './mendSheet'
import type { Sheet } from './types'

const broken = (path: (string | number)[], value: unknown, sheet = demoSheet()): Sheet => replaceAt(sheet, path, () => value)

describe('offerMend', () => {
  it.each<[string, Sheet, string, string]>([
    ['a doubled id', broken(['joints', 1, 'id'], 'gearbox-out-joint'), 'SHEET_DUPLICATE_ID', 'Rename it “gearbox-out-joint-2”'],
    ['a slip in a reference', broken(['joints', 0, 'line'], 'suply'), 'SHEET_UNKNOWN_REFERENCE', 'Use “supply”'],
    [
      'a need for nothing',
      broken(['operations', 1, 'needs'], [['radiator-cover'], ['no-such-thing-here']]),
      'SHEET_UNKNOWN_REFERENCE',
      'Take it out',
    ],
    ['a port away from its line', broken(['ports', 0, 'at'], [0, 0, 0]), 'SHEET_END_OFF_PORT', 'Move the port to the line’s end'],
    ['a hold beyond the line', broken(['holds', 0, 'at'], 9000), 'SHEET_HOLD_OFF_LINE', 'Set it to 1213 mm'],
    [
      'a valve beyond the line',
      broken(['lines', 0, 'checkValve'], { at: 9000, towards: 'to' }),
      'SHEET_VALVE_OFF_LINE',
      'Set it to 1213 mm',
    ],
    ['no way', broken(['lines', 0, 'withdraw'], []), 'SHEET_NO_WAY', 'Add a way from above'],
    ['needs in a circle', broken(['operations', 0, 'needs'], [['air-intake']]), 'SHEET_NEEDS_CIRCLE', 'Take it out'],
    [
      'a window backwards',
      broken(['holds', 1, 'torque'], { values: [{ value: { low: 10, high: 8 }, source: 'measured', date: '2026-01-01' }] }),
      'SHEET_WINDOW_REVERSED',
      'Swap low and high',
    ],
    ['settled on nothing', broken(['fluid', 'spec', 'settled'], { index: 4, by: 'x', why: 'y' }), 'SHEET_SETTLED_INDEX', 'Leave it open'],
    ['a view that needs the engine off', broken(['joints', 0, 'hiddenBy'], ['air-intake']), 'SHEET_VIEW_NEEDS_ENGINE_OFF', 'Take it out'],
    // The first straight is 60 mm and the bend turns 90°, so its tangent length is its radius.
    ['a bend that does not fit', broken(['lines', 0, 'sections', 0, 'points', 1, 'radius'], 300), 'SHEET_ROUTE', 'Radius 60 mm'],
    [
      'a joint missing',
      { ...demoSheet(), joints: demoSheet().joints.filter(joint => joint.id !== 'radiator-in-joint') },
      'SHEET_LINE_ENDS',
      'Add a joint there',
    ],
    [
      'sections apart',
      broken(['lines', 0, 'sections', 1, 'points', 0, 'at'], [200, -292, 460]),
      'SHEET_ROUTE',
      'Begin where the section before ends',
    ],
  ])('%s: one tap and the issue is gone', (_, sheet, code, words) => {
    const issue = checkIntegrity(sheet).find(candidate => candidate.code === code)!
    expect(integrityWords(issue)).toMatch(/\S/)
    const offer = offerMend(sheet, issue)!
    expect(mendWords(offer.mend)).toBe(words)
    const after = checkIntegrity(offer.sheet)
    expect(after.some(left => sameJson(left, issue))).toBe(false)
    expect(after.length).toBeLessThan(checkIntegrity(sheet).length)
  })

  it('offers nothing where only a person can know', () => {
    const sheet = broken(['lines', 0, 'from'], 'somewhere-else-entirely')
    const issue = checkIntegrity(sheet).find(candidate => candidate.code === 'SHEET_UNKNOWN_REFERENCE')!
    expect(offerMend(sheet, issue)).toBeUndefined()
  })

  it('never touches the sheet it was given', () => {
    const sheet = broken(['joints', 1, 'id'], 'gearbox-out-joint')
    const before = structuredClone(sheet)
    checkIntegrity(sheet).forEach(issue => offerMend(sheet, issue))
    expect(sheet).toEqual(before)
  })
})

describe('checkIntegrity, what a look must teach', () => {
  it('an answer that leaves no trait to keep is an issue', () => {
    const sheet = broken(['questions', 0, 'answers', 0, 'implies'], { not: { trait: 'coolers', is: 'one' } })
    expect(checkIntegrity(sheet)).toMatchObject([{ code: 'SHEET_ANSWER_TEACHES_NOTHING', path: ['questions', 0, 'answers', 0, 'implies'] }])
  })
  it('traits nobody could ask through are an issue', () => {
    const traits = Array.from({ length: 15 }, (_, i) => ({
      id: `t${i}`,
      name: 't',
      values: [
        { id: 'a', name: 'a' },
        { id: 'b', name: 'b' },
      ],
    }))
    const sheet = {
      ...demoSheet(),
      traits,
      questions: [],
      applies: [{ families: ['ondrel-halyard'], when: { any: traits.map(trait => ({ trait: trait.id, is: 'a' })) } }],
    }
    expect(checkIntegrity(sheet)).toContainEqual({ code: 'SHEET_TOO_MANY_LAYOUTS', path: ['traits'], combinations: 32_768, most: 20_000 })
  })
})

describe('blankSheet', () => {
  it('fits the schema and has no issues', () => {
    const sheet = blankSheet('new-one', 'New one', 'brake', 'ondrel-wherry')
    expect(sheetSchema.safeParse(sheet).error).toBeUndefined()
    expect(checkIntegrity(sheet)).toEqual([])
  })
})

describe('compareSheets', () => {
  const words = (older: Sheet, newer: Sheet) => compareSheets(older, newer).map(change => changeWords(change, older, newer))

  it('says what changed, one sentence per field', () => {
    const older = demoSheet()
    const newer = [
      (sheet: Sheet) =>
        replaceAt(sheet, ['joints', 0, 'torque'], torque => ({
          ...(torque as object),
          settled: { index: 0, by: 'Imke', why: 'measured' },
        })),
      (sheet: Sheet) =>
        replaceAt(sheet, ['holds', 1, 'torque'], () => ({
          values: [{ value: { low: 7, high: 9 }, source: 'measured', date: '2026-01-01' }],
        })),
      (sheet: Sheet) => replaceAt(sheet, ['operations', 2, 'off'], () => 8),
      (sheet: Sheet) => replaceAt(sheet, ['keepouts', 0], () => undefined),
      (sheet: Sheet) => replaceAt(sheet, ['fluid', 'capacity'], () => 'unknown'),
      (sheet: Sheet) => ({ ...sheet, title: 'Cooler lines', revision: 2 }),
    ].reduce((sheet, change) => change(sheet), older)
    expect(words(older, newer)).toEqual([
      'Title: “Gearbox cooler lines” → “Cooler lines”',
      'Joint Gearbox, upper: torque 16–20 N·m and 17–22 N·m → 16–20 N·m and 17–22 N·m (settled)',
      'Hold Bracket, cross member: torque 8–10 N·m → 7–9 N·m',
      'Part that comes off Undershield: minutes off 6 min → 8 min',
      'Keep-out exhaust downpipe: removed',
      'Fluid: capacity 9200 mL → unknown',
    ])
  })

  it('order and key order are no change; adding before others changes only what was added', () => {
    const sheet = demoSheet()
    const shuffled = JSON.parse(
      JSON.stringify(sheet, (_, value: unknown) =>
        typeof value === 'object' && value !== null && !Array.isArray(value) ? Object.fromEntries(Object.entries(value).reverse()) : value,
      ),
    ) as Sheet
    expect(compareSheets(sheet, { ...shuffled, revision: 9, joints: shuffled.joints.toReversed() })).toEqual([])
    const more = { ...sheet, keepouts: [{ ...sheet.keepouts[0]!, id: 'new', what: 'new one' }, ...sheet.keepouts] }
    expect(words(sheet, more)).toEqual(['Keep-out new one: added'])
  })

  it('two revisions of the heater hoses: the second hose and the look that tells them apart', () => {
    const [first, second] = [sheetOf('pintle-heater-hoses', 1), sheetOf('pintle-heater-hoses', 2)]
    expect(words(first, second)).toEqual(
      expect.arrayContaining([
        'Line Return, over the loom: added',
        'Line Return, heater to pump pipe: when it is there changed',
        'Hold Tie on the loom: added',
      ]),
    )
  })

  it('any single replaced value is found, and equal sheets never differ', () => {
    fc.assert(
      fc.property(fc.constantFrom(...allDemoSheets()), fc.nat(), (sheet, pick) => {
        const joint = pick % sheet.joints.length
        const changed = replaceAt(sheet, ['joints', joint, 'release'], text => `${String(text)} Look twice.`)
        expect(compareSheets(sheet, structuredClone(sheet))).toEqual([])
        expect(compareSheets(sheet, changed)).toMatchObject([{ part: 'joints', id: sheet.joints[joint]!.id, field: 'release' }])
        expect(valueAt(changed, ['joints', joint, 'release'])).toMatch(/Look twice/)
      }),
    )
  })
})
