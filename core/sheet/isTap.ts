import type { Operation } from './types'

/** A drain cock or plug with nothing to screw: it is opened and shut, and covers nothing. */
export const isTap = (operation: Pick<Operation, 'drains' | 'fasteners'> | undefined): boolean =>
  operation?.drains !== undefined && operation.fasteners.length === 0
