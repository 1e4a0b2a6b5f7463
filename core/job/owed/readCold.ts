import { systemRules } from '../../sheet/systemRules'
import { readCold } from '../../plan/goals/listGoals'
import { fail, ok, type Result } from '../../result'
import { levelsOf } from '../../sheet/levelsOf'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Slug } from '../../sheet/types'
import { countsAfterAll, openingsOfLevel } from '../state/carState'
import type { JobCommand, JobState, Obligation, Refusal } from '../types'

/** The car is out, and one of its levels is still to be read cold. */
export const isToReadCold = (state: Pick<JobState, 'ended'>): boolean =>
  state.ended?.read !== undefined && state.ended.read.closed === undefined

/**
 * The level that alone keeps a job from its end: read at its mark since its circuit was opened, changed since by nothing but the run, and
 * to be read again with the fluid cold. Refused for brakes and clutches, and where anything else is due.
 */
export function coldLevelLeft(resolved: ResolvedSheet, state: JobState, due: readonly Obligation[]): Result<Slug, Refusal> {
  const { sheet } = resolved
  const refuse = (why: Extract<Refusal, { code: 'JOB_READ_COLD' }>['why']) => fail({ code: 'JOB_READ_COLD' as const, why })
  if (systemRules[sheet.system].staysCool) return refuse('brakes')
  const [first, ...others] = [...new Set(due.map(owed => (owed.kind === 'level' || owed.kind === 'cold-again' ? owed.level : undefined)))]
  const level = levelsOf(sheet).find(({ id }) => id === first)
  if (!level || others.length > 0 || !readCold(level)) return refuse('level')
  const last = state.levels.findLast(reading => reading.level === level.id)
  const isRight = last?.reading === 'at' && countsAfterAll(last, openingsOfLevel(resolved, state, level.id))
  const hasRun = due.every(owed => owed.kind !== 'cold-again' || owed.because === 'not-cold')
  return isRight && hasRun ? ok(level.id) : refuse('level')
}

/** What may still be said of a car that went out so: its reading, and what is done about it. */
export function isOfColdReading(state: JobState, command: JobCommand, { resolved: { sheet } }: { resolved: ResolvedSheet }): boolean {
  const level = isToReadCold(state) ? state.ended!.read!.level : undefined
  if (level === undefined) return false
  const circuit = sheet.circuits?.find(one => one.level.id === level)?.id
  switch (command.type) {
    case 'levelRead':
      return command.level === level
    case 'fluidAdded':
    case 'fluidExtracted':
      return command.circuit === circuit
    default:
      return command.type === 'photoTaken'
  }
}
