import { developLine } from '../route/developLine'
import { boreOf, lineVolume } from '../route/tubeVolume'
import type { ResolvedSheet } from '../sheet/resolveSheet'
import { settleValue } from '../sheet/settleContested'
import type { Slug } from '../sheet/types'
import { crestOf, type Crest } from './crestOf'
import type { HydraulicPath } from './hydraulicPath'
import { openingOf } from './openingOf'

/** Usual for a car’s clutch or one brake, from memory: what no sheet says. mL, mL per bar, mm. */
const usual = { stroke: 6.4, slave: 4, give: 0.02, bleederBore: 1.5, hose: 6, reservoir: 150 }
/** Brake fluid at 20 °C, from memory: Pa·s and kg/m³. */
const brakeFluid = { viscosity: 0.016, density: 1050 }
/** mL of air in a slave or wheel cylinder after a hose was swapped, and after its line ran dry or it was off itself. */
const airInSlave = { hose: 0.3, line: 3, component: 3 }

/** `crest`: where in it a bubble may stay; `path` counts with it. */
export type SheetPath = { path: HydraulicPath; air: { line: number; slave: number }; isReservoirKnown: boolean; crest?: Crest }

/**
 * The circuit that a sheet’s pedal or lever works, as far as its shape is known, and the air a job lets in: renewed lines are dry.
 * Undefined for other systems, and where nobody has measured a line.
 */
export function pathOfSheet({ sheet, lines }: Pick<ResolvedSheet, 'sheet' | 'lines'>, wanted: readonly Slug[]): SheetPath | undefined {
  if (sheet.system !== 'clutch' && sheet.system !== 'brake') return undefined
  const measured = lines.flatMap(line => {
    const developed = line.sections.length > 0 ? developLine(line.sections) : undefined
    if (!developed?.ok) return []
    const { value } = developed
    const crest = crestOf(line.id, line.sections, value)
    return [{ line, volume: lineVolume(line.sections, value), length: value.length, crest }]
  })
  if (measured.length === 0 || measured.length < lines.length) return undefined
  const renewed = measured.filter(({ line }) => wanted.includes(line.id)).reduce((sum, { volume }) => sum + volume, 0)
  // Air gets to what was renewed, and on its way out through what follows; what holds most of it matters.
  const [crest] = measured.flatMap(one => one.crest ?? []).sort((a, b) => b.holds - a.holds)
  const reservoir = settleValue(sheet.fluid.reservoir ?? 'unknown')
  return {
    path: {
      ...usual,
      ...brakeFluid,
      reservoir: reservoir.kind === 'unknown' ? usual.reservoir : reservoir.value,
      line: measured.reduce((sum, { volume }) => sum + volume, 0),
      length: measured.reduce((sum, { length }) => sum + length, 0),
      bore: Math.min(...measured.flatMap(({ line }) => line.sections.map(boreOf))),
      wetted: renewed,
      ...(crest && { crest: { holds: crest.holds, carriedBy: crest.carriedBy } }),
    },
    air: { line: renewed, slave: airInSlave[openingOf(lines, wanted)] },
    isReservoirKnown: reservoir.kind !== 'unknown',
    ...(crest && { crest }),
  }
}
