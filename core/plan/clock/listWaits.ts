import { settleValue } from '../../sheet/settleContested'
import type { Sheet, Slug } from '../../sheet/types'
import type { TaskKey, TaskKind } from '../tasks/taskKinds'
import type { Task, WaitSpan } from '../types'

/**
 * Is a step meant by what a sheet says: its kind alone (“fill” without the point), or the kind and what it is about, as `fill:reservoir`?
 */
export const isNamed = (refs: readonly string[], { kind, target }: { kind: string; target: Slug }): boolean =>
  refs.includes(kind) || refs.includes(`${kind}:${target}`)

/**
 * What has to pass between tasks: the sheet's own waits, the engine's minutes before a joint counts as dry, rest for air to rise. Only
 * what touches this job.
 */
export function listWaits(sheet: Sheet, tasks: readonly Task[]): WaitSpan[] {
  const named = (refs: readonly string[]): TaskKey[] => tasks.filter(task => isNamed(refs, task)).map(task => task.id)
  const own = (sheet.waits ?? [])
    .map((wait): WaitSpan => ({ ...wait, after: named(wait.after), before: named(wait.before) }))
    .filter((wait, i) => wait.before.length > 0 && (wait.after.length > 0 || sheet.waits![i]!.after.length === 0))
  const leak = settleValue(sheet.proving.leakMinutes)
  const idsOf = (kind: TaskKind): TaskKey[] => tasks.filter(task => task.kind === kind).map(task => task.id)
  const [looks, runs, stops, bled] = [idsOf('leak'), idsOf('run'), idsOf('stop'), idsOf('bleed')]
  const rest = sheet.bleeding.parameters.restMinutes
  return [
    ...own,
    ...(leak.kind !== 'unknown' && looks.length > 0
      ? [
          {
            id: 'leak',
            kind: 'leak',
            text: 'Engine running before a joint counts as dry',
            minutes: leak.value,
            after: runs,
            before: [...looks, ...stops],
          } satisfies WaitSpan,
        ]
      : []),
    ...(rest !== undefined && bled.length > 0 && runs.length > 0
      ? [{ id: 'rest', kind: 'rest', text: 'Rest, so that the air rises', minutes: rest, after: bled, before: runs } satisfies WaitSpan]
      : []),
  ]
}

/** Of waits, those still to come: one that has begun is running already, and only the clock on the wall knows since when. */
export const waitsLeft = (waits: readonly WaitSpan[], isDone: (task: TaskKey) => boolean, hasBegun: boolean): WaitSpan[] =>
  waits
    .map(wait => ({ wait, left: { ...wait, after: wait.after.filter(id => !isDone(id)), before: wait.before.filter(id => !isDone(id)) } }))
    .filter(({ wait, left }) => left.before.length > 0 && (wait.after.length > 0 ? left.after.length > 0 : !hasBegun))
    .map(({ left }) => left)
