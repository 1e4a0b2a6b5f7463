import type { Pack, Sheet } from '../../../core/sheet/types'
import { clutchAndBrakeSheets } from './clutchAndBrake'
import { coolerSheets } from './coolerLines'
import { families } from './families'
import { heaterSheets } from './heaterHoses'
import { oilAndTurboSheets } from './oilAndTurbo'
import { steeringSheets } from './steeringLines'
import { thinSteering } from './thinSheet'

/** A pack brings the families its sheets are for, so that it can be taken alone. */
function pack(title: string, sheets: Sheet[]): Pack {
  const used = new Set(sheets.flatMap(sheet => sheet.applies.flatMap(applies => applies.families)))
  return { format: 'efferent.pack/1', title, demo: true, families: families.filter(family => used.has(family.id)), sheets }
}

/** File name → pack. The first demo sheet stands in db/demo/halyard-cooler-lines.efferent.json as it was written there. */
export const demoPacks: Readonly<Record<string, Pack>> = {
  'more-cooler-lines': pack('Gearbox cooler lines', coolerSheets()),
  'steering-lines': pack('Steering lines', [...steeringSheets(), thinSteering()]),
  'oil-and-turbo-lines': pack('Engine oil and turbo lines', oilAndTurboSheets()),
  'heater-hoses': pack('Heater hoses', heaterSheets()),
  'clutch-and-brake-lines': pack('Clutch and brake lines', clutchAndBrakeSheets()),
}
