/**
 * Work done so many at a time, each person's turn after everybody else's: whoever asks for much waits behind their own asking, and nobody
 * is refused because of another. A person with `each` at work or waiting is told so, and nothing of theirs piles up.
 */
export class FairQueue {
  #running = 0
  /** Who waits, in the order of their next turn; of each what waits, oldest first. */
  readonly #waiting = new Map<string, (() => void)[]>()
  /** At work and waiting, by person. */
  readonly #asked = new Map<string, number>()
  constructor(
    readonly together: number,
    readonly each: number,
    /** What to throw when somebody has their share; told how much that is, and how many are done before the last of it. */
    readonly full: (each: number, before: number) => Error,
  ) {}

  /** How many are done before the last that this person asked for; undefined: nothing of theirs waits. */
  placeOf(person: string): number | undefined {
    const mine = this.#waiting.get(person)?.length
    if (!mine) return undefined
    const turns = [...this.#waiting.keys()].indexOf(person)
    // Round by round: of those whose turn comes before, as many as there are rounds; of those after, one less.
    return [...this.#waiting.entries()].reduce(
      (before, [who, { length }], i) => before + (who === person ? mine - 1 : Math.min(length, i < turns ? mine : mine - 1)),
      this.#running,
    )
  }

  async run<T>(person: string, work: () => Promise<T>, gone?: AbortSignal): Promise<T> {
    const asked = this.#asked.get(person) ?? 0
    if (asked >= this.each) throw this.full(this.each, this.placeOf(person) ?? 0)
    this.#asked.set(person, asked + 1)
    try {
      await this.#turn(person, gone)
      try {
        return await work()
      } finally {
        this.#running--
        this.#next()
      }
    } finally {
      const left = this.#asked.get(person)! - 1
      if (left === 0) this.#asked.delete(person)
      else this.#asked.set(person, left)
    }
  }

  #turn(person: string, gone?: AbortSignal): Promise<void> {
    gone?.throwIfAborted()
    if (this.#running < this.together) {
      this.#running++
      return Promise.resolve()
    }
    return new Promise((start, fail) => {
      const mine = this.#waiting.get(person) ?? []
      const go = () => {
        gone?.removeEventListener('abort', leave)
        start()
      }
      const leave = () => {
        mine.splice(mine.indexOf(go), 1)
        if (mine.length === 0) this.#waiting.delete(person)
        fail(gone!.reason as Error)
      }
      gone?.addEventListener('abort', leave, { once: true })
      mine.push(go)
      this.#waiting.set(person, mine)
    })
  }

  #next(): void {
    const [turn] = this.#waiting
    if (!turn || this.#running >= this.together) return
    const [person, [go, ...rest]] = turn
    // To the end of the round; what waits stays in the same list, which its abort looks in.
    this.#waiting.delete(person)
    const mine = turn[1]
    mine.shift()
    if (rest.length > 0) this.#waiting.set(person, mine)
    this.#running++
    go!()
  }
}
