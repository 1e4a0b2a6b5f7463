/** How a formed end can have come out. */
export const flareLooks = ['good', 'split', 'off-centre', 'short', 'crushed'] as const
export type FlareLook = (typeof flareLooks)[number]

/** What is seen, and what to do about it. Common practice, no source. */
export const flareLookWords: Readonly<Record<FlareLook, { title: string; seen: string; then?: string }>> = {
  good: { title: 'Good', seen: 'Round, even all the way, its face smooth and bright, the bore in its middle.' },
  split: {
    title: 'Split',
    seen: 'A crack from the rim, however fine.',
    then: 'Cut it off. Deburr better, and see that the tube is cut square.',
  },
  'off-centre': {
    title: 'Off centre',
    seen: 'Wide on one side, narrow on the other.',
    then: 'Cut it off. The tube was not cut square, or stood crooked in the bar.',
  },
  short: {
    title: 'Too short',
    seen: 'The rim is narrower than the nut’s seat.',
    then: 'Cut it off. Let the tube stand further over the bar.',
  },
  crushed: {
    title: 'Crushed',
    seen: 'Thinned, creased, or the mark of the bar on the tube behind it.',
    then: 'Cut it off. Screw the die down less, and clamp the bar clean and dry.',
  },
}
export const cutAgainWords = 'Each time it is cut off the line gets shorter: see whether its length still does.'
