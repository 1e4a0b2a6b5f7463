import { computed, ref } from 'vue'
import { triedFirst } from '#core/plan/goals/tryFirst'
import { countTight, holdsFastened, isWeeping, statusOfJoints } from '#core/job/state/bayState'
import { workedBehind } from '#core/job/steps/behind'
import { isMadeHere } from '#core/job/state/madeHere'
import { lineOfStep } from '#core/job/steps/lineOfStep'
import { nextSteps } from '#core/job/steps/listSteps'
import { runningTimers } from '#core/job/state/timer'
import { placeOf, standpointOf } from '#core/route/placeOf'
import { unrollLine } from '#core/route/unrollLine'
import { lacksOf } from '#core/sheet/lacksOf'
import type { Window } from '#core/sheet/types'
import type { NewtonMetres } from '#core/units/types'
import { stepFacts } from '#shared/words/factWords'
import { sheetNames } from '#shared/words/sheetNames'
import { stepWords } from '#shared/words/stepWords'
import { useJob } from '~/stores/job'
import { useUnits } from '~/stores/units'

/** The step that is in hand in the bay, and all that is said about it: its words, its place, what goes before it, what was found at it. */
export function useBayStep() {
  const job = useJob()
  const units = useUnits()
  /** A step the technician chose out of order; otherwise the next open one. */
  const chosen = ref<string>()

  const sheet = computed(() => job.view!.sheet)
  const steps = computed(() => job.steps)
  const upcoming = computed(() => nextSteps(steps.value, 4))
  const step = computed(
    () => steps.value.find(candidate => candidate.id === chosen.value && candidate.status === 'open') ?? upcoming.value[0],
  )
  const words = computed(() => step.value && stepWords(step.value, sheet.value))
  const then = computed(() => upcoming.value.filter(candidate => candidate.id !== step.value?.id).slice(0, 2))
  const position = computed(() => steps.value.findIndex(candidate => candidate.id === step.value?.id) + 1)
  const jointsDone = computed(() => countTight(job.scope?.joints ?? [], job.scope?.dropped ?? new Set(), job.state))
  const line = computed(() => (job.resolved && job.scope ? lineOfStep(job.resolved, job.scope.lines, step.value?.target) : undefined))
  const unrolled = computed(() =>
    line.value && job.resolved && line.value.sections.length > 0 ? unrollLine(job.resolved, line.value, job.plan?.ways) : undefined,
  )
  const states = computed(() => statusOfJoints(job.resolved?.joints ?? [], job.state))
  const holdsDone = computed(() => holdsFastened(job.state))
  const timers = computed(() => (job.state ? runningTimers(job.state, steps.value, job.waits) : []))
  /** What this step has to wait for. */
  const waits = computed(() => job.waits.filter(wait => step.value && wait.isBound(step.value)))

  /** Where the step's joint or hold sits, and from where one sees it; a line on its way out or in is looked at whole. */
  const whereabouts = computed(() => {
    if (!job.resolved || !step.value?.from || !words.value) return undefined
    const { target, kind, from } = step.value
    const [place, standpoint] = [placeOf(job.resolved, target), standpointOf[from]]
    if (!standpoint || (!place && kind !== 'withdraw' && kind !== 'fit')) return undefined
    const isJoint = job.resolved.joints.some(item => item.id === target)
    return {
      resolved: job.resolved,
      title: words.value.title,
      standpoint,
      side: from === 'wheel-right' ? 'right' : 'left',
      line: line.value?.id,
      target,
      place,
      // Joints are named in the picture anyway.
      name: isJoint ? undefined : sheetNames(sheet.value).any(target),
      jointStates: states.value,
    } as const
  })

  const format = {
    torque: (window: Window<NewtonMetres>) => `${units.torqueRange(window)}, ${units.otherTorqueRange(window)}`,
    volume: units.volumeRange,
  }
  const facts = computed(() =>
    step.value && job.resolved
      ? stepFacts(job.resolved, step.value, { line: line.value, fluid: job.fluid, format, parts: job.inputs?.parts })
      : [],
  )
  /** What nobody reaches any more once this part is on. */
  const lastChance = computed(() => {
    if (!job.resolved || step.value?.kind !== 'on') return []
    const { joints, holds } = workedBehind(job.resolved, job.state!, step.value.target)
    const name = sheetNames(sheet.value)
    return [...joints.map(name.joint), ...holds.map(name.hold)]
  })
  /** What the sheet does not know of what is in hand, to be written down here. */
  const lack = computed(() => (step.value ? lacksOf(sheet.value, step.value.target) : undefined))
  /** The way in that is tried first: it may hang. */
  const tried = computed(() => {
    const task = job.rest?.visits.flatMap(({ tasks }) => tasks).find(({ id }) => id === step.value?.id)
    const first = task?.goal !== undefined && job.scope && job.rest ? triedFirst(job.scope.goals, job.rest.ways, task.goal) : undefined
    return first && (step.value?.kind === 'open' || step.value?.kind === 'release' || step.value?.kind === 'withdraw') ? first : undefined
  })
  const joint = computed(() => job.resolved?.joints.find(candidate => candidate.id === step.value?.target))
  const weeps = computed(() => joint.value !== undefined && isWeeping(job.state?.joints[joint.value.id]))
  const isPart = computed(() => step.value?.kind === 'receive' || step.value?.kind === 'compare')
  /** What was found to differ at this step and nobody has settled. */
  const differs = computed(() => {
    if (!isPart.value) return undefined
    const record = job.state?.lines[step.value!.target]
    const said = step.value!.kind === 'receive' ? record?.received : record?.compared
    return said?.agrees === false ? (said.differs ?? 'something') : undefined
  })
  /** A bench measures bent tube: a hose lies as one lays it, and before it is made there is nothing to measure. */
  const isMeasurable = computed(
    () =>
      isPart.value &&
      !(step.value?.kind === 'receive' && isMadeHere(job.resolved!, job.state!, step.value.target)) &&
      line.value?.sections.some(({ kind }) => kind === 'tube') === true,
  )

  /** A new step, another round, or a joint worked on again, begins its entry anew. */
  const entryKey = computed(() => {
    const rounds = job.state?.rounds.filter(round => round.bleeder === step.value?.target).length ?? 0
    const torqued = joint.value ? (job.state?.joints[joint.value.id]?.torqued?.event ?? '') : ''
    return [step.value?.id, torqued, rounds, Object.keys(job.state?.leaflets ?? {}).length].join(' ')
  })
  return {
    chosen,
    sheet,
    steps,
    step,
    words,
    then,
    position,
    jointsDone,
    line,
    unrolled,
    states,
    holdsDone,
    timers,
    waits,
    whereabouts,
    facts,
    lastChance,
    lack,
    tried,
    joint,
    weeps,
    differs,
    isMeasurable,
    entryKey,
  }
}
export type BayStep = ReturnType<typeof useBayStep>
