import type { EndForm } from './cutLength'

/** Something that slides onto the tube. `opens`: it can be put round it later, and waits for nothing. */
export type Loose = { id: string; kind: 'nut' | 'sleeve' | 'bracket' | 'armour'; end?: 'from' | 'to'; opens?: boolean }
export const actKinds = ['cut', 'deburr', 'slide', 'form', 'inspect', 'bend', 'trial-fit', 'trim'] as const
export type ActKind = (typeof actKinds)[number]
export type MakeAct = {
  id: string
  kind: ActKind
  /** What is slid on, which end is formed or looked at, or which bend is made, by its number along the line. */
  item?: Loose
  end?: 'from' | 'to'
  form?: EndForm
  bend?: number
  /** Acts that have to be done first. */
  after: readonly string[]
}

const isFormed = (form: EndForm): boolean => form !== 'plain'
/** A nut faces its own end; of two things for one end the sleeve goes between nut and flare. */
const slideRank = { sleeve: 1, nut: 0, bracket: 0, armour: 0 } as const

/**
 * What making a line takes, in an order that works: whatever closes round the tube goes on before the first bend and before the flare that
 * would keep it off; the second end is formed last, when the line has been tried in its place. Common practice, no source.
 */
export function makeActs(ends: { from: EndForm; to: EndForm }, loose: readonly Loose[], order: readonly number[]): MakeAct[] {
  const closed = loose.filter(({ opens }) => !opens)
  const slide = (item: Loose, after: string[]): MakeAct => ({ id: `slide:${item.id}`, kind: 'slide', item, after })
  const mine = (end: 'from' | 'to') => closed.filter(item => item.end === end).toSorted((a, b) => slideRank[a.kind] - slideRank[b.kind])
  const acts: MakeAct[] = [
    { id: 'cut', kind: 'cut', after: [] },
    { id: 'deburr:from', kind: 'deburr', end: 'from', after: ['cut'] },
  ]
  // For the first end: nut, then sleeve, each over the one before, so that the sleeve comes to lie at the flare.
  const first = mine('from').map((item, i, all) => slide(item, i === 0 ? ['deburr:from'] : [`slide:${all[i - 1]!.id}`]))
  acts.push(...first)
  // Cut off and to be formed again, it is deburred again, with the nut on the tube already.
  const beforeFirst = ['deburr:from', ...first.map(({ id }) => id)]
  if (isFormed(ends.from))
    acts.push(
      { id: 'form:from', kind: 'form', end: 'from', form: ends.from, after: beforeFirst },
      { id: 'inspect:from', kind: 'inspect', end: 'from', form: ends.from, after: ['form:from'] },
    )
  const formed = isFormed(ends.from) ? ['inspect:from'] : beforeFirst
  // The rest from the other end, what lies furthest from it first: its nut, then its sleeve over that, as at the first end.
  const between = closed.filter(({ end }) => end === undefined)
  const second = [...between, ...mine('to')].map((item, i, all) => slide(item, i === 0 ? formed : [`slide:${all[i - 1]!.id}`]))
  acts.push(...second)
  const onTube = [...first, ...second].map(({ id }) => id)
  const bends = order.map((bend, i): MakeAct => ({
    id: `bend:${bend}`,
    kind: 'bend',
    bend,
    after: [...onTube, ...formed, ...(i > 0 ? [`bend:${order[i - 1]}`] : [])],
  }))
  acts.push(...bends)
  const bent = bends.length > 0 ? [bends.at(-1)!.id] : [...formed, ...onTube]
  acts.push({ id: 'trial-fit', kind: 'trial-fit', after: bent }, { id: 'trim', kind: 'trim', after: ['trial-fit'] })
  acts.push({ id: 'deburr:to', kind: 'deburr', end: 'to', after: ['trim'] })
  if (isFormed(ends.to))
    acts.push(
      { id: 'form:to', kind: 'form', end: 'to', form: ends.to, after: ['deburr:to', ...onTube] },
      { id: 'inspect:to', kind: 'inspect', end: 'to', form: ends.to, after: ['form:to'] },
    )
  return acts
}

/** What has to be done before an act, of what is not done yet, through and through; in the order of the list. */
export function blockersOf(acts: readonly MakeAct[], done: ReadonlySet<string>, id: string): MakeAct[] {
  const byId = new Map(acts.map(act => [act.id, act]))
  const open = new Set<string>()
  const visit = (name: string) => {
    for (const before of byId.get(name)?.after ?? []) {
      if (done.has(before) || open.has(before)) continue
      open.add(before)
      visit(before)
    }
  }
  visit(id)
  return acts.filter(act => open.has(act.id))
}

/** What is done already and has locked an act out: with a nut forgotten and the flare formed, sliding it on is no act any more. */
export function lockedOut(acts: readonly MakeAct[], done: ReadonlySet<string>, id: string): MakeAct | undefined {
  const act = acts.find(one => one.id === id)
  if (act?.kind !== 'slide' || done.has(id)) return undefined
  return acts.find(one => (one.kind === 'form' || one.kind === 'bend') && done.has(one.id) && requires(acts, one.id, id))
}
function requires(acts: readonly MakeAct[], id: string, wanted: string): boolean {
  return blockersOf(acts, new Set(), id).some(act => act.id === wanted)
}

/** An act taken back takes back what was built on it. */
export function undoneWith(acts: readonly MakeAct[], done: ReadonlySet<string>, id: string): Set<string> {
  const left = new Set(done)
  left.delete(id)
  for (let lost = true; lost;) {
    const orphan = acts.find(act => left.has(act.id) && act.after.some(before => !left.has(before)))
    lost = orphan !== undefined
    if (orphan) left.delete(orphan.id)
  }
  return left
}

/** What comes next. */
export const nextAct = (acts: readonly MakeAct[], done: ReadonlySet<string>): MakeAct | undefined =>
  acts.find(act => !done.has(act.id) && act.after.every(before => done.has(before)))
