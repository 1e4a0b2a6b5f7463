import { describe, expect, it } from 'vitest'
import { Story } from '../../tests/helpers/pocketCar'
import { buildRecord } from '../../core/job/record/buildRecord'
import type { MadeEntry } from '../../core/job/record/linesRecord'
import { turnsWords } from './recordWords'

describe('a line that was made here, on the page to hand over', () => {
  const { resolved, state, events } = new Story()
  const record = buildRecord(resolved, state, events)
  const said = (made: Omit<MadeEntry, 'by' | 'at'> | undefined) =>
    turnsWords({
      ...record,
      lines: [{ id: 'supply', name: 'Supply', ...(made && { made: { ...made, by: 'Rafe Undal', at: '2026-11-24T09:00:00Z' } }) }],
    })

  it('is told with what it is made of, as far as that was said', () => {
    const tube = { outside: 4.75, wall: 0.9, material: 'copper-nickel' } as const
    expect(said({ how: 'bench', tube, join: 'whole', ends: { from: 'double-flare', to: 'double-flare' } })).toEqual([
      'Supply: made here from 4.75 × 0.9 mm copper-nickel, one piece, both ends double flare, 45° (Rafe Undal).',
    ])
    expect(said({ how: 'bench', tube: { outside: 8 }, join: 'union', ends: { from: 'bead', to: 'bubble' } })).toEqual([
      'Supply: made here from 8 mm, joined by a flare union, first end bead, for a hose, second end bubble flare (Rafe Undal).',
    ])
    expect(said({ how: 'bench' })).toEqual(['Supply: made here (Rafe Undal).'])
  })
  it('is told with how, where it was made without the list; one that was bought is not mentioned', () => {
    expect(said({ how: 'without', note: 'bent by eye against the old one' })).toEqual([
      'Supply: made here without the list: bent by eye against the old one (Rafe Undal).',
    ])
    expect(said(undefined)).toEqual([])
  })
})
