import type { WheelOpening } from '../../core/route/projectStandpoint'
import { isMotorcycle } from '../../core/sheet/isMotorcycle'
import type { Reach, Sheet, Standpoint } from '../../core/sheet/types'
import { reachWords, standpointWords } from './vocabulary'

/** Where hands go in and where one stands, on this sheet's vehicle. */
type Vehicle = Pick<Sheet, 'proving'>

const motorcycleReach: Partial<Record<Reach, string>> = { 'wheel-left': 'from the left side', 'wheel-right': 'from the right side' }
export const reachOf = (vehicle: Vehicle, reach: Reach): string =>
  (isMotorcycle(vehicle) ? motorcycleReach[reach] : undefined) ?? reachWords[reach]

const motorcycleStandpoint: Record<Standpoint, string> = {
  'hood-up': 'From above',
  'under-lift': 'From below',
  'wheel-off': 'From the side',
}
export const standpointTitle = (vehicle: Vehicle, standpoint: Standpoint): string =>
  (isMotorcycle(vehicle) ? motorcycleStandpoint : standpointWords)[standpoint]

/** Where the person stands, in words, for the wheel opening that is nearest to the lines. */
export function standpointNote(vehicle: Vehicle, standpoint: Standpoint, opening: WheelOpening): string {
  const onWheels = !isMotorcycle(vehicle)
  switch (standpoint) {
    case 'hood-up':
      return onWheels ? 'you stand at the bumper, looking down' : 'you stand before the front wheel, looking down'
    case 'under-lift':
      return onWheels ? 'you look up, front of the car at the top' : 'you look up, front wheel at the top'
    case 'wheel-off':
      return onWheels ? `you face the ${opening.side} ${opening.axle} wheel opening` : `you face its ${opening.side} side`
  }
}
