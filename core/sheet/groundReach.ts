import { restOf } from './carRests'
import type { Needs, Operation, Slug } from './types'

/** A part the car stands on that is surely off wherever these needs are met, however they are met; undefined: there is a way without. */
export function restBehind(needs: Needs, operations: readonly Operation[], seen: readonly Slug[] = []): Slug | undefined {
  const behind = (id: Slug): Slug | undefined => {
    const operation = operations.find(one => one.id === id)
    if (!operation || seen.includes(id)) return undefined
    return restOf(operation) ? id : restBehind(operation.needs, operations, [...seen, id])
  }
  const sure = needs.find(anyOf => anyOf.length > 0 && anyOf.every(id => behind(id) !== undefined))
  return sure && behind(sure[0]!)
}
