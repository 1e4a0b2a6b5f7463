import type { System } from '#core/sheet/types'
import type { SheetHead } from '#shared/schemas/library'
import { systemSays } from '#shared/words/systemSays'

export type SystemSheets = { system: System; count: number; first: SheetHead }

/** What the lines of a library carry, by its words, each with how many sheets there are and the first of them by title. */
export function systemsOf(sheets: readonly SheetHead[]): SystemSheets[] {
  const found = new Map<System, SystemSheets>()
  for (const sheet of sheets) {
    const system = sheet.system as System
    const { count = 0, first = sheet } = found.get(system) ?? {}
    found.set(system, { system, count: count + 1, first: sheet.title.localeCompare(first.title) < 0 ? sheet : first })
  }
  return [...found.values()].sort((a, b) => systemSays[a.system].name.localeCompare(systemSays[b.system].name))
}
