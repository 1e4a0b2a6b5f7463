/** A bank card is as wide as this, mm, everywhere (ISO/IEC 7810, ID-1). */
export const cardWidth = 85.6

/** Pixels in a millimetre of a screen on which a bank card is as wide as so many pixels. */
export const pixelsPerMm = (cardPixels: number): number => cardPixels / cardWidth

/** The crests of a thread of this pitch over a length (mm), as points of a polyline in pixels; 60° flanks, top at 2 pixels. */
export function gaugeRow(pitch: number, length: number, scale: number): string {
  const turns = Math.floor(length / pitch)
  const deep = 0.866 * pitch * scale * 0.625
  const points = Array.from({ length: turns * 2 + 1 }, (_, i) => [(i * pitch * scale) / 2, i % 2 === 0 ? 2 + deep : 2] as const)
  return points.map(([x, y]) => `${x.toFixed(2)},${y.toFixed(2)}`).join(' ')
}
