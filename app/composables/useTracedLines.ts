import { onScopeDispose, shallowRef, toRaw, watch } from 'vue'
import { traceLines, type TracedLine } from '#core/route/traceLines'
import type { Keepout, Section, Slug } from '#core/sheet/types'
import type { TraceAnswer, TraceRequest } from '~/workers/traceLines'

/** The lines as they are drawn, worked out in a worker; only the newest request counts. Without workers, on this thread. */
export function useTracedLines(
  source: () => { lines: readonly { id: Slug; sections: readonly Section[] }[]; keepouts: readonly Keepout[] },
) {
  const traced = shallowRef<readonly TracedLine[]>([])
  let n = 0
  const worker =
    typeof Worker === 'undefined' ? undefined : new Worker(new URL('../workers/traceLines.ts', import.meta.url), { type: 'module' })
  if (worker) {
    worker.onmessage = ({ data }: MessageEvent<TraceAnswer>) => {
      if (data.n === n) traced.value = data.traced
    }
    // A worker that cannot load leaves the picture to this thread.
    worker.onerror = () => {
      const { lines, keepouts } = source()
      traced.value = traceLines(lines, keepouts)
    }
  }
  watch(
    source,
    ({ lines, keepouts }) => {
      n++
      if (!worker) {
        traced.value = traceLines(lines, keepouts)
        return
      }
      // Proxies do not cross to a worker; the data behind them is plain.
      const request: TraceRequest = {
        n,
        lines: lines.map(line => ({ id: line.id, sections: toRaw(line.sections) })),
        keepouts: toRaw(keepouts),
      }
      worker.postMessage(JSON.parse(JSON.stringify(request)))
    },
    { immediate: true },
  )
  onScopeDispose(() => worker?.terminate())
  return traced
}
