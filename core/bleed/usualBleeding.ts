import type { Bleeding, BleedMethod, System } from '../sheet/types'

/** Common practice, no source: how the air is let out of each system, the usual way first. */
const usual: Readonly<Record<System, readonly BleedMethod[]>> = {
  'transmission-cooler': ['circulate'],
  'power-steering': ['lock-to-lock', 'vacuum'],
  brake: ['pump-and-hold', 'pressure', 'vacuum', 'gravity'],
  clutch: ['pump-and-hold', 'pressure', 'vacuum', 'gravity'],
  'oil-feed': ['prime'],
  'turbo-coolant': ['circulate', 'vacuum-fill'],
  heater: ['circulate', 'vacuum-fill'],
}

/** What stands in where a sheet names no way of bleeding: never “none”. Undefined: it forbids all that is usual. */
export const usualBleeding = (system: System, { forbidden }: Pick<Bleeding, 'forbidden'>): BleedMethod | undefined =>
  usual[system].find(method => !forbidden.some(one => one.method === method))
