import { computed, toRaw, type ComputedRef } from 'vue'
import type { TracedLine } from '#core/route/traceLines'
import type { Keepout, Section, Slug } from '#core/sheet/types'
import { useWorked } from './useWorked'

/** The lines as they are drawn, worked out off the page's thread. */
export function useTracedLines(
  source: () => { lines: readonly { id: Slug; sections: readonly Section[] }[]; keepouts: readonly Keepout[] },
): ComputedRef<readonly TracedLine[]> {
  const { value } = useWorked('traceLines', () => {
    const { lines, keepouts } = source()
    return { lines: lines.map(line => ({ id: line.id, sections: toRaw(line.sections) })), keepouts: toRaw(keepouts) }
  })
  return computed(() => value.value ?? [])
}
