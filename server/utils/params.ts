import { getRouterParam, type H3Event } from 'h3'
import { z } from 'zod'
import type { ErrorCode } from '../../shared/errors'
import { gearId } from '../../shared/schemas/gear'
import { ProblemError } from './problemError'

/** The :id of an address. What is no UUID names nothing here, so it is unknown rather than malformed. */
export function idParam(event: H3Event, unknown: ErrorCode): string {
  const id = getRouterParam(event, 'id')
  if (!z.uuid().safeParse(id).success) throw new ProblemError(unknown, 'Nothing here has this id. Go back and choose again.')
  return id!
}

/** The same for what goes by a name that somebody gave it. */
export function nameParam(event: H3Event, unknown: ErrorCode): string {
  const id = gearId.safeParse(getRouterParam(event, 'id'))
  if (!id.success) throw new ProblemError(unknown, 'Nothing here has this name. Go back and choose again.')
  return id.data
}
