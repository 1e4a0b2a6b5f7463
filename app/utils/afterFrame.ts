/** A page that is not shown draws no frames: then this long, in milliseconds. */
const atMost = 100

/** Calls once what was touched is on the screen: after the next frame, or soon where none is drawn. Gives back what calls it off. */
export function afterFrame(work: () => void): () => void {
  let timer = 0
  let frame = 0
  const off = () => {
    clearTimeout(timer)
    cancelAnimationFrame(frame)
  }
  const now = () => {
    off()
    work()
  }
  timer = setTimeout(now, atMost) as unknown as number
  frame = requestAnimationFrame(() => {
    clearTimeout(timer)
    timer = setTimeout(now) as unknown as number
  })
  return off
}
