import { defineStore } from 'pinia'
import { v7 } from 'uuid'
import { computed, ref, shallowRef } from 'vue'
import { scopeOf } from '#core/access/listGoals'
import { planOnce } from '#core/access/planOnce'
import { estimateFluid } from '#core/fluid/estimateFluid'
import { balanceOf } from '#core/job/balanceOf'
import { carOf } from '#core/job/carOf'
import { changesAhead } from '#core/job/changesAhead'
import { decide } from '#core/job/decide'
import { evolve, fold } from '#core/job/evolve'
import { fastenerLedger } from '#core/job/fastenerLedger'
import { listMissing } from '#core/job/listMissing'
import { listSteps } from '#core/job/listSteps'
import type { JobCommand, JobEvent, JobState, Refusal } from '#core/job/types'
import { listKit } from '#core/kit/listKit'
import { listTools } from '#core/kit/listTools'
import { resolveSheet } from '#core/sheet/resolveSheet'
import type { Problem } from '#shared/errors'
import type { Sheet } from '#core/sheet/types'
import type { AppendResult, JobView, SheetView } from '#shared/schemas/api'
import { call, ProblemFailure } from '~/utils/api'
import { afterFrame } from '~/utils/afterFrame'
import { deviceId } from '~/utils/device'
import { followStream } from '~/utils/followStream'
import { createOutbox, type Waiting } from '~/utils/outbox'
import { steady } from '~/utils/steady'
import { useConnection } from './connection'
import { useSession } from './session'

export type NotTaken = { id: string; command: JobCommand; problem: Problem }

/**
 * One job on this device: what the server has confirmed, and on top of it what this device has recorded and not yet sent. Recording never
 * waits
 * for the network; what cannot be sent stays in an outbox that survives a reload, and what the server refuses is shown, not swallowed.
 */
