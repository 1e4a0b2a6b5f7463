import { defineStore } from 'pinia'
import { v7 } from 'uuid'
import { computed, ref, shallowRef, watch } from 'vue'
import { scopeOf } from '#core/plan/goals/listGoals'
import { knownPlan, rememberPlan, type Planned } from '#core/plan/knownPlans'
import type { Standing } from '#core/plan/tasks/standing'
import { wholeInputs } from '#core/plan/goals/wholeInputs'
import type { PlanInputs } from '#core/plan/planInputs'
import { estimateFluid } from '#core/fluid/estimateFluid'
import { balanceOf } from '#core/job/state/balanceOf'
import { carOf } from '#core/job/state/carOf'
import { changesAhead } from '#core/job/steps/changesAhead'
import { decide } from '#core/job/commands/decide'
import { evolve, foldOnto, type Folded } from '#core/job/state/evolve'
import { fastenerLedger } from '#core/job/state/fastenerLedger'
import { listDue } from '#core/job/owed/obligations'
import { listSteps, visitNow } from '#core/job/steps/listSteps'
import { openingsOf } from '#core/job/state/openingsOf'
import { askRest } from '#core/job/steps/askRest'
import { waitsOf } from '#core/job/state/waits'
import { laidOverBy, sheetOfJob, type LaidOver } from '#core/job/state/sheetOfJob'
import { entryVersion, eventVersion, type JobCommand, type JobEvent, type JobState, type Refusal } from '#core/job/types'
import { listKit } from '#core/kit/listKit'
import { listTools } from '#core/kit/listTools'
import { resolveSheet, type ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Sheet } from '#core/sheet/types'
import type { JobView } from '#shared/schemas/jobView'
import type { Entry } from '#shared/schemas/job'
import type { Reading } from '#shared/versioned'
import { eventWords } from '#shared/words/eventWords'
import { afterFrame } from '~/utils/afterFrame'
import { jobAnswers, sheetAnswers } from '~/utils/answers'
import { readerOf, UnreadableAnswer } from '~/utils/api'
import { askKept, jobPath, keepOnRecord } from '~/utils/keptAnswers'
import { deviceId } from '~/utils/device'
import { knownEpoch } from '~/utils/epoch'
import { followStream, readStreamed } from '~/utils/followStream'
import type { KeptEntry } from '~/utils/keptEntry'
import { steady } from '~/utils/steady'
import { runInWorker } from '~/utils/workerCall'
import { onCar } from '~/workers/onCar'
import { useConnection } from './connection'
import { useQueue } from './queue'
import { useServerClock } from './serverClock'
import { useSession } from './session'

/** Why pressing a button recorded nothing: what the job says, or that this device could not keep it (said by the queue). */
export type NotRecorded = { refusal: Refusal } | { refusal?: undefined }

/**
 * One job on this device: what the server has confirmed, and on top of it what this device has recorded and is not known to be on record.
 * Recording waits for this device's disk and never for the network.
 */
