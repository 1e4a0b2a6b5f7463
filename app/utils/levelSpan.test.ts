import { describe, expect, it } from 'vitest'
import { heightAt, levelSpan, topOf } from './levelSpan'

describe('a drawn level scale', () => {
  it.each([0, 5, 14, 40])('with %f mm between its marks, what is drawn is what a finger there means', band => {
    const span = levelSpan(band)
    for (const height of [span.low, -3, 0, band / 2, band, span.high]) {
      expect(heightAt(span, topOf(span, height) / 240)).toBeCloseTo(height, 9)
      expect(topOf(span, height)).toBeGreaterThan(0)
      expect(topOf(span, height)).toBeLessThan(240)
    }
    expect(topOf(span, span.high)).toBeLessThan(topOf(span, span.low))
  })
  it('leaves room to tap above and below', () => {
    expect(levelSpan(0)).toEqual({ low: -15, high: 15 })
    expect(levelSpan(25)).toEqual({ low: -25, high: 50 })
  })
})
