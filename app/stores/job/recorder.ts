import { v7 } from 'uuid'
import type { Ref } from 'vue'
import { decide } from '#core/job/commands/decide'
import { carOf } from '#core/job/state/carOf'
import { entryVersion, eventVersion, type JobCommand, type JobEvent, type Refusal } from '#core/job/types'
import { wholeInputs } from '#core/plan/goals/wholeInputs'
import { resolveSheet, type ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Entry } from '#shared/schemas/job'
import { eventWords } from '#shared/words/eventWords'
import { afterFrame } from '~/utils/afterFrame'
import { deviceId } from '~/utils/device'
import { knownEpoch } from '~/utils/epoch'
import { useQueue } from '../queue'
import { useServerClock } from '../serverClock'
import { useSession } from '../session'
import type { jobLedger } from './ledger'
import { makePlan, planned } from './plannedHere'

/** Why pressing a button recorded nothing: what the job says, or that this device could not keep it (said by the queue). */
export type NotRecorded = { refusal: Refusal } | { refusal?: undefined }

type Of = Pick<ReturnType<typeof jobLedger>, 'view' | 'newer' | 'state' | 'confirmedState'> & {
  resolved: Readonly<Ref<ResolvedSheet | undefined>>
}

/** Records on this device what is pressed, decided by what is known here. */
export function jobRecorder({ view, newer, state, confirmedState, resolved }: Of) {
  const session = useSession()
  const queue = useQueue()
  const clock = useServerClock()
  // One after the other: what is pressed twice is decided twice, the second time on what the first has made of the job.
  let last: Promise<unknown> = Promise.resolve()
  /**
   * Records on this device, and shows it once it is kept; or says why not. What is typed is never lost: whatever is not recorded leaves
   * everything as it was.
   */
  function record(command: JobCommand): Promise<NotRecorded | undefined> {
    // As it stands now, as it is kept and as it is signed: what a page changes afterwards changes nothing.
    const said = JSON.parse(JSON.stringify(command)) as JobCommand
    const next = last.then(() => recordNow(said))
    last = next.catch(() => {})
    return next
  }

  async function recordNow(command: JobCommand): Promise<NotRecorded | undefined> {
    const { person } = session
    if (!person || !view.value || !state.value || !resolved.value) return { refusal: { code: 'JOB_NOT_OPENED' } }
    // What is said of the car meanwhile is another car to plan for.
    for (let before; command.type === 'planned' && resolved.value && resolved.value !== before;) {
      before = resolved.value
      await makePlan(before, wholeInputs(before, command.inputs))
    }
    if (!view.value || !state.value || !resolved.value) return { refusal: { code: 'JOB_NOT_OPENED' } }
    // By the server's clock, as this device knows it: its own may be a year wrong, or be set in the middle of a job.
    const at = new Date(clock.serverNow()).toISOString()
    const next = newer.value && resolveSheet(newer.value, carOf(state.value))
    const decision = decide(state.value, command, {
      resolved: resolved.value,
      newer: next?.applies === 'yes' ? next.resolved : undefined,
      makingRules: session.view?.making.rules,
      plan: planned,
      person,
      device: deviceId(),
      at,
      recordedAt: at,
    })
    if (!decision.ok) return { refusal: decision.error }
    const job = view.value.row.id
    const seen = confirmedState.value?.seq ?? 0
    const entry: Entry = { v: entryVersion, id: v7(), at, device: deviceId(), seen, epoch: knownEpoch(), by: person.id, command }
    const event: JobEvent = {
      v: eventVersion,
      id: entry.id,
      job,
      seq: state.value.seq + 1,
      seen,
      at,
      by: { id: person.id, name: person.name },
      device: entry.device,
      body: decision.value,
    }
    const words = eventWords(event.body, view.value.sheet)
    const kept = await queue.keep({ v: 2, id: entry.id, job, entry: await session.sign(job, entry), event, words })
    if (!kept) return {}
    if (command.type === 'revisionMoved' && newer.value) {
      view.value = { ...view.value, sheet: newer.value }
      newer.value = undefined
    }
    // It is kept on this device by now; the screen comes before the server.
    afterFrame(() => void queue.send())
    return undefined
  }

  return { record }
}
