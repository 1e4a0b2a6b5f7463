/** Names in a picture: pixels, not trade arithmetic. Pure, so that it can be tested without a page. */
export type PictureLabel = { id: string; x: number; y: number; width: number; height: number }
export type PlacedPictureLabel = PictureLabel & { left: number; top: number; side: 'left' | 'right' }

export type PicturePixel = { x: number; y: number; behind: boolean }
/** Inside no picture: what has no pixel is not named. */
export const nowhere: PicturePixel = { x: Number.NaN, y: Number.NaN, behind: true }

/**
 * A projected point (−1 to 1 each way, depth over 1 behind the eye) in pixels. Undefined while it has none: beside the eye, or before the
 * canvas has measured itself, when the camera's aspect is 0 or no number yet.
 */
export function toPixels(point: { x: number; y: number; z: number }, frame: { width: number; height: number }): PicturePixel | undefined {
  const [x, y] = [((point.x + 1) / 2) * frame.width, ((1 - point.y) / 2) * frame.height]
  return Number.isFinite(x) && Number.isFinite(y) ? { x, y, behind: point.z > 1 } : undefined
}

const overlaps = (a: PlacedPictureLabel, left: number, top: number, width: number, height: number) =>
  left < a.left + a.width && left + width > a.left && top < a.top + a.height && top + height > a.top

/**
 * Puts each label beside its point, on the side with more room, and moves it up or down in steps until it covers no label placed before it.
 * The first in the list has the first choice; `optional` ones that find no place near are left out.
 */
export function placePictureLabels(
  labels: readonly (PictureLabel & { optional?: boolean })[],
  frame: { width: number; height: number },
  offset = 16,
): PlacedPictureLabel[] {
  const placed: PlacedPictureLabel[] = []
  for (const label of labels) {
    const sides: ('left' | 'right')[] = label.x + offset + label.width <= frame.width ? ['right', 'left'] : ['left', 'right']
    const tries = label.optional ? 3 : 15
    search: for (let step = 0; step < tries; step++) {
      const shift = Math.ceil(step / 2) * (step % 2 === 1 ? 1 : -1) * label.height
      for (const side of sides) {
        const left = Math.max(
          2,
          Math.min(frame.width - label.width - 2, side === 'right' ? label.x + offset : label.x - offset - label.width),
        )
        const top = Math.max(2, Math.min(frame.height - label.height - 2, label.y - label.height / 2 + shift))
        if (placed.some(other => overlaps(other, left, top, label.width, label.height))) continue
        placed.push({ id: label.id, x: label.x, y: label.y, width: label.width, height: label.height, left, top, side })
        break search
      }
    }
  }
  return placed
}

/**
 * Where an arrow at the picture's edge stands for a point outside it, and which way it points (radians, 0 to the right, clockwise).
 * Undefined for a point inside.
 */
export function edgeArrow(
  point: { x: number; y: number },
  frame: { width: number; height: number },
  margin = 22,
): { x: number; y: number; angle: number } | undefined {
  if (point.x >= 0 && point.x <= frame.width && point.y >= 0 && point.y <= frame.height) return undefined
  const [cx, cy] = [frame.width / 2, frame.height / 2]
  const [dx, dy] = [point.x - cx, point.y - cy]
  const scale = Math.min((cx - margin) / Math.abs(dx || 1e-9), (cy - margin) / Math.abs(dy || 1e-9))
  return { x: cx + dx * scale, y: cy + dy * scale, angle: Math.atan2(dy, dx) }
}
