/** What a sheet's own circuit is practised with: a hose swapped, all of it dry, with a helper who does not wait, soft since yesterday. */
export const sheetVariants = ['hose', 'dry', 'hasty', 'soft'] as const
export type SheetVariant = (typeof sheetVariants)[number]
