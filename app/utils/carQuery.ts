import type { LocationQuery } from 'vue-router'
import type { Car } from '#core/sheet/types'

const one = (value: LocationQuery[string] | undefined) => (typeof value === 'string' && value !== '' ? value : undefined)

/** ?family=…&year=…&engine=…&t=trait.value,… → what is known of a car nobody has entered yet. */
export function carFromQuery(query: LocationQuery, family: string, traits: Readonly<Record<string, string>> = {}): Car {
  const year = Number(one(query.year))
  const known = Object.fromEntries(
    (one(query.t) ?? '')
      .split(',')
      .map(pair => pair.split('.'))
      .filter((pair): pair is [string, string] => pair.length === 2 && pair.every(Boolean)),
  )
  return {
    family: one(query.family) ?? family,
    ...(Number.isInteger(year) && year > 1900 ? { year } : {}),
    ...(one(query.engine) ? { engine: one(query.engine) } : {}),
    traits: { ...known, ...traits },
  }
}

export function queryOfCar({ family, year, engine, traits }: Car): Record<string, string> {
  const pairs = Object.entries(traits)
    .map(([trait, value]) => `${trait}.${value}`)
    .join(',')
  return { family, ...(year ? { year: String(year) } : {}), ...(engine ? { engine } : {}), ...(pairs ? { t: pairs } : {}) }
}
