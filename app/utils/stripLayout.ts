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
