import type { CheckValve, Section, Spread } from '../sheet/types'
import { millilitres } from '../units/types'
import { samplePoints, type Developed } from '../route/developLine'
import { boreOf, volumePerMm } from '../route/tubeVolume'

export type End = 'from' | 'to'
/** An end that is opened, and whether it stands open from then on: nobody caps it before the other is opened. */
export type Opening = { end: End; staysOpen?: boolean }
/**
 * What keeps fluid back in the line itself: a check valve, and clamps squeezed shut on its rubber (mm along it from its first end). A clamp
 * holds; what a valve is worth after years nobody knows, so the most does not count on it.
 */
export type HeldBack = { checkValve?: CheckValve; clamps?: readonly number[] }
export type Drain = {
  /**
   * By opening: the pan must hold `most` there. What runs out early does not run out late, so the steps' extremes do not add up.
   * `behind`: what runs out of the other end meanwhile, where that one stands open: this one lets the air in.
   */
  openings: { end: End; spill: Spread; behind?: Spread }[]
  /** Over all openings together; never more than the line holds. */
  total: Spread
}

/** Slices of this length carry the fluid; short against any bend. */
const sliceMm = 5
/** What lies level with the opening, within a bore, runs out about half (an open, level pipe keeps a half-full trough). */
const levelShare = 0.5

/** No bubble rises in a wetting fluid in a tube narrower than about 3.3 mm (Bretherton 1961, from memory); a little more for a crimp. */
const holdsBore = 3.5

type Slice = { s: number; z: number; volume: number; bore: number; left: { least: number; likely: number; most: number } }

function slicesOf(sections: readonly Section[], line: Developed): Slice[] {
  const points = samplePoints(line, sliceMm)
  return points.slice(1).map((point, i) => {
    const before = points[i]!
    const s = (before.s + point.s) / 2
    const section =
      sections[
        Math.max(
          0,
          line.sections.findIndex(span => s <= span.to),
        )
      ]!
    return {
      s,
      z: (before.at[2] + point.at[2]) / 2,
      volume: (point.s - before.s) * volumePerMm(boreOf(section)),
      bore: boreOf(section),
      left: { least: 1, likely: 1, most: 1 },
    }
  })
}

/**
 * What runs out of a full line as its ends are opened one after the other, by height alone (hydrostatics; a first estimate):
 * - least: fluid that has a falling path to the opening all the way and stands more than a bore above it;
 * - likely: that, and half of what lies level with the opening;
 * - most: everything not below the opening, over crests too: a full line siphons until air gets in.
 * The far end is shut, or capped at once, unless it is said to stand open: where the bore is so small that no bubble passes up it, the
 * least is nothing while it is shut. An end that stands open lets out, when the other one lets air in, what a small bore held back there.
 * What runs at a later opening is at most what little before left behind, and at least what much left behind. Fluid below the opening
 * stays. A slice that has run out, or down to a half-full trough, does not run again. Whatever component stands behind a joint is not in
 * here: the sheet says what comes from there. Behind a clamp nothing runs and no air passes; behind a check valve that lets nothing by
 * towards the opening, nothing likely does. Volumes in mL.
 */
export function drainByHeight(sections: readonly Section[], line: Developed, order: readonly Opening[], held: HeldBack = {}): Drain {
  const slices = slicesOf(sections, line)
  const [first, last] = samplePoints(line, line.length)
  const heightOf = (end: End) => (end === 'from' ? first! : last!).at[2]
  /** What an opening can reach, nearest first: as far as the first clamp. */
  const from = (end: End) => {
    const way = end === 'from' ? slices : slices.toReversed()
    const stop = way.findIndex(({ s }) => held.clamps?.some(at => (end === 'from' ? s > at : s < at)))
    return stop < 0 ? way : way.slice(0, stop)
  }
  const isBehindValve = (end: End, { s }: Slice) =>
    held.checkValve !== undefined && held.checkValve.towards !== end && (end === 'from' ? s > held.checkValve.at : s < held.checkValve.at)
  const total = { least: 0, likely: 0, most: 0 }
  const openings = order.map(({ end }, i) => {
    // A clamp between the two lets no air through.
    const open = held.clamps?.length ? undefined : order.slice(0, i).find(before => before.end !== end && before.staysOpen)
    // Air that comes in up here lets out below what was held; what stood above this end runs here.
    const behind =
      open && heightOf(open.end) < heightOf(end)
        ? letRun(from(open.end), heightOf(open.end), true, total, slice => isBehindValve(open.end, slice))
        : undefined
    const spill = letRun(from(end), heightOf(end), open !== undefined, total, slice => isBehindValve(end, slice))
    return { end, spill: toSpread(spill), ...(behind && { behind: toSpread(behind) }) }
  })
  return { openings, total: toSpread(total) }
}

/** A slice's share that runs out at an end, by its height against the opening and whether the way there falls all along. */
type Share = { least: number; likely: number; most: number }
const bounds = ['least', 'likely', 'most'] as const

/**
 * Lets run out of an end what stands above it. `isVented`: the other end is open, so air follows and no small bore holds anything back.
 */
function letRun(slices: readonly Slice[], openZ: number, isVented: boolean, total: Share, isBehindValve: (slice: Slice) => boolean): Share {
  let crest = openZ
  const spill = { least: 0, likely: 0, most: 0 }
  for (const slice of slices) {
    const falls = slice.z >= crest - 1e-9
    crest = Math.max(crest, slice.z)
    const above = slice.z > openZ + slice.bore
    const level = Math.abs(slice.z - openZ) <= slice.bore
    const share = { least: above && falls ? 1 : 0, likely: above && falls ? 1 : level ? levelShare : 0, most: above || level ? 1 : 0 }
    // A bore this small holds its fluid while the far end is shut: no bubble passes up it.
    if (slice.bore <= holdsBore && !isVented) share.least = 0
    if (isBehindValve(slice)) share.least = share.likely = 0
    const before = { ...slice.left }
    for (const key of bounds) {
      const runs = Math.max(0, before[key] - (1 - share[key]))
      slice.left[key] -= runs
      total[key] += runs * slice.volume
    }
    // The least runs here where the most ran before, and the other way round.
    spill.least += Math.max(0, before.most - (1 - share.least)) * slice.volume
    spill.likely += Math.max(0, before.likely - (1 - share.likely)) * slice.volume
    spill.most += Math.max(0, before.least - (1 - share.most)) * slice.volume
  }
  const { least, likely, most } = spill
  return { least: Math.min(least, likely, most), likely, most: Math.max(least, likely, most) }
}

const toSpread = ({ least, likely, most }: Record<keyof Spread, number>): Spread => ({
  least: millilitres(least),
  likely: millilitres(likely),
  most: millilitres(most),
})

/** Amounts together, mL: least with least, most with most. */
export const addSpreads = (spreads: readonly Spread[]): Spread => ({
  least: millilitres(spreads.reduce((sum, spread) => sum + spread.least, 0)),
  likely: millilitres(spreads.reduce((sum, spread) => sum + spread.likely, 0)),
  most: millilitres(spreads.reduce((sum, spread) => sum + spread.most, 0)),
})
