import type { Sheet } from './types'

/** Its clutch or brake is worked by a lever at the bars: it has no hood, no wheel openings and no lift under it. */
export const isMotorcycle = ({ proving }: Pick<Sheet, 'proving'>): boolean => proving.pressure === 'lever'
