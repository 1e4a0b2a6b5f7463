import { describe, expect, it } from 'vitest'
import { flareFor, flareThreads } from './flareFor'

const inch = 25.4
const forms = (thread: string, outside: number) => {
  const advice = flareFor(thread, outside)
  return advice.fits ? advice.choices.map(({ form, thread: side }) => `${form} ${side}`).sort() : advice.tubes
}

describe('the flare that goes with a nut', () => {
  // SAE J512 (inverted and 45°), SAE J514 (37°), ISO 4038 (bubble).
  it.each([
    // An inverted flare is on metric nuts too (JASO practice, from memory): the old end says which.
    ['M10×1', 4.75, ['bubble outside', 'double-flare outside']],
    ['M12×1', 6, ['bubble outside']],
    ['M12×1', inch / 4, ['double-flare outside']],
    ['3/8-24', (3 / 16) * inch, ['double-flare outside', 'flare-37 inside', 'flare-45 inside']],
    ['7/16-24', inch / 4, ['double-flare outside']],
    ['7/16-20', inch / 4, ['flare-37 inside', 'flare-45 inside']],
    ['9/16-18', (3 / 8) * inch, ['double-flare outside', 'flare-37 inside']],
    ['3/4-18', inch / 2, ['double-flare outside']],
  ])('%s on %f mm', (thread, tube, wanted) => expect(forms(thread, tube)).toEqual(wanted))

  it('3/16 inch and 4.75 mm are the same tube; a nut for another tube is named with what it takes', () => {
    expect(forms('M10×1', (3 / 16) * inch)).toEqual(['bubble outside', 'double-flare outside'])
    expect(forms('M10×1', 6)).toEqual([4.75])
    expect(forms('M99×1', 6)).toEqual([])
  })
  it('offers each thread once, and none that no flared tube is held by', () => {
    expect(new Set(flareThreads).size).toBe(flareThreads.length)
    expect(flareThreads).not.toContain('M16×1.5')
  })
})
