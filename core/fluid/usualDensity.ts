import type { FluidKind } from './fluidKinds'
import type { Density } from './volumeByWeight'

const densities: Partial<Record<FluidKind, Density>> = {
  'dot-3': { at15: 1.04, expansionPerKelvin: 0.00085 },
  'dot-4': { at15: 1.065, expansionPerKelvin: 0.00085 },
  'dot-5.1': { at15: 1.065, expansionPerKelvin: 0.00085 },
  'dot-5': { at15: 0.955, expansionPerKelvin: 0.00095 },
  coolant: { at15: 1.075, expansionPerKelvin: 0.0005 },
  gearbox: { at15: 0.855, expansionPerKelvin: 0.00075 },
  steering: { at15: 0.86, expansionPerKelvin: 0.00075 },
  'engine-oil': { at15: 0.86, expansionPerKelvin: 0.0007 },
}

/** How heavy a fluid of this kind usually is (general practice, from memory; bottles differ by about two per cent). */
export const usualDensity = (kind: FluidKind): Density | undefined => densities[kind]
