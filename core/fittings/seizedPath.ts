import { systemRules } from '../sheet/systemRules'
import { linesOf } from '../sheet/jointLines'
import { holdsLine } from '../sheet/holdsLine'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Joint, Slug } from '../sheet/types'
import { jointRules } from './jointKinds'

/** What to try at a joint that does not move, gentlest first. */
export const remedies = ['soak', 'free-bracket', 'heat', 'cut-close', 'replace-mate'] as const
export type Remedy = (typeof remedies)[number]
export type RemedyBar = 'plastic-or-hose' | 'brake-fluid-burns' | 'live-cable' | 'fuel-near' | 'no-bracket' | 'line-stays' | 'no-nut'
export type RemedyStep = { remedy: Remedy; minutes: number; barred?: RemedyBar }

/** Minutes that penetrant soaks where nobody says otherwise. Common practice, no source. */
export const usualSoak = 15
/** Minutes each takes, hands and waiting together; common practice, no source. */
const minutesOf: Record<Remedy, number> = { soak: usualSoak, 'free-bracket': 5, heat: 10, 'cut-close': 10, 'replace-mate': 45 }

/**
 * The way down at a seized joint: what may be tried here, and what bars the rest. Heat is for all-metal lines without brake fluid in them
 * and away from cables; cutting the line close for a six-point socket takes a nut and a line that is being renewed; a bracket can be freed
 * where there is one (common practice, no source).
 */
export function seizedPath(resolved: ResolvedSheet, joint: Joint, scope: readonly Slug[]): RemedyStep[] {
  const line = resolved.lines.find(candidate => candidate.id === joint.line)
  const isSoft = line?.sections.some(section => section.kind === 'hose' || section.material === 'plastic') ?? false
  const bars: Record<Remedy, RemedyBar | undefined> = {
    soak: undefined,
    'free-bracket': resolved.holds.some(hold => linesOf(joint).some(line => holdsLine(hold, line))) ? undefined : 'no-bracket',
    heat: isSoft
      ? 'plastic-or-hose'
      : systemRules[resolved.sheet.system].burns
        ? 'brake-fluid-burns'
        : resolved.sheet.keepouts.some(keepout => keepout.kind === 'electrical')
          ? 'live-cable'
          : resolved.sheet.keepouts.some(keepout => keepout.kind === 'fuel')
            ? 'fuel-near'
            : undefined,
    'cut-close': !linesOf(joint).every(line => scope.includes(line)) ? 'line-stays' : !jointRules[joint.kind].nutted ? 'no-nut' : undefined,
    'replace-mate': undefined,
  }
  return remedies.map(remedy => ({ remedy, minutes: minutesOf[remedy], ...(bars[remedy] !== undefined && { barred: bars[remedy] }) }))
}