export const useJob = defineStore('job', () => {
  const session = useSession()
  const connection = useConnection()
  const view = shallowRef<JobView>()
  const confirmed = shallowRef<JobEvent[]>([])
  const outbox = shallowRef<Waiting[]>([])
  const notTaken = ref<NotTaken[]>([])
  const box = createOutbox(localStorage)
  /** Server clock minus this device's, ms: what two devices share is measured by the server's clock. */
  const clockOffset = ref(0)
  /** The newest revision of the sheet, where it is newer than the job's. */
  const newer = shallowRef<Sheet>()
  let sending = false

  const confirmedState = computed(() => fold(confirmed.value))
  const state = computed(() =>
    outbox.value.reduce<JobState | undefined>(
      (folded, { event }, i) => evolve(folded, { ...event, seq: (confirmedState.value?.seq ?? 0) + i + 1 }),
      confirmedState.value,
    ),
  )
  const car = steady(() => state.value && carOf(state.value))
  const inputs = steady(() => state.value?.inputs)
  const lines = steady(() => state.value?.scope ?? [])
  const resolved = computed(() => {
    if (!view.value || !car.value) return undefined
    const resolution = resolveSheet(view.value.sheet, car.value)
    return resolution.applies === 'yes' ? resolution.resolved : undefined
  })
  const planning = computed(() => (resolved.value && inputs.value ? planOnce(resolved.value, inputs.value) : undefined))
  const plan = computed(() => (planning.value?.ok ? planning.value.value : undefined))
  const steps = computed(() =>
    resolved.value && plan.value && state.value ? listSteps(resolved.value, plan.value, state.value.inputs!.start, state.value) : [],
  )
  const missing = computed(() => (resolved.value && state.value ? listMissing(resolved.value, state.value) : []))
  const scope = computed(() => {
    const chosen = resolved.value ? scopeOf(resolved.value, inputs.value ?? { lines: lines.value }) : undefined
    return chosen?.ok ? chosen.value : undefined
  })
  const fluid = computed(() =>
    resolved.value && plan.value ? estimateFluid(resolved.value, lines.value, plan.value.openOrder) : undefined,
  )
  const balance = computed(() => state.value && balanceOf(state.value))
  const kit = computed(() =>
    resolved.value && scope.value && plan.value && fluid.value
      ? listKit(resolved.value, scope.value, plan.value.operations, fluid.value)
      : [],
  )
  const tools = computed(() =>
    resolved.value && plan.value ? listTools(resolved.value, plan.value.visits, inputs.value?.missingTools) : [],
  )
  const trays = computed(() => (resolved.value && state.value ? fastenerLedger(resolved.value, state.value) : []))

  function merge(events: readonly JobEvent[]): void {
    const known = new Set(confirmed.value.map(event => event.id))
    const fresh = events.filter(event => !known.has(event.id)).sort((a, b) => a.seq - b.seq)
    if (fresh.length > 0) confirmed.value = [...confirmed.value, ...fresh].sort((a, b) => a.seq - b.seq)
    forget(new Set(events.map(event => event.id)))
    if (fresh.some(event => event.body.type === 'revisionMoved')) void readSheets().catch(connection.notice)
  }

  /** The revision the job goes by, if that is not the one at hand, and the newest where that is newer still. */
  async function readSheets(): Promise<void> {
    const [at, revision] = [view.value, state.value?.revision]
    if (!at || revision === undefined) return
    const read = async (wanted: number) => (await call<SheetView>('GET', `/api/sheets/${at.sheet.id}?revision=${wanted}`)).sheet
    const sheet = revision === at.sheet.revision ? at.sheet : await read(revision)
    if (view.value?.row.id !== at.row.id) return
    if (sheet !== at.sheet) view.value = { ...view.value, sheet }
    newer.value = at.latest > revision ? await read(at.latest) : undefined
  }
  const ahead = computed(() => (newer.value && view.value && state.value ? changesAhead(view.value.sheet, newer.value, state.value) : []))

  /** Takes entries out of the outbox of the job in view: they have arrived, or were refused. */
  function forget(ids: ReadonlySet<string>): void {
    if (!view.value) return
    box.remove(view.value.row.id, ids)
    if (outbox.value.some(({ event }) => ids.has(event.id))) outbox.value = outbox.value.filter(({ event }) => !ids.has(event.id))
  }

  async function load(jobId: string): Promise<void> {
    const loaded = await call<JobView>('GET', `/api/jobs/${jobId}`)
    view.value = loaded
    clockOffset.value = Date.parse(loaded.row.serverNow) - Date.now()
    confirmed.value = loaded.events
    outbox.value = box.list(jobId)
    forget(new Set(loaded.events.map(event => event.id)))
    newer.value = undefined
    void readSheets().catch(connection.notice)
    void send()
  }

  /** Follows the job until the returned function is called. The browser reconnects by itself and says from where (Last-Event-ID). */
  function follow(jobId: string): () => void {
    return followStream(() => `/api/jobs/${jobId}/stream?after=${confirmedState.value?.seq ?? 0}`, {
      job: data => {
        const event = JSON.parse(data) as JobEvent
        if (event.job !== view.value?.row.id) return
        // A gap means something was missed: read the whole again rather than guess.
        if (event.seq > (confirmedState.value?.seq ?? 0) + 1) void load(jobId).catch(connection.notice)
        else merge([event])
      },
      lost: () => connection.report('no-database'),
      error: () => connection.report('no-server'),
    })
  }

  /** Records on this device at once, or says why not. What is typed is never lost: a refusal leaves everything as it was. */
  function record(command: JobCommand): Refusal | undefined {
    const { person } = session
    if (!person || !view.value || !state.value || !resolved.value) return { code: 'JOB_NOT_OPENED' }
    const now = Date.now()
    const [at, recordedAt] = [new Date(now).toISOString(), new Date(now + clockOffset.value).toISOString()]
    const next = newer.value && resolveSheet(newer.value, carOf(state.value))
    const decision = decide(state.value, command, {
      resolved: resolved.value,
      newer: next?.applies === 'yes' ? next.resolved : undefined,
      person,
      device: deviceId(),
      at,
      recordedAt,
    })
    if (!decision.ok) return decision.error
    const event: JobEvent = {
      id: v7(),
      job: view.value.row.id,
      seq: state.value.seq + 1,
      at,
      by: { id: person.id, name: person.name },
      device: deviceId(),
      body: decision.value,
    }
    const waiting: Waiting = { event, command, basedOn: confirmedState.value?.seq ?? 0 }
    outbox.value = [...outbox.value, waiting]
    box.add(waiting)
    if (command.type === 'revisionMoved' && newer.value) {
      view.value = { ...view.value, sheet: newer.value }
      newer.value = undefined
    }
    // It is kept on this device by now; the screen comes before the server.
    afterFrame(() => void send())
    return undefined
  }

  /** Sends what waits on this device, job by job and in order, until nothing waits or somebody is away. */
  async function send(): Promise<void> {
    if (sending) return
    sending = true
    try {
      for (;;) {
        // Asked anew each time: more may have been recorded meanwhile, on this job or another.
        const [waiting] = box.jobs().flatMap(box.list)
        if (!waiting || !(await deliver(waiting))) return
      }
    } finally {
      sending = false
    }
  }

  /** True when the entry needs no more sending: the server has it, or has refused it and that is shown. */
  async function deliver({ event, command, basedOn }: Waiting): Promise<boolean> {
    const jobId = event.job
    const inView = () => view.value?.row.id === jobId
    try {
      const result = await call<AppendResult>('POST', `/api/jobs/${jobId}/events`, {
        basedOn,
        events: [{ id: event.id, at: event.at, device: event.device, command }],
      })
      if (inView()) merge(result.events)
    } catch (error) {
      if (connection.notice(error)) return false
      if (!(error instanceof ProblemFailure)) throw error
      if (error.problem.code === 'AUTH_SIGN_IN_NEEDED') {
        await session.load()
        return false
      }
      notTaken.value.push({ id: event.id, command, problem: error.problem })
      // The sheet was changed on this device's word; the server knows better.
      if (command.type === 'revisionMoved' && inView()) void load(jobId).catch(connection.notice)
    }
    box.remove(jobId, new Set([event.id]))
    if (inView()) forget(new Set([event.id]))
    return true
  }

  const dismiss = (id: string) => (notTaken.value = notTaken.value.filter(item => item.id !== id))

  return {
    view,
    newer,
    ahead,
    clockOffset,
    confirmed,
    outbox,
    notTaken,
    state,
    inputs,
    resolved,
    planning,
    plan,
    steps,
    missing,
    scope,
    fluid,
    balance,
    kit,
    tools,
    trays,
    load,
    follow,
    record,
    send,
    dismiss,
  }
})
