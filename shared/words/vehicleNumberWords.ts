import { assertNever } from '../../core/result'
import type { VehicleNumberIssue } from '../../core/identify/checkVehicleNumber'

export function vehicleNumberWords(issue: VehicleNumberIssue): string {
  switch (issue.code) {
    case 'VEHICLE_NUMBER_LENGTH':
      return `A vehicle number has 17 characters; this has ${issue.length}.`
    case 'VEHICLE_NUMBER_CHARACTER':
      return `“${issue.character}” at place ${issue.position} cannot stand in a vehicle number: I, O and Q are never used. Look whether it is 1 or 0.`
    case 'VEHICLE_NUMBER_CHECK':
      return `The check digit (place 9) says ${issue.expected}, the number has ${issue.found}: one character is read wrong. If the car really has this number, say so: cars of some markets carry no check digit.`
    default:
      return assertNever(issue)
  }
}
