import { describe, expect, it } from 'vitest'
import { waysIn, type Alternatives } from './waysIn'

/** Parts and what they lie behind: a list of alternatives for each need. */
const parts: Record<string, string[][]> = {
  shield: [],
  belt: [],
  grille: [],
  pan: [['shield']],
  bracket: [['shield'], ['shield']],
  pump: [['belt', 'shield']],
  fan: [['shield'], ['grille']],
  deep: [['pump']],
  strange: [['moon', 'shield']],
  lost: [['moon']],
}
const of = (change: Partial<Alternatives<string>> = {}) =>
  waysIn<string>({
    isTaken: id => id in parts,
    needsOf: id => parts[id]!,
    staysOff: id => id !== 'belt',
    isThrough: () => true,
    hangsOn: () => false,
    ...change,
  })

describe('the way in to a part', () => {
  it('is what it lies behind, each once', () => {
    const { wayIn } = of()
    expect(wayIn('shield')).toEqual([])
    expect(wayIn('pan')).toEqual(['shield'])
    expect(wayIn('bracket')).toEqual(['shield'])
    expect(wayIn('fan')).toEqual(['shield', 'grille'])
  })
  it('of alternatives, the first that may stay off, else the first', () => {
    expect(of().wayIn('pump')).toEqual(['shield'])
    expect(of({ staysOff: () => false }).wayIn('pump')).toEqual(['belt'])
    expect(of({ staysOff: () => true }).wayIn('pump')).toEqual(['belt'])
  })
  it('by which some goal is reached', () => {
    expect(of({ isThrough: (_, other) => other === 'belt' }).wayIn('pump')).toEqual(['belt'])
    expect(of({ isThrough: () => false }).wayIn('pump')).toEqual([])
    // What has no alternative is the way in whatever is reached.
    expect(of({ isThrough: () => false }).wayIn('pan')).toEqual(['shield'])
  })
  it('is among what is taken', () => {
    expect(of({ isTaken: id => id !== 'shield' }).wayIn('pump')).toEqual(['belt'])
    expect(of().wayIn('strange')).toEqual(['shield'])
    expect(of().wayIn('lost')).toEqual([])
  })
})

describe('may stay off while the engine runs', () => {
  it('with all that it is reached by', () => {
    const { mayStay } = of()
    expect(['shield', 'belt', 'pan', 'fan', 'pump', 'deep'].map(mayStay)).toEqual([true, false, true, true, true, true])
    const needed = of({ staysOff: id => id !== 'shield' })
    expect(['shield', 'pan', 'fan', 'grille'].map(needed.mayStay)).toEqual([false, false, false, true])
  })
  it('hangs on an alternative that nobody has decided on', () => {
    const open = of({ isThrough: undefined })
    expect(['shield', 'belt', 'pan', 'pump', 'deep'].map(open.mayStay)).toEqual([true, false, true, undefined, undefined])
    // Nothing that is found later makes a certain no uncertain.
    expect(of({ isThrough: undefined, staysOff: id => id !== 'pump' }).mayStay('pump')).toBe(false)
    expect(of({ isThrough: undefined, staysOff: id => id !== 'pump' }).mayStay('deep')).toBe(false)
    expect(open.wayIn('pump')).toEqual([])
    expect(open.wayIn('pan')).toEqual(['shield'])
  })
  it('hangs on whether what it lies behind comes off at all, while that is open', () => {
    const hangsOn = (id: string, outer: string) => id === 'pan' && outer === 'shield'
    const needed = { staysOff: (id: string) => id !== 'shield', hangsOn }
    expect(of({ ...needed, isThrough: undefined }).mayStay('pan')).toBeUndefined()
    expect(of(needed).mayStay('pan')).toBe(false)
    expect(of({ hangsOn, isThrough: undefined }).mayStay('pan')).toBe(true)
    expect(of({ ...needed, isThrough: undefined }).mayStay('bracket')).toBe(false)
  })
  it('nothing does that goes round in a circle, and nothing is asked twice', () => {
    const ring: Record<string, string[][]> = { a: [['b']], b: [['a']] }
    let asked = 0
    const { mayStay, wayIn } = of({
      isTaken: () => true,
      needsOf: id => {
        asked++
        return ring[id]!
      },
    })
    expect([mayStay('a'), mayStay('b'), wayIn('a')]).toEqual([false, false, ['b']])
    expect(asked).toBe(2)
  })
})
