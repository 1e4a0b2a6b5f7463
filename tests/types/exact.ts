import type { z } from 'zod'
import type { JobCommand } from '../../core/job/types'
import type { Exact } from '../../shared/schemas/exact'
import type { commandSchema } from '../../shared/schemas/job'

/**
 * Proofs for the compiler, run by the type check: `Exact` says no to every drift that shared/schemas/contracts.ts is there to catch, in
 * this program's own largest union. Each line below must not compile without its mark; an unused mark does not compile either.
 */
type Said = z.output<typeof commandSchema>
type Change<T extends JobCommand['type'], With> = Exclude<JobCommand, { type: T }> | With
type Torqued = Extract<JobCommand, { type: 'jointTorqued' }>

export const same: Exact<Said, JobCommand> = true

// @ts-expect-error a field deleted
export const deleted: Exact<Said, Change<'jointOpened', { type: 'jointOpened' }>> = true
// @ts-expect-error a type loosened
export const loosened: Exact<Said, Change<'jointTorqued', Omit<Torqued, 'how'> & { how: string }>> = true
// @ts-expect-error an optional field on one side
export const optional: Exact<Said, Change<'jointOpened', { type: 'jointOpened'; joint: string; by?: string }>> = true
// @ts-expect-error a field optional on one side only
export const maybe: Exact<Said, Change<'jointOpened', { type: 'jointOpened'; joint?: string }>> = true
// @ts-expect-error a whole kind missing
export const missing: Exact<Said, Exclude<JobCommand, { type: 'signedOff' }>> = true
// @ts-expect-error a deep unit lost its brand
export const unbranded: Exact<{ a: { b: number }[] }, { a: { b: NonNullable<Torqued['adapter']>['wrench'] }[] }> = true
