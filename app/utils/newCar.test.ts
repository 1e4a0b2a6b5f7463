import { expect, it } from 'vitest'
import { newVehicleSchema } from '#shared/schemas/library'
import { noCar, saidOfCar } from './newCar'

it('says of a new car what was typed, and nothing of what was left empty', () => {
  const typed = { ...noCar, plate: 'HN 55 OAR', customer: 'M. Ness', family: 'bray-skerry' }
  const said = newVehicleSchema.safeParse(saidOfCar(typed))
  expect(said.data).toEqual({ plate: 'HN 55 OAR', customer: 'M. Ness', family: 'bray-skerry' })
  expect(newVehicleSchema.safeParse(saidOfCar({ ...typed, year: '2016', vin: ' X1 ', vinRead: true })).data).toMatchObject({
    year: 2016,
    vin: 'X1',
    vinRead: true,
  })
  expect(newVehicleSchema.safeParse(saidOfCar({ ...typed, year: 'last year' })).success).toBe(false)
  expect(newVehicleSchema.safeParse(saidOfCar(noCar)).success).toBe(false)
})
