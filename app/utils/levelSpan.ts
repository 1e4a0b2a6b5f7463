/** What a drawn scale shows of the heights about its marks, mm. */
export type LevelSpan = { low: number; high: number }

/** As much above and below the marks as lies between them, and enough to tap in where they are close or there is only one. */
export function levelSpan(band: number): LevelSpan {
  const margin = Math.max(15, Math.ceil(band))
  return { low: -margin, high: band + margin }
}

/** The drawing's own room for them, from top to bottom, out of its 240. */
const drawn = { top: 20, bottom: 220, of: 240 }

/** Where a height lies in the drawing. */
export const topOf = ({ low, high }: LevelSpan, height: number): number =>
  drawn.bottom - ((height - low) / (high - low)) * (drawn.bottom - drawn.top)

/** The height that was tapped, from the share of the drawing above the finger. */
export const heightAt = ({ low, high }: LevelSpan, share: number): number =>
  low + ((drawn.bottom - share * drawn.of) / (drawn.bottom - drawn.top)) * (high - low)
