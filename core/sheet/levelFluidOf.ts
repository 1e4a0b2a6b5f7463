import type { LevelFluid } from '../fluid/levelAtTemperature'
import { settleValue } from './settleContested'
import type { Level, Sheet } from './types'

/**
 * What moves this level: the circuit's contents, how its fluid expands and what a millimetre holds. Undefined where the sheet does not say;
 * another circuit's expansion stands on no sheet.
 */
export function levelFluidOf(
  { levels, fluid }: Pick<Sheet, 'levels' | 'fluid'>,
  { id, mlPerMm }: Pick<Level, 'id' | 'mlPerMm'>,
): LevelFluid | undefined {
  const capacity = settleValue(fluid.capacity)
  if (!mlPerMm || capacity.kind === 'unknown' || !levels.some(level => level.id === id)) return undefined
  return { volume: capacity.value, expansionPerKelvin: fluid.expansionPerKelvin, mlPerMm }
}
