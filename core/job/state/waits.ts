import { systemRules } from '../../sheet/systemRules'
import type { ResolvedSheet } from '../../sheet/resolveSheet'
import type { Sheet, Slug, Wait, WaitKind } from '../../sheet/types'
import { usualSoak } from '../../fittings/seizedPath'
import { minutes } from '../../units/types'
import { latest } from './carState'
import { isNamed } from '../../plan/clock/listWaits'
import type { StepRef } from '../steps/stepKinds'
import { stepOfBody } from '../steps/stepOfBody'
import { spanSeconds, type Moment } from './timer'
import type { JobCommand, JobEvent, JobState } from '../types'

/** Time itself, or a temperature, ends these; the others a technician may cut short with a reason. */
const heatWaits: readonly WaitKind[] = ['cool', 'warm']
/** Whether a wait is over by temperature as well as by time. */
export const endsByHeat = ({ kind }: Pick<Wait, 'kind'>): boolean => heatWaits.includes(kind)

export type JobWait = { wait: Wait; since: Moment; n: number; isBound: (step: StepRef) => boolean }

/**
 * The waits that run: the sheet's, begun by the last act they come after (without one, when the job was opened), and those the work itself
 * has begun: penetrant that soaks, and heat of an engine that has run. None that was cut since. A wait that
 * is over still stands here: whoever asks knows the time.
 */
export function waitsOf({ sheet }: ResolvedSheet, state: JobState): JobWait[] {
  return [...sheetWaits(sheet, state), ...soaking(sheet, state), ...cooling(sheet, state)].filter(({ wait, n }) => {
    const cut = state.waitsCut[wait.id]
    return !cut || cut.n < n
  })
}

function sheetWaits(sheet: Sheet, state: JobState): JobWait[] {
  const acts = state.effective.flatMap(event => {
    const ref = stepOfBody(event.body, sheet)
    return ref ? [{ ref, moment: momentOf(event), n: event.seq }] : []
  })
  return (sheet.waits ?? []).flatMap((wait): JobWait[] => {
    const first = wait.after.length === 0 ? firstOf(state) : acts.findLast(({ ref }) => isNamed(wait.after, ref))
    if (!first) return []
    // What was to cool is hot again once the engine has run since.
    const heat = wait.kind === 'cool' ? lastHeat(state) : undefined
    const begun = heat && heat.n > first.n ? heat : first
    return [{ wait, since: begun.moment, n: begun.n, isBound: step => isNamed(wait.before, step) }]
  })
}

/** When it was last made hot: until its engine stood, or from the road. */
function lastHeat(state: JobState): { moment: Moment; n: number } | undefined {
  const stood = state.pressures.findLast(({ by }) => by === 'engine')
  const mark = latest([stood?.to ?? stood?.from, state.roadTest])
  return mark && { moment: mark, n: mark.n }
}
/** Minutes: penetrant that was put on a seized joint soaks as long as the sheet says for it, else as is usual. */
function soaking(sheet: Sheet, state: JobState): JobWait[] {
  return Object.entries(state.joints).flatMap(([joint, { seized = [] }]): JobWait[] => {
    const soaked = seized.findLast(({ remedy }) => remedy === 'soak')
    if (!soaked) return []
    const isOpening = (step: StepRef) => step.kind === 'open' && step.target === joint
    const own = (sheet.waits ?? []).find(({ kind, before }) => kind === 'soak' && isNamed(before, { kind: 'open', target: joint }))
    const wait = practiceWait('soak', `${soakPrefix}${joint}`, soakText, own?.minutes ?? usualSoak, [`open:${joint}`])
    return [{ wait, since: soaked, n: soaked.n, isBound: isOpening }]
  })
}
/** What a wait is, by its name in the record; undefined: nothing is known by it any more. */
export function waitNamed({ waits = [] }: Pick<Sheet, 'waits'>, id: Slug): Pick<Wait, 'kind' | 'text'> | undefined {
  const own = waits.find(wait => wait.id === id)
  if (own) return own
  return id === coolAgain.id ? coolAgain : id.startsWith(soakPrefix) ? { kind: 'soak', text: soakText } : undefined
}
const soakPrefix = 'soak-'
const soakText = 'Penetrant soaks.'
const coolAgain = { kind: 'cool', id: 'cool-again', text: 'It has run: line and fluid cool before it is opened.' } as const

/** Common practice, no source: minutes until a fitting that an idling engine has heated can be held. */
const usualCooling = 30
/** A joint is not opened again hot: where the sheet says nothing of cooling, what is usual stands in, once the engine has run. */
function cooling(sheet: Sheet, state: JobState): JobWait[] {
  const heat = systemRules[sheet.system].staysCool ? undefined : lastHeat(state)
  const isSaid = (joint: Slug) =>
    (sheet.waits ?? []).some(({ kind, before }) => kind === 'cool' && isNamed(before, { kind: 'open', target: joint }))
  const joints = sheet.joints.filter(({ id }) => !isSaid(id)).map(({ id }) => id)
  if (!heat || joints.length === 0) return []
  const bound = joints.map(id => `open:${id}`)
  const wait = practiceWait(coolAgain.kind, coolAgain.id, coolAgain.text, usualCooling, bound)
  return [{ wait, since: heat.moment, n: heat.n, isBound: step => isNamed(wait.before, step) }]
}
const practiceWait = (kind: WaitKind, id: Slug, text: string, forMinutes: number, before: readonly string[]): Wait => ({
  id,
  kind,
  text,
  minutes: minutes(forMinutes),
  after: [],
  before,
})
const momentOf = ({ at, recordedAt, device }: JobEvent): Moment => ({ at, recordedAt, device })
const firstOf = ({ effective: [first] }: JobState) => ({ moment: momentOf(first!), n: first!.seq })

/** Seconds a wait still has; never below none. Our own. */
export const waitLeft = ({ wait, since }: JobWait, now: Moment): number =>
  Math.max(0, Math.ceil(wait.minutes * 60 - spanSeconds(since, now)))

/** What an act must wait for, if anything: the longest of it. */
export function waitBefore(resolved: ResolvedSheet, state: JobState, command: JobCommand, now: Moment) {
  const ref = stepOfBody(command, resolved.sheet)
  if (!ref) return undefined
  return waitsOf(resolved, state)
    .filter(one => one.isBound(ref))
    .map(one => ({ wait: one.wait.id, secondsLeft: waitLeft(one, now) }))
    .filter(({ secondsLeft }) => secondsLeft > 0)
    .sort((a, b) => b.secondsLeft - a.secondsLeft)[0]
}
