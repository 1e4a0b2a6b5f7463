import { settleValue } from '../sheet/settleContested'
import type { Sheet } from '../sheet/types'
import type { Task, WaitSpan } from './types'

/**
 * What has to pass between tasks: the sheet's own waits, the engine's minutes before a joint counts as dry, rest for air to rise. Only
 * what touches this job.
 */
export function listWaits(sheet: Sheet, tasks: readonly Task[]): WaitSpan[] {
  const has = new Map(tasks.map(task => [task.id, task]))
  // A sheet may say “fill” or “level” without naming the point.
  const named = (refs: readonly string[]) =>
    refs.flatMap(ref => (has.has(ref) ? [ref] : tasks.filter(task => task.kind === ref).map(task => task.id)))
  const own = (sheet.waits ?? [])
    .map((wait): WaitSpan => ({ ...wait, after: named(wait.after), before: named(wait.before) }))
    .filter((wait, i) => wait.before.length > 0 && (wait.after.length > 0 || sheet.waits![i]!.after.length === 0))
  const leak = settleValue(sheet.proving.leakMinutes)
  const looks = tasks.filter(task => task.kind === 'leak').map(task => task.id)
  const rest = sheet.bleeding.parameters.restMinutes
  const bled = tasks.filter(task => task.kind === 'bleed').map(task => task.id)
  return [
    ...own,
    ...(leak.kind !== 'unknown' && looks.length > 0
      ? [
          {
            id: 'leak',
            kind: 'leak',
            text: 'Engine running before a joint counts as dry',
            minutes: leak.value,
            after: ['run'],
            before: [...looks, ...(has.has('stop') ? ['stop'] : [])],
          } satisfies WaitSpan,
        ]
      : []),
    ...(rest !== undefined && bled.length > 0 && has.has('run')
      ? [{ id: 'rest', kind: 'rest', text: 'Rest, so that the air rises', minutes: rest, after: bled, before: ['run'] } satisfies WaitSpan]
      : []),
  ]
}

/** Of waits, those still to come: one that has begun is running already, and only the clock on the wall knows since when. */
export const waitsLeft = (waits: readonly WaitSpan[], isDone: (task: string) => boolean, hasBegun: boolean): WaitSpan[] =>
  waits
    .map(wait => ({ wait, left: { ...wait, after: wait.after.filter(id => !isDone(id)), before: wait.before.filter(id => !isDone(id)) } }))
    .filter(({ wait, left }) => left.before.length > 0 && (wait.after.length > 0 ? left.after.length > 0 : !hasBegun))
    .map(({ left }) => left)
