import { typedOrNothing } from './ruleBy'

/** A car that is not here yet, as it is typed. */
export type NewCar = {
  plate: string
  customer: string
  family: string | undefined
  year: string
  engine: string | undefined
  vin: string
  vinRead: boolean
}
export const noCar: NewCar = { plate: '', customer: '', family: undefined, year: '', engine: undefined, vin: '', vinRead: false }

/** What the server is told of it: what was left empty is not said. */
export const saidOfCar = ({ year, vin, vinRead, ...car }: NewCar) => ({
  ...car,
  year: typedOrNothing(year) === undefined ? undefined : Number(year),
  vin: typedOrNothing(vin.trim()),
  vinRead: vinRead || undefined,
})
