/**
 * How much a search may do, in nodes of about equal work: counted, not timed, so that every machine gives the same answer to the same
 * question. The searches of a plan share one; whoever spends the last of it throws, through however many levels of recursion, to planJob,
 * which answers with a value (ACCESS_BUDGET).
 */
export class SearchBudget {
  spent = 0
  constructor(readonly most: number) {}

  spend(nodes: number): void {
    this.spent += nodes
    if (this.spent > this.most) throw new BudgetSpent(this.most)
  }
}

/** Thrown by a search that has looked at as much as it may. */
export class BudgetSpent extends Error {
  constructor(readonly most: number) {
    super(`not within ${most} search nodes`)
  }
}

/**
 * All of the drawn plans of bench/ (7 lines over 60 operations) are proven within it; spent to the last, it takes about 0.3 s. What a node,
 * a question and an answer weigh was set so that the hardest sheets found take alike for each.
 */
export const planBudget = 200_000
