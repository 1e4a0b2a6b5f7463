import type { FluidEstimate } from '../fluid/estimateFluid'
import { allLevels, type Scope } from '../plan/goals/listGoals'
import { settleValue } from '../sheet/settleContested'
import { broughtBy, chosenPart, usableParts, type ChosenParts } from '../sheet/chosenPart'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Seal, Slug } from '../sheet/types'

export type KitItem = {
  kind: 'line' | 'part' | 'seal' | 'hold' | 'fastener' | 'cap' | 'fluid'
  name: string
  count: number
  part?: string
  size?: string
  /** Where it goes, as ids of lines, joints, holds or operations. */
  for: readonly Slug[]
  /** Comes with the new line: to be checked, not bought. */
  brought: boolean
  /** Nobody supplies it any more. */
  unobtainable?: boolean
  /** Several parts would do, and nobody has chosen. */
  toChoose?: boolean
  /** The sheet does not say which fluid. */
  unnamed?: true
  /** Nobody knows what a line without a measured shape holds: it may take more. */
  atLeast?: true
  /** Made here, not bought. */
  made?: boolean
}

/**
 * Everything to have on the bench before the car is stripped: lines, one-time seals, holds and fasteners, caps for both sides of each
 * joint, fluid in bottles.
 */
export function listKit(
  resolved: ResolvedSheet,
  scope: Scope,
  operationIds: readonly Slug[],
  fluid: FluidEstimate,
  parts?: ChosenParts,
): KitItem[] {
  const brings = new Set(scope.lines.flatMap(line => broughtBy(line, parts)))
  const items: KitItem[] = scope.lines
    .filter(({ id }) => !scope.carriers.has(id))
    .map(line => {
      const part = chosenPart(line, parts)
      return {
        kind: 'line',
        name: line.name,
        count: 1,
        part: part?.number,
        for: [line.id],
        brought: false,
        ...(!part && usableParts(line).length > 1 && { toChoose: true }),
        ...(part?.kind === 'made' && { made: true }),
      }
    })
  for (const joint of scope.joints.filter(({ id }) => !scope.dropped.has(id))) {
    items.push(...renewedSeals(joint.seals, joint.id, brings))
  }
  // What was opened to fill through: the first is the usual one, and the seals of another lie in its drawer.
  for (const fill of scope.fills.slice(0, 1)) items.push(...renewedSeals(fill.seals ?? [], fill.id))
  for (const level of allLevels(scope)) {
    for (const seal of level.seals.filter(candidate => candidate.reuse === 'never')) {
      items.push({ kind: 'seal', name: seal.name, count: seal.count, part: seal.part, size: seal.size, for: [level.id], brought: false })
    }
  }
  for (const hold of scope.holds.filter(candidate => candidate.reuse === 'never' && !scope.dropped.has(candidate.id))) {
    items.push({
      kind: 'hold',
      name: hold.name,
      count: 1,
      part: hold.part,
      for: [hold.id],
      brought: hold.newLineBrings || brings.has(hold.id),
    })
  }
  for (const operation of resolved.operations.filter(candidate => operationIds.includes(candidate.id))) {
    for (const fastener of operation.fasteners.filter(candidate => candidate.oneTime)) {
      items.push({
        kind: 'fastener',
        name: `${fastener.what} ${fastener.size}`,
        count: fastener.count,
        part: fastener.part,
        for: [operation.id],
        brought: false,
      })
    }
  }
  for (const operation of resolved.operations.filter(candidate => operationIds.includes(candidate.id)))
    items.push(...renewedSeals(operation.seals ?? [], operation.id))
  for (const neighbour of scope.neighbours)
    for (const part of neighbour.parts)
      items.push({ kind: 'part', name: neighbour.what, count: 1, part, for: [neighbour.id], brought: false })
  for (const { circuit, bottles } of fluid.drained) {
    const other = resolved.sheet.circuits?.find(({ id }) => id === circuit)
    const kind = other && settleValue(other.spec)
    if (other && bottles.count > 0)
      items.push({
        kind: 'fluid',
        name: kind?.kind === 'unknown' ? other.name : kind!.value,
        count: bottles.count,
        for: [circuit],
        brought: false,
      })
  }
  const spec = settleValue(resolved.sheet.fluid.spec)
  const capped = scope.joints.filter(({ id }) => !scope.dry.has(id))
  if (capped.length > 0)
    items.push({ kind: 'cap', name: 'line and port caps', count: 2 * capped.length, for: capped.map(joint => joint.id), brought: false })
  if (fluid.bottles.count > 0)
    items.push({
      kind: 'fluid',
      name: spec.kind === 'unknown' ? 'fluid' : spec.value,
      ...(spec.kind === 'unknown' && { unnamed: true }),
      count: fluid.bottles.count,
      for: [resolved.sheet.id],
      brought: false,
      ...(fluid.shapeless.length > 0 && { atLeast: true }),
    })
  return mergeItems(items)
}

/** What is fitted once and never again. */
const renewedSeals = (seals: readonly Seal[], target: Slug, brings?: ReadonlySet<Slug>): KitItem[] =>
  seals
    .filter(({ reuse }) => reuse === 'never')
    .map(seal => ({
      kind: 'seal',
      name: seal.name,
      count: seal.count,
      part: seal.part,
      size: seal.size,
      for: [target],
      brought: brings?.has(seal.id) ?? false,
      ...(seal.unobtainable && { unobtainable: true }),
    }))

/** Same thing for two joints is bought once, in the sum. */
function mergeItems(items: readonly KitItem[]): KitItem[] {
  const merged = new Map<string, KitItem>()
  for (const item of items) {
    const key = [item.kind, item.name, item.part, item.size, item.brought].join('|')
    const known = merged.get(key)
    merged.set(key, known ? { ...known, count: known.count + item.count, for: [...known.for, ...item.for] } : item)
  }
  return [...merged.values()]
}
