import { celsius } from '../units/types'
import type { FluidKind } from './fluidKinds'
import { viscosityLine, type ViscosityLine } from './viscosityAt'

const through = (at40: number, at100: number): ViscosityLine =>
  viscosityLine({ celsius: celsius(40), mm2PerS: at40 }, { celsius: celsius(100), mm2PerS: at100 })

const lines: Partial<Record<FluidKind, ViscosityLine>> = {
  steering: through(34, 7.3),
  gearbox: through(30, 6.2),
  'engine-oil': through(72, 12),
}

/** How thick a fluid of this kind usually is (general practice, from memory), where nobody has said it of the fluid itself. */
export const usualViscosity = (kind: FluidKind): ViscosityLine | undefined => lines[kind]
