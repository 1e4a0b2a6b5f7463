import { typedOrNothing } from './ruleBy'

/** A vehicle that is not here yet, as it is typed: engines one to a line. */
export type TypedFamily = { make: string; model: string; body: string; first: string; last: string; engines: string }
export const noFamily: TypedFamily = { make: '', model: '', body: '', first: '', last: '', engines: '' }

/** What the server is told of it. A year left empty is no year, and refused as such; a vehicle of one year is that year twice. */
export const saidOfFamily = ({ make, model, body, first, last, engines }: TypedFamily) => ({
  make: make.trim(),
  model: model.trim(),
  body: body.trim(),
  years: [first, last].map(year => (typedOrNothing(year.trim()) === undefined ? undefined : Number(year))),
  engines: engines
    .split('\n')
    .map(line => line.trim())
    .filter(line => line !== ''),
})
