import type { ResolvedSheet } from '#core/sheet/resolveSheet'

/** A sheet and the car it is for, as JSON: copied to the worker as one text, and resolved there once for as long as it stays the same. */
export type OnCar = string
export const onCar = ({ sheet, car }: Pick<ResolvedSheet, 'sheet' | 'car'>): OnCar => JSON.stringify({ sheet, car })
