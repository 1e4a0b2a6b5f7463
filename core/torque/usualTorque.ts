import { newtonMetres, type NewtonMetres } from '../units/types'

/** Coarse pitches, mm (ISO 261, from memory). */
const coarse: Readonly<Record<number, number>> = { 4: 0.7, 5: 0.8, 6: 1, 7: 1, 8: 1.25, 10: 1.5, 12: 1.75, 14: 2, 16: 2 }
/** Proof stress of property class 8.8 up to M16, MPa (ISO 898-1). */
const proof = 580
/** Of the proof load, what a bolt is usually tightened to (handbook). */
const share = 0.75
/** Nut factor, dry (handbook). */
const nutFactor = 0.2

/** Tensile stress area of an ISO metric thread, mm²: π/4·(d − 0.9382·P)² (ISO 898-1). */
export const stressArea = (diameter: number, pitch: number): number => (Math.PI / 4) * (diameter - 0.9382 * pitch) ** 2

/**
 * What a solid steel bolt of class 8.8 with this thread is usually tightened to: T = K·d·F with F three quarters of its proof load.
 * `size`: "M8×20" (a length), "M14×1.5" or "M10×1.0" (a fine pitch); undefined: not an ISO metric thread.
 */
export function usualTorque(size: string): NewtonMetres | undefined {
  const [, d, second] = /^M(\d+(?:\.\d+)?)(?:[×x](\d+(?:\.\d+)?))?$/.exec(size) ?? []
  if (d === undefined) return undefined
  const diameter = Number(d)
  // A pitch is never as long as the shortest bolt.
  const pitch = second !== undefined && Number(second) < 4 ? Number(second) : coarse[diameter]
  if (pitch === undefined) return undefined
  return newtonMetres((nutFactor * diameter * share * proof * stressArea(diameter, pitch)) / 1000)
}
