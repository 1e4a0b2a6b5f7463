import { describe, expect, it } from 'vitest'
import { paperOnBench, pinhole, type Place } from '../../tests/helpers/pinhole'
import { seededInteger } from '../../tests/helpers/seededInteger'
import { bendsFromPoints } from '../route/bendTable'
import { distance } from '../route/vector'
import { scattersFromLegs } from './apexesFromLegs'
import type { PhotoJob, Picture } from './photoJob'
import { reconstructLine } from './reconstructLine'

/** To the right, then away from the viewer, then up, then to the right again: no mirror image of it is like it. */
const line: readonly Place[] = [
  [300, -240, 5],
  [480, -240, 5],
  [480, -60, 5],
  [480, -60, 125],
  [640, -60, 125],
]
const middle: Place = [460, -150, 30]
const cameras = (
  [
    [450, -900, 900],
    [-350, -500, 950],
    [1200, -400, 850],
  ] as const
).map(eye => pinhole(eye, middle))
const seenBy = (camera: ReturnType<typeof pinhole>): Picture => ({ papers: [paperOnBench.map(camera)], apexes: line.map(camera) })
const job: PhotoJob = { width: 4000, height: 3000, papers: ['a4'], pictures: cameras.map(seenBy) }
const withPaper = (n: number, change: (corners: [number, number][]) => [number, number][]): PhotoJob => ({
  ...job,
  pictures: cameras.map((camera, i) => (i === n ? { ...seenBy(camera), papers: [change(paperOnBench.map(camera))] } : seenBy(camera))),
})

describe('a photographed line is the line, and no mirror image of it', () => {
  it('lies where it lay, by a camera of another make and another convention', () => {
    const found = reconstructLine(job)
    if (!found.ok) throw new Error(found.error.code)
    for (const [i, place] of line.entries()) expect(distance(found.value.apexes[i]!, place)).toBeLessThan(0.2)
  })
  // A right-hand screw turned clockwise, seen along it, goes forward. Along the second leg (away from the viewer) from where the tube
  // came (the left) to where it goes (up) a screw goes forward: a quarter clockwise. Along the third (up) from where it came (the
  // viewer's side) to the right a screw goes up: clockwise again.
  it('turns as it turned', () => {
    const found = reconstructLine(job)
    if (!found.ok) throw new Error(found.error.code)
    const rows = bendsFromPoints(found.value.apexes.map(at => ({ at, radius: 14 as never })))
    expect(rows.map(({ bend }) => Math.round(bend))).toEqual([90, 90, 90, 0])
    expect(rows.slice(1, 3).map(({ rotate }) => Math.round(rotate))).toEqual([90, 90])
  })
  it('corners laid the wrong way round are refused by picture', () => {
    expect(reconstructLine(withPaper(1, ([a, b, c, d]) => [a!, d!, c!, b!]))).toEqual({
      ok: false,
      error: { code: 'PHOTO_PAPER_REVERSED', picture: 1, paper: 0 },
    })
  })
  it('a corner that cannot be one is named; two that were exchanged make no sheet', () => {
    const inside = withPaper(2, ([a, b, , d]) => [a!, b!, [(a![0] + b![0] + d![0]) / 3, (a![1] + b![1] + d![1]) / 3], d!])
    expect(reconstructLine(inside)).toEqual({ ok: false, error: { code: 'PHOTO_PAPER_ODD', picture: 2, paper: 0, corner: 2 } })
    expect(reconstructLine(withPaper(0, ([a, b, c, d]) => [a!, c!, b!, d!]))).toMatchObject({
      error: { code: 'PHOTO_PAPER_ODD', picture: 0, paper: 0 },
    })
  })
  it.each([
    [0, 0],
    [4000, 3000],
    [1e6, -1e6],
    [NaN, 5],
  ])('a corner at %s, %s is answered by a sentence or a line, never by a stack', (x, y) => {
    for (const n of [0, 1, 2, 3]) {
      const found = reconstructLine(withPaper(1, corners => corners.map((corner, i) => (i === n ? [x, y] : corner))))
      if (found.ok) for (const within of found.value.within) expect(Number.isFinite(within)).toBe(true)
      else expect(found.error.code).toMatch(/^PHOTO_/)
    }
  })
  it('whatever was tapped, the answer is a finite line or a sentence', () => {
    const draw = seededInteger(37)
    const anywhere = (of: readonly [number, number]): [number, number] =>
      (
        [
          [draw(4001), draw(3001)],
          [of[0] + draw(41) - 20, of[1] + draw(41) - 20],
          [0, 0],
          [4000 * draw(2), 3000 * draw(2)],
          [1500, 1500],
          [1e9 * (draw(3) - 1), draw(3001)],
          [NaN, Infinity],
        ] as [number, number][]
      )[draw(7)]!
    const codes = new Set<string>()
    for (let run = 0; run < 60; run++) {
      const odds = 1 + draw(6)
      const some = <T extends readonly [number, number]>(taps: readonly T[]) =>
        taps.map(tap => (draw(12) < odds ? anywhere(tap) : ([...tap] as [number, number])))
      const drawn = {
        ...job,
        pictures: job.pictures.map(({ papers, apexes }) => ({
          papers: papers.map(corners => some(corners!.map(([x, y]) => [x, y] as const))),
          apexes: some(apexes.map(apex => [apex![0], apex![1]] as const)),
        })),
      }
      const found = reconstructLine(drawn)
      codes.add(found.ok ? 'a line' : found.error.code)
      if (found.ok)
        for (const value of [...found.value.apexes.flat(), ...found.value.within]) expect(Number.isFinite(value), `run ${run}`).toBe(true)
    }
    // It met what it was meant to meet.
    expect([...codes]).toEqual(expect.arrayContaining(['a line', 'PHOTO_PAPER_ODD']))
  })
  it('a corner that no camera sees there is named, in the picture it was laid on', () => {
    for (const [n, at] of [
      [0, [10, 20]],
      [1, [3990, 15]],
      [2, [3980, 2980]],
    ] as const)
      expect(reconstructLine(withPaper(1, corners => corners.map((corner, i) => (i === n ? [at[0], at[1]] : corner))))).toMatchObject({
        ok: false,
        error: { code: 'PHOTO_PAPER_ODD', picture: 1, corner: n },
      })
  })
  it('pictures from nearly one place are refused, not answered kilometres off', () => {
    const near = [pinhole([450, -900, 900], [460, -150, 30]), pinhole([458, -905, 903], [460, -150, 30])]
    // A hand is never quite exact: two pixels here and there.
    const shaken = near.map((camera, i): Picture => {
      const off = (p: [number, number], n: number): [number, number] => [p[0] + 2 * Math.cos(9 * n + i), p[1] + 2 * Math.sin(7 * n + i)]
      return { papers: [paperOnBench.map((p, n) => off(camera(p), n))], apexes: line.map((p, n) => off(camera(p), n + 5)) }
    })
    const found = reconstructLine({ ...job, pictures: shaken })
    expect(found).toEqual({ ok: false, error: { code: 'PHOTO_SAME_PLACE' } })
  })
})

