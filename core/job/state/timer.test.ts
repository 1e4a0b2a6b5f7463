import { describe, expect, it } from 'vitest'
import { spanSeconds } from './timer'

const at = (minute: number, device: string, recorded?: number) => {
  const clock = (minutes: number) => new Date(Date.UTC(2026, 2, 2, 8, minutes)).toISOString()
  return { at: clock(minute), device, ...(recorded !== undefined && { recordedAt: clock(recorded) }) }
}

describe('how long ago', () => {
  it('is told by a device’s own clock, and between two devices by the server’s', () => {
    expect(spanSeconds(at(10, 'a', 3), at(14, 'a', 9))).toBe(240)
    expect(spanSeconds(at(70, 'a', 10), at(12, 'b', 12))).toBe(120)
  })
  it('a clock an hour fast that was put right in between runs no time backwards: the server’s span counts, or none', () => {
    expect(spanSeconds(at(70, 'a', 10), at(15, 'a', 15))).toBe(300)
    expect(spanSeconds(at(70, 'a', 10), at(15, 'a'))).toBe(0)
    expect(spanSeconds(at(70, 'a'), at(15, 'b'))).toBe(0)
  })
})