export const useJob = defineStore('job', () => {
  const session = useSession()
  const connection = useConnection()
  const queue = useQueue()
  const view = shallowRef<JobView>()
  const confirmed = shallowRef<JobEvent[]>([])
  const clock = useServerClock()
  /** Nobody answered when this was loaded: it is as it was last seen here, and loaded again when somebody does. */
  const isOld = ref(false)
  /** The newest revision of the sheet, where it is newer than the job's. */
  const newer = shallowRef<Sheet>()
  const known = computed(() => new Set(confirmed.value.map(event => event.id)))
  /** Sent by another tab, and not seen on record here yet: shown until it is. */
  const leaving = shallowRef<readonly KeptEntry[]>([])
  const outbox = computed(() =>
    [...leaving.value, ...queue.waiting.filter(kept => kept.job === view.value?.row.id)].filter(kept => !known.value.has(kept.id)),
  )

  // Between one job and the next, events of the one may stand beside the view of the other: then there is no state.
  const isWhole = computed(() => confirmed.value[0]?.job === view.value?.row.id)
  // Each event that arrives is folded on to what is known: a long job is not folded anew for it.
  let folded: Folded | undefined
  const confirmedState = computed(() => {
    folded = isWhole.value ? foldOnto(folded, confirmed.value) : undefined
    return folded?.state
  })
  const state = computed(() =>
    (isWhole.value ? outbox.value : []).reduce<JobState | undefined>(
      (folded, { event }, i) => evolve(folded, { ...event, seq: (confirmedState.value?.seq ?? 0) + i + 1 }),
      confirmedState.value,
    ),
  )
  const car = steady(() => state.value && carOf(state.value))
  const inputs = steady(() => state.value?.inputs)
  const lines = steady(() => state.value?.scope ?? [])
  const laidOver = steady((): LaidOver => (state.value ? laidOverBy(state.value) : { leaflets: {} }))
  const sheet = computed(() => view.value && sheetOfJob(view.value.sheet, laidOver.value))
  const resolved = computed(() => {
    if (!sheet.value || !car.value) return undefined
    const resolution = resolveSheet(sheet.value, car.value)
    return resolution.applies === 'yes' ? resolution.resolved : undefined
  })
  const planning = shallowRef<Planned>()
  /** A plan is being made: what is shown is the one before. */
  const planBusy = ref(false)
  keepPlanned(
    () => ({ car: resolved.value, inputs: inputs.value }),
    made => (planning.value = made),
    busy => (planBusy.value = busy),
  )
  /** Worked out off this thread, and known from then on. */
  async function makePlan(car: ResolvedSheet, wanted: PlanInputs, standing?: Standing, signal?: AbortSignal): Promise<Planned> {
    const made = knownPlan(car, wanted, standing) ?? (await runInWorker('plan', { car: onCar(car), inputs: wanted, standing }, signal))
    rememberPlan(car, wanted, made, standing)
    return made
  }
  /** For `decide`, which goes by what is known here: the planner itself is not on the page's thread. */
  function planned(car: ResolvedSheet, wanted: PlanInputs): Planned {
    const made = knownPlan(car, wanted)
    if (!made) throw new RangeError('decide: the plan is to be made first')
    return made
  }
  /** Keeps a plan made for what is wanted, whenever that changes; until it is made, the one before stays. */
  function keepPlanned(
    wanted: () => { car?: ResolvedSheet; inputs?: PlanInputs; standing?: Standing },
    keep: (made: Planned | undefined) => void,
    say: (busy: boolean) => void = () => {},
  ): void {
    let callOff = () => {}
    watch(
      wanted,
      ({ car, inputs: asked, standing }) => {
        callOff()
        say(false)
        const before = car && asked && knownPlan(car, asked, standing)
        if (!car || !asked || before) {
          keep(before)
          return
        }
        const control = new AbortController()
        callOff = () => control.abort()
        say(true)
        void makePlan(car, asked, standing, control.signal).then(
          made => {
            if (control.signal.aborted) return
            keep(made)
            say(false)
          },
          () => {},
        )
      },
      { immediate: true, flush: 'sync' },
    )
  }
  const plan = computed(() => (planning.value?.ok ? planning.value.value : undefined))
  /** What is left, from the car as it stands: at once while the plan is followed, else planned anew. */
  const asked = computed(() =>
    resolved.value && planning.value && state.value?.inputs ? askRest(resolved.value, state.value, planning.value) : undefined,
  )
  const replanned = shallowRef<Planned>()
  keepPlanned(
    () => (asked.value && 'ask' in asked.value ? { car: resolved.value, inputs: inputs.value, standing: asked.value.ask } : {}),
    made => (replanned.value = made),
  )
  const rest = computed(() => {
    const found = asked.value && ('ask' in asked.value ? asked.value.answer(replanned.value ?? planning.value!) : asked.value)
    return found?.ok ? found.value : plan.value
  })
  /** Somebody has left the plan: what is left was planned from the car as it stands. */
  const departed = computed(() => asked.value !== undefined && 'ask' in asked.value)
  const steps = computed(() =>
    resolved.value && rest.value && state.value ? listSteps(resolved.value, rest.value, state.value.inputs!.start, state.value) : [],
  )
  const waits = computed(() => (resolved.value && state.value && !state.value.signedOff ? waitsOf(resolved.value, state.value) : []))
  const missing = computed(() => (resolved.value && state.value ? listDue(resolved.value, state.value) : []))
  const scope = computed(() => {
    const chosen = resolved.value ? scopeOf(resolved.value, inputs.value ?? { lines: lines.value }) : undefined
    return chosen?.ok ? chosen.value : undefined
  })
  const openings = steady(() =>
    resolved.value && plan.value && state.value ? openingsOf(resolved.value, state.value, plan.value) : undefined,
  )
  const fluid = computed(() => (resolved.value && openings.value ? estimateFluid(resolved.value, lines.value, openings.value) : undefined))
  const balance = computed(() => state.value && resolved.value && balanceOf(resolved.value, state.value))
  const kit = computed(() =>
    resolved.value && scope.value && plan.value && fluid.value
      ? listKit(resolved.value, scope.value, plan.value.operations, fluid.value, inputs.value?.parts)
      : [],
  )
  const tools = computed(() =>
    resolved.value && rest.value
      ? [
          // What is behind takes no tools any more.
          ...Array.from({ length: visitNow(steps.value) }, () => undefined),
          ...listTools(resolved.value, rest.value.visits, inputs.value?.missingTools),
        ]
      : [],
  )
  const trays = computed(() => (resolved.value && state.value ? fastenerLedger(resolved.value, state.value) : []))

  function merge(events: readonly JobEvent[]): void {
    const fresh = events.filter(event => !known.value.has(event.id))
    if (fresh.length > 0) confirmed.value = [...confirmed.value, ...fresh].sort((a, b) => a.seq - b.seq)
    if (fresh.length > 0 && view.value) void keepOnRecord(view.value.row.id, fresh)
    if (fresh.some(event => event.body.type === 'revisionMoved')) void readSheets().catch(connection.notice)
  }
  queue.onTaken(async (job, events, kept) => {
    // On record and out of the queue: whoever opens this without the server finds it beside the job.
    await keepOnRecord(job, events)
    if (job !== view.value?.row.id) return
    merge(events)
    // The sheet was changed on this device's word, and the server knows better.
    if (events.length === 0 && kept.entry.command.type === 'revisionMoved') void load(job).catch(connection.notice)
  })
  // What another tab has sent is gone from the queue; it is shown here until it is seen on record.
  watch(
    () => queue.waiting,
    (now, before) => {
      const gone = before.filter(
        kept =>
          kept.job === view.value?.row.id && !known.value.has(kept.id) && !now.some(({ id }) => id === kept.id) && !isRefused(kept.id),
      )
      if (gone.length === 0) return
      leaving.value = [...leaving.value, ...gone]
      void load(gone[0]!.job).catch(connection.notice)
    },
    { flush: 'sync' },
  )
  const isRefused = (id: string) => queue.refused.some(kept => kept.id === id)

  /** The revision the job goes by, if that is not the one at hand, and the newest where that is newer still. */
  async function readSheets(): Promise<void> {
    const [at, revision] = [view.value, state.value?.revision]
    if (!at || revision === undefined) return
    const read = async (wanted: number) => (await askKept(`/api/sheets/${at.sheet.id}?revision=${wanted}`, sheetAnswers.sheet)).value.sheet
    const sheet = revision === at.sheet.revision ? at.sheet : await read(revision)
    if (view.value?.row.id !== at.row.id) return
    if (sheet !== at.sheet) view.value = { ...view.value, sheet }
    newer.value = at.latest > revision ? await read(at.latest) : undefined
  }
  const ahead = computed(() => (newer.value && view.value && state.value ? changesAhead(view.value.sheet, newer.value, state.value) : []))

  async function load(jobId: string): Promise<void> {
    const [{ value: loaded, at, away }] = await Promise.all([askKept(jobPath(jobId), jobAnswers.job), queue.open()])
    if (away) connection.notice(away)
    isOld.value = away !== undefined
    clock.hear(loaded.row.serverNow, at)
    leaving.value = []
    // Events never change: what has come by the stream since this was asked for stays.
    if (view.value?.row.id === jobId) merge(loaded.events)
    else confirmed.value = loaded.events
    // The same revision is the same sheet: what is typed beside it is not to begin anew.
    const { sheet } = view.value ?? {}
    const isSame = sheet?.id === loaded.sheet.id && sheet.revision === loaded.sheet.revision
    view.value = isSame ? { ...loaded, sheet } : loaded
    newer.value = undefined
    void readSheets().catch(connection.notice)
    void queue.send()
  }

  /**
   * Follows the job until the returned function is called. The browser reconnects by itself and says from where (Last-Event-ID). `failed`
   * hears of what came and cannot be read: what is shown is then not all there is.
   */
  function follow(jobId: string, failed: (error: unknown) => void = connection.notice): () => void {
    function take(read: Reading<JobEvent>): void {
      if (!read.ok) return void failed(new UnreadableAnswer(read.error))
      const event = read.value
      if (event.job !== view.value?.row.id) return
      // A gap means something was missed: read the whole again rather than guess.
      if (event.seq > (confirmedState.value?.seq ?? 0) + 1) void load(jobId).catch(failed)
      else merge([event])
    }
    return followStream(() => `/api/jobs/${jobId}/stream?after=${confirmedState.value?.seq ?? 0}`, {
      job: data => void readerOf(jobAnswers.event).then(readEvent => take(readStreamed(data, readEvent)), failed),
      // Asked for as a whole, the server says why it cannot be had.
      unread: () => void load(jobId).catch(failed),
      lost: () => connection.report('no-database'),
      error: () => connection.report('no-server'),
    })
  }

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

  return {
    view,
    isOld,
    newer,
    ahead,
    confirmed,
    outbox,
    state,
    inputs,
    resolved,
    planning,
    planBusy,
    plan,
    rest,
    departed,
    waits,
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
  }
})