describe('how surely an apex is seen', () => {
  // Square to each other, each leg 100 px with taps at both ends, apex at one end of each: across each leg 3 px, so 3 px both ways.
  it('a right angle at the taps themselves is as sure as a tap', () => {
    const [, at] = scattersFromLegs([[[0, 0], [100, 0]], [[100, 0], [100, 100]]]) // prettier-ignore
    expect(at).toEqual([expect.closeTo(9, 6), expect.closeTo(0, 6), expect.closeTo(9, 6)])
  })
  // Two legs that cross at 6° say little along themselves: 1/sin 6° = 9.6 times as much as across.
  it('a shallow angle is far less sure along the line', () => {
    const rise = 100 * Math.tan((6 * Math.PI) / 180)
    const [, at] = scattersFromLegs([[[0, 0], [100, 0]], [[100, 0], [200, rise]]]) // prettier-ignore
    expect(Math.sqrt(at![0])).toBeGreaterThan(30)
    expect(Math.sqrt(at![2])).toBeLessThan(4)
  })
  it('what is less sure says less: an apex seen badly in one picture follows the others', () => {
    const pictures = cameras.map((camera, i): Picture => {
      const apexes = line.map(camera)
      return i === 0
        ? {
            ...seenBy(camera),
            apexes: apexes.map((p, n) => (n === 2 ? [p[0] + 40, p[1]] : p)),
            scatters: line.map((_, n) => (n === 2 ? [1600, 0, 9] : [9, 0, 9])),
          }
        : seenBy(camera)
    })
    const off = (job_: PhotoJob) => {
      const found = reconstructLine(job_)
      if (!found.ok) throw new Error(found.error.code)
      return distance(found.value.apexes[2]!, line[2]!)
    }
    const weighed = off({ ...job, pictures })
    expect(weighed).toBeLessThan(1)
    expect(off({ ...job, pictures: pictures.map(({ scatters: _scatters, ...picture }) => picture) })).toBeGreaterThan(2 * weighed)
  })
})
