/** How a line is put together: of one piece, or of two by a union of flares or by compression fittings. */
export const joins = ['whole', 'union', 'compression'] as const
export type Join = (typeof joins)[number]
