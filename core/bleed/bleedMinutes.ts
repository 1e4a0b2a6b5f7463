import type { ResolvedSheet } from '../sheet/resolveSheet'
import type { Slug } from '../sheet/types'
import { minutes, type Minutes } from '../units/types'
import { ranClear, usualManner } from './bleedRound'
import { pathOfSheet } from './pathOfSheet'
import { mostRounds, talk } from './predictRounds'
import { quickPath, quickRound } from './quickRound'

const known = new WeakMap<object, Map<string, Minutes | undefined>>()

/**
 * Hands' minutes of pumping and holding until it runs clear, as far as the shape of a car's lines is known, by the stroke-to-stroke form;
 * undefined where nothing is known. The same lines of the same car are worked out once.
 */
export function bleedMinutes(resolved: Pick<ResolvedSheet, 'sheet' | 'lines'>, wanted: readonly Slug[]): Minutes | undefined {
  const key = wanted.toSorted().join(' ')
  const before = known.get(resolved) ?? new Map<string, Minutes | undefined>()
  known.set(resolved, before)
  if (!before.has(key)) before.set(key, workedOut(resolved, wanted))
  return before.get(key)
}

function workedOut(resolved: Pick<ResolvedSheet, 'sheet' | 'lines'>, wanted: readonly Slug[]): Minutes | undefined {
  const found = pathOfSheet(resolved, wanted)
  if (!found) return undefined
  const { cycles, down, open, up } = usualManner
  let state = quickPath(found.path, found.air)
  let rounds = 0
  for (;;) {
    const { state: after, result } = quickRound(found.path, state, usualManner)
    rounds++
    state = { ...after, reservoir: found.path.reservoir }
    if (ranClear(result) || rounds >= mostRounds) break
  }
  // To the half minute, as sheets say it.
  return minutes(Math.round((rounds * (cycles * (talk.cycle + down + open + up) + talk.round)) / 30) / 2)
}
