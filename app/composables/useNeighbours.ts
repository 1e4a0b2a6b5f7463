import { computed, reactive, ref, type UnwrapNestedRefs } from 'vue'
import { ageOf, usualJudgement, type Condition, type Judgement } from '#core/plan/search/judgeChance'
import type { PlanInputs } from '#core/plan/planInputs'
import { siblingOf } from '#core/plan/goals/siblings'
import type { JobCommand, JobState } from '#core/job/types'
import { usableParts } from '#core/sheet/chosenPart'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { neighbourWords } from '#shared/words/planWords'
import { sheetNames } from '#shared/words/sheetNames'
import { useSession } from '~/stores/session'
import { steady } from '~/utils/steady'
import { onCar } from '~/workers/onCar'
import { useWorked } from './useWorked'

export type NeighbourDecision = Extract<JobCommand, { type: 'neighbourDecided' }>
export type Neighbours = UnwrapNestedRefs<ReturnType<typeof weigh>>
export type WeighedNeighbour = Neighbours['weights'][number]

/** What lies beside the lines of a job, weighed in a worker: minutes now against later, and the odds. */
export const useNeighbours = (source: () => { resolved: ResolvedSheet; inputs: PlanInputs; state: JobState }): Neighbours =>
  reactive(weigh(source))

function weigh(source: () => { resolved: ResolvedSheet; inputs: PlanInputs; state: JobState }) {
  const session = useSession()
  const judgement = computed<Judgement>(() => session.view?.judgement ?? usualJudgement)
  const ahead = ref<number>()
  const years = computed({ get: () => ahead.value ?? judgement.value.years, set: value => (ahead.value = value) })
  const age = computed(() => ageOf(source().state.opened.vehicle.year, new Date().toISOString()))
  const found = ref<Record<string, Condition>>(
    Object.fromEntries(Object.entries(source().state.neighbours).flatMap(([id, decided]) => (decided.found ? [[id, decided.found]] : []))),
  )
  const siblings = steady(() =>
    Object.entries(source().state.neighbours).flatMap(([at, { choice }]) =>
      choice === 'now' && siblingOf(at) !== undefined ? [siblingOf(at)!] : [],
    ),
  )
  const { value: weighed, busy } = useWorked('neighbours', () => ({
    car: onCar(source().resolved),
    inputs: source().inputs,
    weighing: { years: years.value, judgement: judgement.value, found: found.value, age: age.value, siblings: siblings.value },
  }))
  const weights = computed(() =>
    (weighed.value ?? []).map(weight => {
      const { sheet } = source().resolved
      const [line, neighbour] = [
        sheet.lines.find(item => item.id === siblingOf(weight.neighbour)),
        sheet.neighbours.find(item => item.id === weight.neighbour),
      ]
      return {
        ...weight,
        name: sheetNames(sheet).neighbour(weight.neighbour),
        words: neighbourWords(weight, sheet, years.value),
        decided: source().state.neighbours[weight.neighbour],
        notes: [
          (line ?? neighbour)?.failure?.why,
          ...(neighbour?.parts ?? []),
          ...(line
            ? usableParts(line)
                .flatMap(part => part.number ?? [])
                .slice(0, 1)
            : []),
        ].filter(Boolean),
      }
    }),
  )
  /** How many the customer has not been asked about. */
  const undecided = computed(() => (source().state.signedOff ? 0 : weights.value.filter(({ decided }) => !decided).length))
  const look = (neighbour: string, condition: Condition) => (found.value = { ...found.value, [neighbour]: condition })
  /** The customer's word, with what it was weighed at. */
  const decisionOf = ({ neighbour, now, later, chance }: (typeof weights.value)[number], choice: 'now' | 'leave'): NeighbourDecision => ({
    type: 'neighbourDecided',
    neighbour,
    choice,
    by: 'customer',
    found: found.value[neighbour],
    ...(now !== undefined &&
      later !== undefined && { weighed: { now, later, years: years.value, ...(chance !== undefined && { chance }) } }),
  })
  return { judgement, years, age, found, weights, busy, undecided, look, decisionOf }
}
