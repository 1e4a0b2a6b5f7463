import { checkVehicleNumber, plainVehicleNumber } from '../../core/identify/checkVehicleNumber'
import { fitOf } from '../../core/sheet/fitOf'
import { traitsImplied } from '../../core/sheet/evaluatePredicate'
import type { SheetHead, VehicleView } from '../../shared/schemas/library'
import { vehicleEntries } from '../../shared/searchEntries'
import { vehicleNumberWords } from '../../shared/words/vehicleNumberWords'
import { insertEntries } from '../sql/search/writeEntries'
import { findFamily } from '../sql/sheets/families'
import { toApplies } from '../sql/sheets/sheetRows'
import { listSheetsForFamilies } from '../sql/sheets/listSheetsForFamilies'
import { addVehicleTraits, findVehicle, insertVehicle, listVehiclesOfFamilies } from '../sql/vehicles/vehicles'
import { isUniqueViolation, withTransaction, type Db } from '../utils/db'
import { ProblemError } from '../utils/problemError'
import { getSheet, toHead, toVehicle } from './sheets'

export async function getVehicle(db: Db, id: string): Promise<VehicleView> {
  const row = await findVehicle(db, id)
  if (!row) throw new ProblemError('VEHICLE_UNKNOWN', 'This vehicle is not known here. Look it up again, or add it.')
  return toVehicle(row)
}

/** Customers' vehicles a sheet may be opened for, and the sheets for a vehicle. */
export async function listVehiclesForSheet(db: Db, sheetId: string): Promise<VehicleView[]> {
  const sheet = await getSheet(db, sheetId)
  const rows = await listVehiclesOfFamilies(db, [...new Set(sheet.applies.flatMap(applies => applies.families))], 200)
  return rows.map(toVehicle).filter(vehicle => fitOf(sheet, vehicle) === undefined)
}

export async function listSheetsForVehicle(db: Db, vehicle: VehicleView): Promise<SheetHead[]> {
  return (await listSheetsForFamilies(db, [vehicle.family]))
    .filter(head => fitOf({ applies: toApplies(head) }, vehicle) === undefined)
    .map(toHead)
}

type NewVehicle = { plate: string; customer: string; family: string; year?: number; engine?: string; vin?: string; vinRead?: boolean }

/** A number whose check digit fails is taken only when somebody has read it twice: cars of some markets carry none. */
function readVehicleNumber({ vin, vinRead }: NewVehicle): string | undefined {
  if (!vin) return undefined
  const issue = checkVehicleNumber(vin)
  if (!issue || (issue.code === 'VEHICLE_NUMBER_CHECK' && vinRead)) return plainVehicleNumber(vin)
  const { code, ...fields } = issue
  throw new ProblemError('VEHICLE_NUMBER', vehicleNumberWords(issue), { errors: [{ path: 'vin', message: code }], fields })
}

export async function addVehicle(vehicle: NewVehicle): Promise<VehicleView> {
  const vin = readVehicleNumber(vehicle)
  try {
    return await withTransaction(async db => {
      const family = await findFamily(db, vehicle.family)
      if (!family)
        throw new ProblemError(
          'FAMILY_UNKNOWN',
          `There is no vehicle family “${vehicle.family}”. Import its pack first, or add the vehicle.`,
          { errors: [{ path: 'family', message: 'not known' }] },
        )
      if (vehicle.engine && !family.engines.some(engine => engine.id === vehicle.engine)) {
        throw new ProblemError('REQUEST_BODY', `The ${family.make} ${family.model} has no such engine. Choose one from the list.`, {
          errors: [{ path: 'engine', message: 'not an engine of this family' }],
        })
      }
      const id = await insertVehicle(db, { ...vehicle, vin })
      await insertEntries(db, vehicleEntries({ ...vehicle, id, vin }, family))
      return getVehicle(db, id)
    })
  } catch (error) {
    if (isUniqueViolation(error, 'vehicles_plate_key'))
      throw new ProblemError('VEHICLE_PLATE_TAKEN', `${vehicle.plate} is here already. Look it up by its plate.`, {
        errors: [{ path: 'plate', message: 'already known' }],
      })
    if (isUniqueViolation(error, 'vehicles_vin_key'))
      throw new ProblemError('VEHICLE_NUMBER_TAKEN', 'A car with this vehicle number is here already. Look it up by the number.', {
        errors: [{ path: 'vin', message: 'already known' }],
      })
    throw error
  }
}

/** One look at the car, kept with the customer's vehicle: nobody has to look twice. */
export async function learnTrait(
  db: Db,
  vehicleId: string,
  answer: { sheet: string; question: string; answer: string },
): Promise<VehicleView> {
  const sheet = await getSheet(db, answer.sheet)
  const implied = sheet.questions
    .find(question => question.id === answer.question)
    ?.answers.find(candidate => candidate.id === answer.answer)?.implies
  if (!implied)
    throw new ProblemError('REQUEST_BODY', 'The sheet does not ask that. Reload the sheet.', {
      errors: [{ path: 'question', message: 'not on this sheet' }],
    })
  await getVehicle(db, vehicleId)
  await addVehicleTraits(db, vehicleId, traitsImplied(implied))
  return getVehicle(db, vehicleId)
}
