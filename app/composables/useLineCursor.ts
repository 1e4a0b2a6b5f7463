import { computed, ref, watch, type Ref } from 'vue'
import type { WaysChosen } from '#core/plan/types'
import { nextStop, stopsAlong, type Stop } from '#core/route/stopsAlong'
import { unrollLine } from '#core/route/unrollLine'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { stopWords } from '#shared/words/stopWords'

/**
 * Which line and joint are chosen, in strip, picture and table alike, and a finger on the line that steps from place to place. `wanted` is
 * the joint the address names.
 */
export function useLineCursor(
  resolved: Readonly<Ref<ResolvedSheet | undefined>>,
  ways: Readonly<Ref<WaysChosen | undefined>>,
  wanted: Readonly<Ref<string | undefined>>,
) {
  const line = ref('')
  const joint = ref<string>()
  watch(
    [resolved, wanted],
    ([now, asked]) => {
      if (asked && now?.sheet.joints.some(({ id }) => id === asked)) joint.value = asked
      if (!now || now.lines.some(({ id }) => id === line.value)) return
      line.value = now.joints.find(({ id }) => id === joint.value)?.line ?? now.lines[0]?.id ?? ''
    },
    { immediate: true },
  )
  function select(id: string) {
    joint.value = id
    const of = resolved.value?.joints.find(candidate => candidate.id === id)
    if (of) line.value = of.line
  }

  const finger = ref<{ line: string; stop: Stop }>()
  const cursor = computed(() => (finger.value?.line === line.value ? { line: line.value, at: finger.value.stop.at } : undefined))
  const caption = computed(() =>
    cursor.value && finger.value && resolved.value ? stopWords(finger.value.stop, resolved.value.sheet) : undefined,
  )
  function step(by: 1 | -1) {
    const of = resolved.value?.lines.find(({ id }) => id === line.value)
    if (!of || !resolved.value || of.sections.length === 0) return
    const stop = nextStop(stopsAlong(unrollLine(resolved.value, of, ways.value)), cursor.value?.at, by)
    if (!stop) return
    finger.value = { line: of.id, stop }
    if (stop.kind === 'joint') joint.value = stop.id
  }
  return { line, joint, select, cursor, caption, step }
}
