import { describe, expect, it } from 'vitest'
import { pocketSheet } from '../../tests/helpers/pocketCar'
import { fittedSealing, isSealedSheet, newSealing, opensCircuit, unknownSealing, wantsFilling, wantsReading, type Renewal } from './sealing'
import type { Sealed, Sheet } from './types'

const mute = { ...pocketSheet, bleeders: [], bleeding: { ...pocketSheet.bleeding, allowed: [] } }
const bled = pocketSheet
/** The pocket sheet with one word about what is on the car, and one about what goes in. */
const saying = (sheet: Sheet, fitted: Sealed | undefined, goesIn: Sealed | undefined): Sheet => ({
  ...sheet,
  lines: sheet.lines.map(line => ({ ...line, sealed: fitted, parts: line.parts.map(part => ({ ...part, sealed: goesIn })) })),
})
const near = pocketSheet.joints[0]!
const renewed: Renewal = { isRenewed: () => true }
const stays: Renewal = { isRenewed: () => false }

describe('sealed is a word that somebody sets', () => {
  it('absent it is unknown where nothing else is said, and no where a way of bleeding or a bleeder is named', () => {
    expect(fittedSealing(mute, mute.lines[0])).toBe('unknown')
    expect(fittedSealing({ ...mute, bleeders: bled.bleeders }, mute.lines[0])).toBe('open')
    expect(fittedSealing({ ...mute, bleeding: { ...mute.bleeding, allowed: ['gravity'] } }, mute.lines[0])).toBe('open')
    expect(fittedSealing(mute, { sealed: {} })).toBe('sealed')
    expect(fittedSealing(mute, { sealed: false })).toBe('open')
    expect(fittedSealing(bled, { sealed: {} })).toBe('sealed')
  })
  it('parts in question have to agree; without parts another of the same goes in', () => {
    const line = { ...mute.lines[0]!, parts: [...mute.lines[0]!.parts] }
    const [first, second] = line.parts
    expect(newSealing(mute, { ...line, parts: [{ ...first!, sealed: {} }, second!] })).toBe('unknown')
    expect(
      newSealing(mute, {
        ...line,
        parts: [
          { ...first!, sealed: {} },
          { ...second!, sealed: {} },
        ],
      }),
    ).toBe('sealed')
    expect(newSealing(mute, { ...line, parts: [{ ...first!, sealed: {} }, second!] }, { [line.id]: first!.id })).toBe('sealed')
    expect(newSealing(mute, { ...line, parts: [], sealed: {} })).toBe('sealed')
    expect(newSealing(mute, { ...line, parts: [] })).toBe('unknown')
  })
  // What is on the car, what goes in: what opening does, what filling asks, what is read.
  it.each([
    [undefined, undefined, true, true, true],
    [{}, {}, false, false, true],
    [{}, false, false, true, true],
    [false, {}, true, false, true],
    [false, false, true, true, true],
    [undefined, {}, true, false, true],
    [{}, undefined, false, true, true],
  ] as const)('on the car %j, from the box %j: opens %s, filled %s, read %s', (fitted, goesIn, opens, fills, reads) => {
    const sheet = saying(mute, fitted, goesIn)
    expect([opensCircuit(sheet, near), wantsFilling(sheet, near, renewed), wantsReading(sheet, near, renewed)]).toEqual([
      opens,
      fills,
      reads,
    ])
    // What stays is what it was.
    expect(wantsFilling(sheet, near, stays)).toBe(opens)
  })
  it('a joint that lets nothing out lets nothing out, but a dry part in the place of a sealed set is filled', () => {
    const quiet = { ...near, opensNothing: true }
    expect(opensCircuit(saying(bled, false, false), quiet)).toBe(false)
    expect(wantsFilling(saying(bled, false, false), quiet, renewed)).toBe(false)
    expect(wantsReading(saying(bled, false, false), quiet, renewed)).toBe(false)
    expect(wantsFilling(saying(bled, {}, false), quiet, renewed)).toBe(true)
  })
  it('a whole sheet is sealed only where all of it is; what nobody has said is named', () => {
    expect(isSealedSheet(saying(mute, {}, {}))).toBe(true)
    expect(isSealedSheet(mute)).toBe(false)
    expect(isSealedSheet({ ...mute, lines: [] })).toBe(false)
    expect(unknownSealing(mute, ['supply', 'return'])).toEqual(['supply', 'return'])
    expect(unknownSealing(mute, ['return'])).toEqual(['return'])
    expect(unknownSealing(saying(mute, {}, undefined), ['return'])).toEqual(['return'])
    expect(unknownSealing(saying(mute, {}, false), ['supply', 'return'])).toEqual([])
    expect(unknownSealing(bled, ['supply', 'return'])).toEqual([])
  })
})
