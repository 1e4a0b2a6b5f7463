import { noBits, type Bits } from './bits'
import { unionOfAll, type Open, type Option } from './listOptions'

/**
 * Least extra cost of the open goals: each operation's cost is split among the goals that may take it, each goal takes its cheapest option
 * at those prices, and whatever the split the sum is never too high (a dual of the covering problem). It begins with equal shares; then
 * what a goal does not need of its shares goes to those it would make dearer, in rounds, while that raises the sum. Also the goal to branch
 * on: the one whose second-best option costs most more than its best. The innermost loop of a plan, so without closures.
 */
export class ShareBound {
  at!: Open
  readonly #costs: readonly number[]
  /** What is left of an operation's cost for anybody who can use it. */
  readonly #pool: Float64Array
  /** A row of shares for each goal. */
  #shares: readonly Float64Array[] = []
  /** Shares as each level of the search left them. */
  readonly #levels: Float64Array[][] = []
  readonly #prices: Float64Array[]
  #done: Bits = []

  /** More than five rounds tighten the bound by less than they cost; where moves are cheap to price, each does. */
  constructor(
    costs: readonly number[],
    optionsOf: readonly (readonly Option[])[],
    readonly rounds: number,
  ) {
    this.#costs = costs
    this.#pool = new Float64Array(costs.length)
    this.#prices = optionsOf.map(options => new Float64Array(options.length))
  }

