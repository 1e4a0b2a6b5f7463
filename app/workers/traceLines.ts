import { traceLines } from '#core/route/traceLines'

/** Geometry off the page's own thread: `{ n, lines, keepouts }` in, `{ n, traced, tookMs }` out. */
export type TraceRequest = { n: number; lines: Parameters<typeof traceLines>[0]; keepouts: Parameters<typeof traceLines>[1] }
export type TraceAnswer = { n: number; traced: ReturnType<typeof traceLines>; tookMs: number }

addEventListener('message', ({ data }: MessageEvent<TraceRequest>) => {
  const started = performance.now()
  const traced = traceLines(data.lines, data.keepouts)
  const answer: TraceAnswer = { n: data.n, traced, tookMs: performance.now() - started }
  postMessage(answer)
})
