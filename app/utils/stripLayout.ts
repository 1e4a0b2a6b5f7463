import type { Unrolled } from '#core/route/unrollLine'
import { formatNumber } from '#core/units/formatQuantity'

/** Label placement on a strip: pixels, not trade arithmetic. Pure, so that it can be tested without a page. */
export type Label = { id: string; x: number; width: number }
export type PlacedLabel = Label & { left: number; row: number }

/**
 * Puts each label as near over its point as the edges allow, in the first row where it touches no other. Labels keep their order along the
 * line, so that a stem never has to cross another's text.
 */
export function placeLabels(labels: readonly Label[], { width, gap = 12 }: { width: number; gap?: number }): PlacedLabel[] {
  const rows: number[] = []
  return labels
    .toSorted((a, b) => a.x - b.x)
    .map(label => {
      const left = Math.max(0, Math.min(width - label.width, label.x - label.width / 2))
      let row = rows.findIndex(right => left >= right + gap)
      if (row < 0) row = rows.length
      rows[row] = left + label.width
      return { ...label, left, row }
    })
}

/** A fair guess of a text's width, good enough to keep labels apart: the face's average advance is 0.52 of its size. */
export const textWidth = (text: string, size: number): number => Math.ceil(text.length * size * 0.52)

/** Axis ticks: a step of 1, 2 or 5 times a power of ten that leaves at least `minPx` between ticks. */
export function axisTicks(length: number, pxPerMm: number, minPx = 90): number[] {
  const wanted = minPx / pxPerMm
  const power = 10 ** Math.floor(Math.log10(wanted))
  const step = [1, 2, 5, 10].map(factor => factor * power).find(candidate => candidate >= wanted)!
  return Array.from({ length: Math.floor(length / step) + 1 }, (_, i) => i * step)
}

const size = { joint: 15, hold: 13.5, clearance: 13 }
const rowHeight = 38
/** Clearances stand in two rows at most: a third would push everything else away. */
const clearanceRows = 2

export type StripLayout = ReturnType<typeof layOutStrip>
/**
 * Where everything on a strip stands, px: names in rows above and below, what the line runs past below it, the axis last. `scaleTo` (mm)
 * gives several strips one scale; a compact one has no words.
 */
export function layOutStrip(
  line: Unrolled,
  {
    width,
    scaleTo,
    compact,
    axis,
    notes = {},
  }: { width: number; scaleTo?: number; compact?: boolean; axis?: boolean; notes?: Readonly<Record<string, string>> },
) {
  const pad = compact ? 26 : 30
  const scale = Math.max(0.01, (width - 2 * pad) / (scaleTo ?? line.length))
  const x = (mm: number) => pad + mm * scale
  const labels = (['above', 'below'] as const).map(side => {
    const joints = line.joints.filter(joint => joint.side === side)
    const holds = line.holds.filter(hold => hold.side === side)
    const items = [
      ...joints.map(joint => ({ id: joint.id, at: joint.at, title: joint.name, note: notes[joint.id] ?? '', joint: true })),
      ...holds.map(hold => ({ id: hold.id, at: hold.at, title: hold.name, note: '', joint: false })),
    ]
    const widthOf = ({ title, note, joint }: (typeof items)[number]) =>
      Math.max(textWidth(title, joint ? size.joint * 1.06 : size.hold), textWidth(note, size.hold))
    const placed = placeLabels(
      items.map(item => ({ id: item.id, x: x(item.at), width: widthOf(item) })),
      { width },
    )
    return {
      side,
      rows: Math.max(0, ...placed.map(label => label.row + 1)),
      items: items.map(item => ({ ...item, ...placed.find(label => label.id === item.id)! })),
    }
  })
  const past = new Map(
    line.clearances.map(({ keepout, what, gap, tooClose }) => [
      keepout,
      `${what} ${formatNumber(gap, 0)} mm${tooClose ? ', too close' : ''}`,
    ]),
  )
  const clearances = placeLabels(
    line.clearances.map(({ keepout, from, to }) => ({
      id: keepout,
      x: x((from + to) / 2),
      width: textWidth(past.get(keepout)!, size.clearance),
    })),
    { width, gap: 8 },
  )
    .filter(label => label.row < clearanceRows)
    .map(label => ({ ...label, text: past.get(label.id)! }))
  const [above, below] = labels.map(({ rows }) => (compact ? 0 : rows * rowHeight)) as [number, number]
  const mid = above + (compact ? 26 : 40)
  const bottom = mid + (compact ? 26 : 46 + 16 * Math.max(0, ...clearances.map(label => label.row + 1)))
  const height = bottom + below + (axis ? 26 : 0)
  return { width, height, scale, x, labels, clearances, above, mid, bottom, rowHeight, ticks: axisTicks(line.length, scale) }
}