  /** Another level of the search: it begins with the shares as the level above left them. */
  enter(open: readonly Open[], depth: number): void {
    if (this.rounds === 0) return
    while (this.#levels.length <= depth) this.#levels.push(this.#prices.map(() => new Float64Array(this.#costs.length)))
    const rows = this.#levels[depth]!
    if (depth > 0) for (const { goal } of open) rows[goal]!.set(this.#levels[depth - 1]![goal]!)
    else this.#split(open, [], rows)
  }

  /** Equal shares for all goals that may use an operation. */
  #split(open: readonly Open[], done: Bits, rows?: readonly Float64Array[]): void {
    const pool = this.#pool
    pool.fill(0)
    for (const { used } of open)
      for (let word = 0; word < used.length; word++)
        for (let left = used[word]! & ~(done[word] ?? 0); left !== 0; left &= left - 1) pool[word * 32 + 31 - Math.clz32(left & -left)]!++
    for (let i = 0; i < pool.length; i++) if (pool[i]! > 0) pool[i] = this.#costs[i]! / pool[i]!
    if (rows) for (const { goal } of open) rows[goal]!.set(pool)
  }

  /** The bound; no better than `enough`, once it is that good. */
  of(open: readonly Open[], done: Bits, depth: number, enough: number): number {
    this.#done = done
    const pool = this.#pool
    if (this.rounds === 0) this.#split(open, done)
    else {
      this.#shares = this.#levels[depth]!
      // What nobody has a share of, or had who is settled by now, is anybody's.
      pool.set(this.#costs)
      for (const { goal, used } of open) {
        const shares = this.#shares[goal]!
        for (let word = 0; word < used.length; word++) {
          for (let left = used[word]! & ~done[word]!; left !== 0; left &= left - 1) {
            const i = word * 32 + 31 - Math.clz32(left & -left)
            pool[i]! -= shares[i]!
          }
        }
      }
      for (let i = 0; i < pool.length; i++) if (pool[i]! < 0) pool[i] = 0
    }
    let bound = 0
    let regret = -1
    for (const candidate of open) {
      const { goal, options } = candidate
      this.#price(goal, options, this.rounds === 0 ? pool : this.#shares[goal]!)
      const prices = this.#prices[goal]!
      let least = Infinity
      let second = Infinity
      for (let k = 0; k < options.length; k++) {
        const price = prices[k]!
        if (price < least) {
          second = least
          least = price
        } else if (price < second) second = price
      }
      bound += least
      if (second - least > regret) {
        regret = second - least
        this.at = candidate
      }
    }
    for (let round = 0; round < this.rounds && bound < enough; round++) {
      for (const candidate of open) this.#release(candidate)
      let raised = 0
      for (const candidate of open) raised += this.#take(candidate)
      bound += raised
      if (raised < 1e-3) break
    }
    return bound
  }

  /**
   * Without the options that, dearer than the cheapest of their goal and with the moves they take, leave no room; the same list when there
   * are none.
   */
  within(open: readonly Open[], room: number, moves: number): readonly Open[] {
    let kept: Open[] | undefined
    for (let c = 0; c < open.length; c++) {
      const candidate = open[c]!
      const { goal, options } = candidate
      const prices = this.#prices[goal]!
      const first = leastOf(prices, options.length)
      let left: Option[] | undefined
      for (let k = 0; k < options.length; k++) {
        const option = options[k]!
        if (prices[k]! - first + Math.max(moves, option.firm) < room) left?.push(option)
        else left ??= options.slice(0, k)
      }
      if (!left) {
        kept?.push(candidate)
        continue
      }
      kept ??= open.slice(0, c)
      kept.push({ goal, options: left, used: unionOfAll(left, noBits(32 * this.#done.length)) })
    }
    return kept ?? open
  }

  /** Prices a goal's options by shares. */
  #price(goal: number, options: readonly Option[], shares: Float64Array): void {
    const [done, prices] = [this.#done, this.#prices[goal]!]
    for (let k = 0; k < options.length; k++) {
      const { minutes, operations } = options[k]!
      let price = minutes
      for (let word = 0; word < operations.length; word++)
        for (let left = operations[word]! & ~done[word]!; left !== 0; left &= left - 1)
          price += shares[word * 32 + 31 - Math.clz32(left & -left)]!
      prices[k] = price
    }
  }

  /** Gives to the pool what a goal's options are dearer than its cheapest. */
  #release({ goal, options, used }: Open): void {
    const [done, shares, prices, pool] = [this.#done, this.#shares[goal]!, this.#prices[goal]!, this.#pool]
    const first = leastOf(prices, options.length)
    for (let word = 0; word < used.length; word++) {
      for (let left = used[word]! & ~done[word]!; left !== 0; left &= left - 1) {
        const bit = left & -left
        const i = word * 32 + 31 - Math.clz32(bit)
        let spare = shares[i]!
        for (let k = 0; k < options.length && spare > 0; k++)
          if ((options[k]!.operations[word]! & bit) !== 0 && prices[k]! - first < spare) spare = prices[k]! - first
        if (spare <= 0) continue
        shares[i]! -= spare
        pool[i]! += spare
        for (let k = 0; k < options.length; k++) if ((options[k]!.operations[word]! & bit) !== 0) prices[k]! -= spare
      }
    }
  }

  /** Takes from the pool what makes a goal's cheapest option dearer, step by step; gives the minutes gained. */
  #take({ goal, options }: Open): number {
    const [done, shares, prices, pool] = [this.#done, this.#shares[goal]!, this.#prices[goal]!, this.#pool]
    const before = leastOf(prices, options.length)
    for (let step = 0; step < 2 * options.length; step++) {
      let [cheapest, second] = [0, Infinity]
      for (let k = 1; k < options.length; k++) {
        if (prices[k]! < prices[cheapest]!) {
          second = prices[cheapest]!
          cheapest = k
        } else if (prices[k]! < second) second = prices[k]!
      }
      // Among equals a little is taken at a time, so that they rise together.
      let wanted = Math.max(second - prices[cheapest]!, 0.5)
      const { operations } = options[cheapest]!
      let taken = false
      for (let word = 0; word < operations.length && wanted > 0; word++) {
        for (let left = operations[word]! & ~done[word]!; left !== 0 && wanted > 0; left &= left - 1) {
          const bit = left & -left
          const i = word * 32 + 31 - Math.clz32(bit)
          const part = Math.min(pool[i]!, wanted)
          if (part <= 0) continue
          pool[i]! -= part
          shares[i]! += part
          wanted -= part
          taken = true
          for (let k = 0; k < options.length; k++) if ((options[k]!.operations[word]! & bit) !== 0) prices[k]! += part
        }
      }
      if (!taken) break
    }
    return leastOf(prices, options.length) - before
  }
}

function leastOf(prices: Float64Array, count: number): number {
  let least = prices[0]!
  for (let k = 1; k < count; k++) if (prices[k]! < least) least = prices[k]!
  return least
}
