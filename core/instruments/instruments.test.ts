import { describe, expect, it } from 'vitest'
import { scanToolStream } from './scanTool'
import { judgeReadings, peakOf, streamRules, type StreamKind, type StreamReading } from './judgeReadings'
import {
  simulatedPumpGauge,
  simulatedScale,
  simulatedTorqueWrench,
  streamFaults,
  withFault,
  type SimulatedStream,
} from './simulatedStreams'

/** Listened to four times a second for so long. */
function listen(stream: SimulatedStream, ms: number): StreamReading[] {
  const heard: StreamReading[] = []
  for (let at = 0; at <= ms; at += 250) {
    const reading = stream(at)
    if (reading) heard.push({ at, ...reading })
  }
  return heard
}
const stands: Record<StreamKind, { stream: SimulatedStream; other: { unit: string; factor: number } }> = {
  'torque-wrench': { stream: simulatedTorqueWrench(35, 7), other: { unit: 'lbf.ft', factor: 0.7376 } },
  scale: { stream: simulatedScale(1240, 3), other: { unit: 'oz', factor: 0.0353 } },
  'pump-gauge': { stream: simulatedPumpGauge(0.4), other: { unit: 'bar', factor: 0.01 } },
  'scan-tool': { stream: scanToolStream(() => [{ from: 0 }], 60_000), other: { unit: 'degF', factor: 1.8 } },
}

describe.each(Object.entries(stands) as [StreamKind, (typeof stands)[StreamKind]][])('a %s', (kind, { stream, other }) => {
  it('that ships with the program is believed all the time', () => {
    const heard = listen(stream, 30_000)
    for (let n = 1; n <= heard.length; n++) {
      const part = heard.slice(0, n)
      expect(judgeReadings(kind, part, part.at(-1)!.at), `after ${part.at(-1)!.at} ms`).toMatchObject({ value: part.at(-1)!.value })
    }
  })
  it.each(streamFaults.filter(fault => fault !== 'none'))('with a fault (%s) is not believed, and says why', fault => {
    const heard = listen(withFault(stream, fault, other), 2000)
    const now = fault === 'silent' ? 1500 + streamRules[kind].silentAfter * 1000 + 1000 : 2000
    const judged = judgeReadings(kind, heard, now)
    expect(judged.value).toBeUndefined()
    expect(judged.trouble?.code).toBe(fault)
  })
  it('says the same for the same moment', () => expect(listen(stream, 5000)).toEqual(listen(stream, 5000)))
})

describe('judgeReadings', () => {
  it('nothing heard yet is neither a value nor a trouble', () => expect(judgeReadings('scale', [], 0)).toEqual({}))
  it('a number that is none is no reading', () =>
    expect(judgeReadings('scale', [{ at: 0, value: NaN, unit: 'g' }], 0).trouble?.code).toBe('jump'))
  it('believes it again when as many good readings have followed', () => {
    const bad: StreamReading[] = [
      { at: 0, value: 10, unit: 'N.m' },
      { at: 250, value: 900, unit: 'N.m' },
    ]
    const good = Array.from({ length: 41 }, (_, i) => ({ at: 500 + i * 250, value: 10, unit: 'N.m' }))
    expect(judgeReadings('torque-wrench', [...bad, ...good.slice(0, 3)], 1000).trouble?.code).toBe('jump')
    expect(judgeReadings('torque-wrench', [...bad, ...good], good.at(-1)!.at)).toEqual({ value: 10 })
  })
})

describe('peakOf', () => {
  it('is there when the hand has let go, within three per cent of what was aimed at', () => {
    for (let seed = 0; seed < 40; seed++) {
      const stream = simulatedTorqueWrench(28, seed)
      expect(peakOf(listen(stream, 2500))).toBeUndefined()
      const peak = peakOf(listen(stream, 5000))!
      expect(Math.abs(peak / 28 - 1)).toBeLessThan(0.04)
    }
  })
  it('a wrench that nobody pulls has none', () => expect(peakOf(listen(() => ({ value: 0, unit: 'N.m' }), 3000))).toBeUndefined())
})
