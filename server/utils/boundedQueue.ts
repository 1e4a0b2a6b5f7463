/** Work done a few at a time, with a bounded number waiting: who comes when it is full is told so at once, and nothing piles up. */
export class BoundedQueue {
  #running = 0
  readonly #waiting: (() => void)[] = []
  constructor(
    readonly together: number,
    readonly most: number,
    /** What to throw when it is full. */
    readonly full: () => Error,
  ) {}

  get load(): number {
    return this.#running + this.#waiting.length
  }

  async run<T>(work: () => Promise<T>): Promise<T> {
    if (this.#running >= this.together) {
      if (this.#waiting.length >= this.most) throw this.full()
      // Whoever ends hands its place on: it stays counted as running.
      await new Promise<void>(start => this.#waiting.push(start))
    } else this.#running++
    try {
      return await work()
    } finally {
      const next = this.#waiting.shift()
      if (next) next()
      else this.#running--
    }
  }
}
