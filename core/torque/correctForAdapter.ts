import { newtonMetres, type Millimetres, type NewtonMetres } from '../units/types'

export type Adapter = {
  /** Handle grip to drive, mm. */
  wrench: Millimetres
  /** Drive to the fastener's centre, mm. */
  extension: Millimetres
  /** Angle between wrench and adapter, degrees: 0 straight out (longer), 90 no change. */
  angle: number
}

const reach = ({ wrench, extension, angle }: Adapter): number => {
  if (!(wrench > 0)) throw new RangeError(`wrench length must be positive, got ${wrench}`)
  if (!(extension >= 0)) throw new RangeError(`extension must not be negative, got ${extension}`)
  return wrench + extension * Math.cos((angle * Math.PI) / 180)
}

/** Whether a wrench with this adapter turns anything: lengths that exist, and not folded back past the handle. */
export const isUsable = ({ wrench, extension, angle }: Adapter): boolean =>
  wrench > 0 && extension >= 0 && wrench + extension * Math.cos((angle * Math.PI) / 180) > 0

/**
 * What to set on the wrench so that the fastener gets `wanted`: T · L / (L + E·cos a) (FAA AC 43.13-1B, chapter 7). Throws RangeError when
 * the adapter folds back past the handle.
 */
export function settingForTorque(wanted: NewtonMetres, adapter: Adapter): NewtonMetres {
  const total = reach(adapter)
  if (total <= 0) throw new RangeError(`the adapter folds back past the handle: reach ${total} mm`)
  return newtonMetres((wanted * adapter.wrench) / total)
}

/** The inverse: what the fastener got when the wrench clicked at `setting`. */
export function torqueFromSetting(setting: NewtonMetres, adapter: Adapter): NewtonMetres {
  return newtonMetres((setting * reach(adapter)) / adapter.wrench)
}
