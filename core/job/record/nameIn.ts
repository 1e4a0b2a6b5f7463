/** What goes by that id among some of the sheet's things; the id, where nothing does. */
export const nameIn = (items: readonly { id: string; name: string }[], id: string): string => items.find(item => item.id === id)?.name ?? id
