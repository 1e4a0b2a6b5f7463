import { fail, ok } from '../../result'
import { levelsOf } from '../../sheet/levelsOf'
import type { Slug } from '../../sheet/types'
import { withReason, type Context, type Decision, type Of } from './decision'
import { listDue } from '../owed/obligations'
import { coldLevelLeft } from '../owed/readCold'
import type { JobBody, JobState, Obligation, ObligationKind, Refusal } from '../types'
import type { Worth } from './commandRule'

/** Only what nothing later rests on can be taken back, by who has said it, or by a lead. */
export function undoRefused(
  state: JobState,
  command: Of<'stepUndone'>,
  { person }: Context,
  worthOf: (body: JobBody) => Worth,
): Refusal | undefined {
  for (const id of command.reverts) {
    const index = state.effective.findIndex(event => event.id === id)
    const event = state.effective[index]
    if (!event || !worthOf(event.body).undone) return { code: 'JOB_UNDO_NOT_LAST', event: id }
    if (event.by.id !== person.id && person.role !== 'lead') return { code: 'JOB_UNDO_OTHERS', by: event.by.name }
    const target = targetOf(event.body)
    const later = state.effective
      .slice(index + 1)
      .some(
        other =>
          !command.reverts.includes(other.id) &&
          worthOf(other.body).base &&
          (target === undefined || targetOf(other.body) === undefined || targetOf(other.body) === target),
      )
    if (later) return { code: 'JOB_UNDO_NOT_LAST', event: id }
  }
  return undefined
}

/** The thing an event is about: only its latest event can be undone, or the record would say impossible things. */
export function targetOf(body: JobBody): string | undefined {
  if ('joint' in body) return `joint:${body.joint}`
  if ('operation' in body) return `operation:${body.operation}`
  if ('hold' in body) return `hold:${body.hold}`
  if ('line' in body) return `line:${body.line}`
  if ('timer' in body) return `timer:${body.timer}`
  return undefined
}

/** Refuses while anything is due; torques outside their window, or by feel, are signed for by a lead. */
export function decideSignOff(state: JobState, command: Of<'signedOff'>, { resolved, person }: Context): Decision {
  const items = listDue(resolved, state)
  if (items.length > 0) return fail({ code: 'JOB_MISSING', items })
  const outside = Object.entries(state.joints)
    .filter(([, { torqued }]) => torqued?.verdict === 'under' || torqued?.verdict === 'over' || torqued?.how === 'feel')
    .map(([joint]) => joint)
  return outside.length > 0 && person.role !== 'lead' ? fail({ code: 'JOB_LEAD_SIGNS', joints: outside }) : ok(command)
}

/** The newer sheet must still know everything this job has touched: a record that points at nothing is worse than an older sheet. */
export function decideRevision(state: JobState, command: Of<'revisionMoved'>, { newer, resolved }: Context): Decision {
  const { revision } = command
  if (revision <= state.revision) return fail({ code: 'JOB_REVISION', revision, why: 'not-newer' })
  if (!newer) return fail({ code: 'JOB_REVISION', revision, why: 'other-car' })
  if (newer.sheet.revision !== revision || newer.sheet.id !== resolved.sheet.id)
    return fail({ code: 'JOB_REVISION', revision, why: 'not-there' })
  const has = (items: readonly { id: Slug }[], ids: readonly Slug[]) => ids.filter(id => !items.some(item => item.id === id))
  const lost = [
    ...has(newer.lines, [...state.scope, ...Object.keys(state.lines)]),
    ...has(newer.joints, Object.keys(state.joints)),
    ...has(newer.holds, Object.keys(state.holds)),
    ...has(newer.operations, Object.keys(state.operations)),
    ...has(
      levelsOf(newer.sheet),
      state.levels.map(reading => reading.level),
    ),
    ...has(
      [...newer.sheet.bleeders, newer.sheet],
      state.rounds.map(round => round.bleeder),
    ),
    ...has(
      newer.sheet.circuits ?? [],
      [...state.caught, ...state.added, ...state.extracted].flatMap(({ circuit }) => circuit ?? []),
    ),
    ...has(newer.sheet.neighbours, Object.keys(state.renewed)),
  ]
  return lost.length > 0 ? fail({ code: 'JOB_REVISION_LOST', revision, lost: [...new Set(lost)] }) : ok(command)
}

/** What is owed only because the work is wanted: it lapses when nobody wants it any more. */
const ofTheWish: readonly ObligationKind[] = ['plan', 'part', 'renewed']
function isOfTheWish(owed: Obligation, state: JobState): boolean {
  if (owed.kind !== 'line' || owed.needs !== 'out') return ofTheWish.includes(owed.kind)
  // What was laid in and called out again is bad, whoever wants it.
  const { out, again } = state.lines[owed.line] ?? {}
  return again === undefined || (out !== undefined && out.n > again.n)
}

/**
 * A job that ends without being done. Nothing to repair, declined or cancelled: whatever was touched is put back and proved. Unfinished: a
 * lead lets it go with what is due on the record, the engine off and the car on the ground. Provisional: a lead hands it over with nothing
 * due but one level that has to be read cold.
 */
export function decideEnded(state: JobState, command: Of<'ended'>, { resolved, person, at }: Context): Decision {
  const due = listDue(resolved, state)
  const { read, ...said } = command
  const byLead = command.ending === 'unfinished' || command.ending === 'provisional'
  if (byLead && person.role !== 'lead' && person.role !== 'admin') return fail({ code: 'JOB_ROLE', needs: ['lead', 'admin'] })
  if (command.ending === 'provisional') {
    const cold = coldLevelLeft(resolved, state, due)
    if (!cold.ok) return cold
    if (!read) return fail({ code: 'JOB_REASON_NEEDED', field: 'read' })
    if (!(Date.parse(read.by) > Date.parse(at))) return fail({ code: 'JOB_READ_COLD', why: 'past' })
    const worded = withReason(said, 'why')
    return worded.ok ? ok({ ...said, read: { ...read, level: cold.value } }) : worded
  }
  if (command.ending === 'unfinished') {
    const unsafe = due.filter(({ kind }) => kind === 'stopped' || kind === 'down' || kind === 'to-settle')
    if (unsafe.length > 0) return fail({ code: 'JOB_MISSING', items: unsafe })
  } else {
    const items = due.filter(owed => !isOfTheWish(owed, state))
    if (items.length > 0) return fail({ code: 'JOB_MISSING', items })
  }
  return withReason(said, 'why')
}
