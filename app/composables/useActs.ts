import { onScopeDispose, shallowReactive } from 'vue'
import { useKeys } from './useKeys'

/** What may be done from where somebody is: in words, by a key where it has one (`b`, or `g k`), offered while `isOpen`. */
export type Act = { text: string; keys?: string; run: () => void; isOpen?: () => boolean }
export type ActGroup = { of: string; acts: readonly Act[] }

/** What is mounted offers its acts, the innermost last: one list for the keys, their help and the command box. */
const groups = shallowReactive<ActGroup[]>([])

/** The acts of a page, layout or part of one, from now until it goes. */
export function useActs(of: string, acts: readonly Act[]): void {
  const group = { of, acts }
  groups.push(group)
  onScopeDispose(() => void groups.splice(groups.indexOf(group), 1))
  useKeys(Object.fromEntries(acts.flatMap(({ keys, run, isOpen }) => (keys ? [[keys, () => isOpen?.() !== false && run()]] : []))))
}

/** Every act offered now, the innermost first. */
export const actsNow = (): ActGroup[] =>
  [...groups]
    .reverse()
    .map(({ of, acts }) => ({ of, acts: acts.filter(({ isOpen }) => isOpen?.() !== false) }))
    .filter(({ acts }) => acts.length > 0)
