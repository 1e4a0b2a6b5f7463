import { traceLines } from '#core/route/traceLines'

/** Geometry off the page's own thread: `{ n, lines, keepouts }` in, `{ n, traced }` out. */
export type TraceRequest = { n: number; lines: Parameters<typeof traceLines>[0]; keepouts: Parameters<typeof traceLines>[1] }
export type TraceAnswer = { n: number; traced: ReturnType<typeof traceLines> }

addEventListener('message', ({ data }: MessageEvent<TraceRequest>) => {
  const answer: TraceAnswer = { n: data.n, traced: traceLines(data.lines, data.keepouts) }
  postMessage(answer)
})
