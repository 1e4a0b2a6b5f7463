import { describe, expect, it } from 'vitest'
import { pocketCar, pocketSheet } from '../../tests/helpers/pocketCar'
import type { PartOption } from '../sheet/types'
import { notBrought } from './notBrought'

const sheet = pocketCar().sheet
const mine = sheet.joints.filter(joint => joint.line === 'supply' || joint.also?.some(other => other.line === 'supply'))
const clip = { ...pocketSheet.holds[0]!, id: 'own-clip', line: 'supply', newLineBrings: false }
const withPart = (part: Partial<PartOption>, holds = [...sheet.holds, clip]) => ({
  ...sheet,
  holds,
  lines: sheet.lines.map(one =>
    one.id === 'supply' ? { ...one, parts: [{ id: 'bought', kind: 'aftermarket' as const, name: 'line', brings: [], ...part }] } : one,
  ),
})
const ids = (found: ReturnType<typeof notBrought>) => [...found!.holds, ...found!.seals].map(({ id }) => id)

describe('what a new line comes without', () => {
  it('is everything of that line that its part does not bring, and nothing of another line', () => {
    const bare = ids(notBrought(withPart({}), 'supply'))
    expect(bare).toContain('own-clip')
    for (const seal of mine.flatMap(({ seals }) => seals)) expect(bare).toContain(seal.id)
    expect(ids(notBrought(withPart({}), 'return'))).not.toContain('own-clip')
  })
  it('gets shorter by what the part brings or drops, and longer by what is moved over', () => {
    expect(ids(notBrought(withPart({ brings: ['own-clip'] }), 'supply'))).not.toContain('own-clip')
    expect(ids(notBrought(withPart({ drops: ['own-clip'] }), 'supply', { supply: 'bought' }))).not.toContain('own-clip')
    expect(ids(notBrought(withPart({}, [{ ...clip, newLineBrings: true }]), 'supply'))).not.toContain('own-clip')
    const moved = notBrought(withPart({ carryOver: ['filter', 'bracket'] }), 'supply', { supply: 'bought' })
    expect(moved!.moveOver).toEqual(['filter', 'bracket'])
  })
  it('is not known of a line that the sheet has not', () => expect(notBrought(sheet, 'moon')).toBeUndefined())
})
