import { describe, expect, it } from 'vitest'
import { allDemoSheets, sheetOf } from '../../tests/helpers/demo'
import { doubtWords, integrityWords } from '../../shared/words/integrityWords'
import { foundWords } from '../../shared/words/foundWords'
import { stepWords } from '../../shared/words/stepWords'
import { checkIntegrity } from './checkIntegrity'
import { carriersOf, withCovered } from './chosenPart'
import { doubtTorques } from './doubtTorques'
import { endOn, isOn, linesOf } from './jointLines'
import type { PartOption, Sheet } from './types'

type Draft = { -readonly [K in keyof Sheet]: Sheet[K] }
const changed = (id: string, change: (sheet: Draft) => void): Sheet => {
  const sheet = structuredClone(sheetOf(id)) as Draft
  // Its waits name what these drafts take away.
  sheet.waits = []
  change(sheet)
  return sheet
}
const codes = (sheet: Sheet) => checkIntegrity(sheet).map(({ code, path }) => `${code} ${path.join('.')}`)

describe('what a sheet says beside its lines', () => {
  const steering = 'ketch-steering-pressure'
  it('a fluid that nobody has described is refused by name', () => {
    const sheet = changed(steering, draft => (draft.circuits = []))
    expect(codes(sheet)).toEqual(['SHEET_UNKNOWN_REFERENCE operations.1.drains.circuit'])
  })
  it('another fluid is read where nothing has to come off, and by a name of its own', () => {
    const behind = changed(steering, draft => {
      const [oil] = draft.circuits!
      draft.circuits = [{ ...oil!, level: { ...oil!.level, ways: [{ ...oil!.level.ways[0]!, needs: [['undershield']] }] } }]
    })
    expect(codes(behind)).toEqual(['SHEET_CIRCUIT_BEHIND circuits.0.level.ways'])
    expect(integrityWords(checkIntegrity(behind)[0]!)).toMatch(/nothing has to come off/)
    const twice = changed(steering, draft => {
      draft.circuits = [{ ...draft.circuits![0]!, level: { ...draft.circuits![0]!.level, id: draft.levels[0]!.id } }]
    })
    expect(codes(twice)).toEqual(['SHEET_DUPLICATE_ID circuits.0.level.id'])
  })
  it('a wait may come before the level of another fluid, and before nothing that is not there', () => {
    const wait = sheetOf(steering).waits!.find(({ before }) => before.includes('level:oil-dipstick'))!
    expect(codes(changed(steering, draft => (draft.waits = [wait])))).toEqual([])
    const stray = changed(steering, draft => (draft.waits = [{ ...wait, after: ['stop', 'off:moon'], before: ['level:moon'] }]))
    expect(codes(stray)).toEqual(['SHEET_UNKNOWN_REFERENCE waits.0.after.1', 'SHEET_UNKNOWN_REFERENCE waits.0.before.0'])
  })
  it('a nut, a piece and what a part drops name what is there', () => {
    const sheet = changed('wherry-rear-brake', draft => {
      draft.joints = draft.joints.map(joint => (joint.also ? { ...joint, also: [...joint.also, { line: 'elsewhere', end: 'to' }] } : joint))
      const part: PartOption = { id: 'odd', kind: 'factory', name: 'odd', brings: [], covers: ['nowhere'], drops: ['nothing'] }
      draft.lines = draft.lines.map((line, i) => (i === 0 ? { ...line, parts: [part] } : line))
    })
    expect(codes(sheet).toSorted()).toEqual([
      'SHEET_UNKNOWN_REFERENCE joints.1.also.1.line',
      'SHEET_UNKNOWN_REFERENCE lines.0.parts.0.covers.0',
      'SHEET_UNKNOWN_REFERENCE lines.0.parts.0.drops.0',
    ])
  })
  it('one nut is on both of its lines, at the end it has of each', () => {
    const nut = sheetOf('wherry-rear-brake').joints.find(({ id }) => id === 'axle-joint')!
    expect(linesOf(nut)).toEqual(['hard', 'hose'])
    expect([endOn(nut, 'hard'), endOn(nut, 'hose'), endOn(nut, 'other')]).toEqual(['from', 'to', undefined])
    expect([isOn(nut, 'hose'), isOn(nut, undefined)]).toEqual([true, false])
  })
  it('two parts that name each other are one piece, the first one’s; a chain is wanted whole', () => {
    const line = (id: string, covers: string[]) => ({
      id,
      parts: [{ id: `${id}-part`, kind: 'factory', name: id, brings: [], covers } as PartOption],
    })
    const both = [line('a', ['b']), line('b', ['a'])]
    expect([...carriersOf(both)]).toEqual([['b', 'a']])
    const chain = [line('a', ['b']), line('b', ['c']), line('c', [])]
    expect(withCovered(chain, ['a'])).toEqual(['a', 'b', 'c'])
    expect(withCovered(chain, ['c', 'strange'])).toEqual(['c', 'strange'])
  })
})

describe('a torque out of proportion', () => {
  it('is asked about: 21 N·m on an M6, where about 10 is usual (ISO 898-1, class 8.8)', () => {
    const sheet = changed('halyard-cooler-lines-screw-in', draft => {
      draft.operations = draft.operations.map(operation =>
        operation.id === 'gearbox-pan'
          ? {
              ...operation,
              fasteners: operation.fasteners.map(fastener => ({
                ...fastener,
                torque: { values: [{ value: { low: 19, high: 23 } as never, source: 'invented' as const, date: '2026-01-01' }] },
              })),
            }
          : operation,
      )
    })
    const [doubt, ...others] = doubtTorques(sheet)
    expect(others).toEqual([])
    expect(doubt).toMatchObject({ size: 'M6×20', high: 23 })
    expect(doubtWords(doubt!)).toMatch(/23 N·m on M6×20; about 11 N·m is usual/)
  })
  it('no demo sheet has one', () => expect(allDemoSheets().flatMap(doubtTorques)).toEqual([]))
})

describe('in words', () => {
  it.each([
    [{ what: 'count', count: 7 } as const, '7 fasteners'],
    [{ what: 'minutes', minutes: 12 } as const, 'took 12 min'],
    [{ what: 'note', text: 'rusted' } as const, 'rusted'],
  ])('%o', (found, words) => expect(foundWords(found)).toBe(words))
  it('a canister is turned, not clicked, and no sentence puts old fluid back', () => {
    const sheet = sheetOf('ketch-steering-pressure')
    expect(stepWords({ kind: 'tighten', target: 'oil-filter' }, sheet).how).toMatch(/^Snug, then 270° further/)
    expect(stepWords({ kind: 'fill', target: 'reservoir-cap' }, sheet).how).not.toMatch(/What came out goes back/)
  })
})
