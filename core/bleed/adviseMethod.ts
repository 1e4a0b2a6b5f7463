import type { BleedMethod, Sheet } from '../sheet/types'

/** What stands in the workshop for it: somebody in the seat, and tools beside the hands. */
export const bleedTools = ['vacuum-pump', 'pressure-bleeder'] as const
export type BleedTool = (typeof bleedTools)[number]
/** What was opened: a hose at the end, which clears soon; the line itself, dry from end to end; a part of the circuit, filled by itself. */
export const bleedOpenings = ['hose', 'line', 'component'] as const
export type BleedOpening = (typeof bleedOpenings)[number]
export type BleedCircumstances = {
  opened: BleedOpening
  helper: boolean
  tools: readonly BleedTool[]
  /** Whoever bleeds reaches the reservoir from where the bleeder is. */
  reservoirInReach: boolean
}

export type BleedReason =
  | { code: 'first-on-sheet' }
  | { code: 'forbidden'; why: string }
  | { code: 'needs-helper' }
  | { code: 'needs-tool'; tool: BleedTool }
  /** One person does it. */
  | { code: 'alone' }
  /** Air comes in past the bleeder's thread and looks like air from within. */
  | { code: 'thread-air' }
  /** The tool feeds the reservoir: it does not run dry. */
  | { code: 'keeps-full' }
  /** Every stroke empties the reservoir, and nobody up there fills it. */
  | { code: 'reservoir-far' }
  /** A dry line takes it a quarter of an hour and more. */
  | { code: 'slow-when-dry' }
  | { code: 'clears-soon' }

export type BleedAdvice = { method: BleedMethod; may: boolean; reasons: BleedReason[] }

const needsHelper: readonly BleedMethod[] = ['pump-and-hold']
const toolOf: Partial<Record<BleedMethod, BleedTool>> = {
  vacuum: 'vacuum-pump',
  'vacuum-fill': 'vacuum-pump',
  pressure: 'pressure-bleeder',
}
/** Kept by the sheet out of hand: nobody chooses between them and the others by what is at hand. */
const alone: readonly BleedMethod[] = ['vacuum', 'pressure', 'gravity', 'bench', 'vacuum-fill', 'lock-to-lock']

/**
 * The sheet's methods, best first, each with what speaks for it and against; those that cannot be done here, or that the sheet forbids,
 * last. The sheet's own order stands where nothing at hand speaks against it. Reasons are common practice (no source) but for what the
 * sheet forbids.
 */
export function adviseMethod(
  { allowed, forbidden }: Pick<Sheet['bleeding'], 'allowed' | 'forbidden'>,
  at: BleedCircumstances,
): BleedAdvice[] {
  const advice = allowed.map((method, rank) => {
    const reasons: BleedReason[] = []
    let cost = rank
    let may = true
    if (rank === 0) reasons.push({ code: 'first-on-sheet' })
    const tool = toolOf[method]
    if (tool && !at.tools.includes(tool)) {
      may = false
      reasons.push({ code: 'needs-tool', tool })
    }
    if (needsHelper.includes(method) && !at.helper) {
      may = false
      reasons.push({ code: 'needs-helper' })
    }
    if (alone.includes(method) && !at.helper) reasons.push({ code: 'alone' })
    if (method === 'vacuum') {
      cost += 0.5
      reasons.push({ code: 'thread-air' })
    }
    if (method === 'pressure') {
      cost -= 0.5
      reasons.push({ code: 'keeps-full' })
    }
    if (method === 'pump-and-hold' && !at.reservoirInReach) {
      cost += 0.5
      reasons.push({ code: 'reservoir-far' })
    }
    if (method === 'gravity' && at.opened === 'line') {
      cost += 2
      reasons.push({ code: 'slow-when-dry' })
    }
    if (method !== 'gravity' && at.opened === 'hose') reasons.push({ code: 'clears-soon' })
    return { method, may, reasons, cost }
  })
  const done = advice
    .sort((a, b) => Number(b.may) - Number(a.may) || a.cost - b.cost)
    .map(({ method, may, reasons }): BleedAdvice => ({ method, may, reasons }))
  return [...done, ...forbidden.map(({ method, why }): BleedAdvice => ({ method, may: false, reasons: [{ code: 'forbidden', why }] }))]
}
