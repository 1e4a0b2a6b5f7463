import { readdirSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { developLine, samplePoints } from '../core/route/developLine'
import { distanceToBody } from '../core/route/distanceToBody'
import { findClearances } from '../core/route/findClearances'
import type { Body, CentrePoint, Keepout, Section, Vec3 } from '../core/sheet/types'
import { millimetres } from '../core/units/types'
import { seededInteger } from '../tests/helpers/seededInteger'

export type Line = { name: string; value: number; unit: string; n: number; note: string }

/** A tube that wanders through a 12 m hall in short straights, and bodies of all three shapes strewn along it. */
function makeCourse(pointCount: number, keepoutCount: number): { sections: Section[]; keepouts: Keepout[] } {
  const pick = seededInteger(4747)
  const spread = (width: number) => (pick(2001) / 1000 - 1) * width
  const points: CentrePoint[] = []
  for (let i = 0; i < pointCount; i++)
    points.push({
      at: [i * 6, 60 * Math.sin(i / 9) + spread(0.5), 40 * Math.cos(i / 14) + spread(0.5)],
      ...(i > 0 && i < pointCount - 1 && { radius: millimetres(15) }),
    })
  const keepouts = Array.from({ length: keepoutCount }, (_, i): Keepout => {
    const [x, y, z] = points[pick(pointCount)]!.at
    const a: Vec3 = [x + spread(80), y + spread(80), z + spread(80)]
    const b: Vec3 = [a[0] + 5 + pick(60), a[1] + 5 + pick(60), a[2] + 5 + pick(60)]
    const body = (
      [
        { shape: 'capsule', a, b, radius: millimetres(8) },
        { shape: 'box', min: a, max: b },
        { shape: 'cylinder', a, b, radius: millimetres(12) },
      ] as Body[]
    )[i % 3]!
    return { id: `k${i}`, what: 'a body', kind: 'hot', clearance: millimetres(10 + pick(20)), body }
  })
  return { sections: [{ kind: 'tube', material: 'steel', od: millimetres(10), wall: millimetres(1), points }], keepouts }
}

/** What a program without exact distances would do: a point every millimetre against every body. */
function sampleClearances(sections: readonly Section[], keepouts: readonly Keepout[]): number {
  const developed = developLine(sections)
  if (!developed.ok) throw new Error(developed.error.code)
  const points = samplePoints(developed.value, 1)
  let least = Infinity
  for (const { body } of keepouts) for (const { at } of points) least = Math.min(least, distanceToBody(at, body))
  return least
}

const [pointCount, keepoutCount] = [2000, 500]

/**
 * A line of 2 000 points against 500 keep-outs, asked of the shipped worker in the browser: development, drawing points, clearances, high
 * and low points. Then the first picture of a sheet, from the address to the first frame with lines in it.
 */
export async function measureRoute(
  page: Page,
  quantile: (sorted: number[], q: number) => number,
  sizes: { warm: number; asked: number; pictures: number },
): Promise<Line[]> {
  const { sections, keepouts } = makeCourse(pointCount, keepoutCount)
  const worker = readdirSync('.output/public/_nuxt').find(file => /^entry-.*\.js$/.test(file))
  if (!worker) throw new Error('the build has no worker')
  const { trips, passes } = await page.evaluate(
    async ({ worker, request, warm, asked: count }) => {
      const asked = new Worker(worker, { type: 'module' })
      const trips: number[] = []
      let passes = 0
      for (let n = 0; n < warm + count; n++) {
        const started = performance.now()
        const answer = await new Promise<{ value: { clearances: unknown[] }[] }>((resolve, reject) => {
          asked.onmessage = ({ data }) => resolve(data)
          asked.onerror = event => reject(new Error(event.message))
          asked.postMessage({ n, name: 'traceLines', input: request })
        })
        passes = answer.value[0]!.clearances.length
        // The first answers warm the compiler up.
        if (n < warm) continue
        trips.push(performance.now() - started)
      }
      asked.terminate()
      return { trips: trips.sort((a, b) => a - b), passes }
    },
    { worker: `/_nuxt/${worker}`, request: { lines: [{ id: 'line', sections }], keepouts }, ...sizes },
  )
  const exact = () => {
    const developed = developLine(sections)
    if (developed.ok) findClearances(sections, developed.value, keepouts)
  }
  exact()
  const [started, between] = [performance.now(), (exact(), performance.now())]
  sampleClearances(sections, keepouts)
  const sampled = performance.now() - between

  const pictures: number[] = []
  for (let i = 0; i < sizes.pictures; i++) {
    await page.goto('/sheets/halyard-cooler-lines')
    await page.waitForFunction(() => performance.getEntriesByName('efferent:first-picture').length > 0)
    pictures.push(await page.evaluate(() => performance.getEntriesByName('efferent:first-picture')[0]!.startTime))
  }
  pictures.sort((a, b) => a - b)
  const note = `${pointCount} points, ${keepoutCount} keep-outs of which ${passes} are passed, the shipped worker in headless Chromium, with the copies to and from it`
  return [
    { name: 'route in a worker, median', value: quantile(trips, 0.5), unit: 'ms', n: trips.length, note },
    { name: 'route in a worker, p95', value: quantile(trips, 0.95), unit: 'ms', n: trips.length, note },
    {
      name: 'route, exact against a point every millimetre',
      value: sampled / (between - started),
      unit: 'ratio',
      n: 1,
      note: 'time of sampled distances over time of exact ones, both in Node.js; higher is better',
    },
    {
      name: 'first picture, median',
      value: quantile(pictures, 0.5),
      unit: 'ms',
      n: pictures.length,
      note: 'a sheet by its address to the first frame with lines, drawn in software',
    },
  ]
}
