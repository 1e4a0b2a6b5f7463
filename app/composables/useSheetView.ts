import { computed, ref, watch } from 'vue'
import { useRoute } from '#imports'
import { estimateFluid } from '#core/fluid/estimateFluid'
import { identifyLayouts, type CannotSee } from '#core/identify/identifyLayouts'
import { valueOf } from '#core/result'
import { traitsImplied } from '#core/sheet/evaluatePredicate'
import { resolveSheet } from '#core/sheet/resolveSheet'
import type { Car, Sheet } from '#core/sheet/types'
import type { VehicleView } from '#shared/schemas/library'
import { libraryAnswers } from '#shared/answers/library'
import { useConnection } from '~/stores/connection'
import { sheetAnswers } from '~/utils/answers'
import { call } from '~/utils/api'
import { carFromQuery } from '~/utils/carQuery'
import { onCar } from '~/workers/onCar'
import { useServerAct } from './useServerAct'
import { useServerData } from './useServerData'
import { useWorked } from './useWorked'

type Look = { question: string; answer: string }
/** What the answers given on a sheet say of the car. */
const learnedFrom = (sheet: Sheet | undefined, looks: readonly Look[]): Record<string, string> =>
  Object.fromEntries(
    looks.flatMap(({ question, answer }) => {
      const found = sheet?.questions.find(({ id }) => id === question)?.answers.find(({ id }) => id === answer)
      return found ? Object.entries(traitsImplied(found.implies)) : []
    }),
  )

/** A line sheet as the address asks for it, for the car the address names: resolved, identified, planned. */
export function useSheetView() {
  const route = useRoute()
  const connection = useConnection()
  const query = (key: string) => (typeof route.query[key] === 'string' ? route.query[key] : undefined)
  const {
    data,
    trouble: unread,
    refresh,
  } = useServerData(
    () => `sheet ${String(route.params.id)} ${query('revision') ?? ''} ${query('vehicle') ?? ''}`,
    async () => {
      const vehicleId = query('vehicle')
      const revision = query('revision')
      const [view, found] = await Promise.all([
        connection.look(`/api/sheets/${String(route.params.id)}${revision ? `?revision=${revision}` : ''}`, sheetAnswers.sheet),
        vehicleId ? connection.look(`/api/vehicles/${vehicleId}`, libraryAnswers.vehicleFound) : undefined,
      ])
      return { view, vehicle: found?.vehicle }
    },
  )
  const { trouble: unanswered, act } = useServerAct()
  const trouble = computed(() => unread.value || unanswered.value)
  const view = computed(() => data.value?.view)
  const sheet = computed(() => view.value?.sheet)
  const vehicle = ref<VehicleView>()
  watch(data, now => (vehicle.value = now?.vehicle), { immediate: true })

  /** Looks answered here before a car was chosen; they go with the car a job is opened for. */
  const answered = ref<Look[]>([])
  const cannotSee = ref<CannotSee[]>([])
  const learned = computed(() => learnedFrom(sheet.value, answered.value))
  const car = computed<Car>(() =>
    vehicle.value
      ? { ...vehicle.value, traits: { ...learned.value, ...vehicle.value.traits } }
      : carFromQuery(route.query, view.value?.families[0]?.id ?? '', learned.value),
  )
  const resolution = computed(() => sheet.value && resolveSheet(sheet.value, car.value))
  const resolved = computed(() => (resolution.value?.applies === 'yes' ? resolution.value.resolved : undefined))
  const identification = computed(() => sheet.value && valueOf(identifyLayouts([sheet.value], car.value, cannotSee.value)))
  async function answer(look: Look & { sheet: string }) {
    await act(async () => {
      if (vehicle.value) vehicle.value = await call('POST', `/api/vehicles/${vehicle.value.id}/traits`, libraryAnswers.vehicle, look)
      else answered.value = [...answered.value, { question: look.question, answer: look.answer }]
    })
  }

  const isSettled = computed(() => resolved.value?.open.length === 0)
  const allLines = computed(() => resolved.value?.lines.map(({ id }) => id) ?? [])
  const { value: planned } = useWorked('plan', () =>
    resolved.value && isSettled.value ? { car: onCar(resolved.value), inputs: { lines: allLines.value, start: 'ground' } } : undefined,
  )
  const plan = computed(() => (isSettled.value && planned.value?.ok ? planned.value.value : undefined))
  const fluid = computed(() => (resolved.value && plan.value ? estimateFluid(resolved.value, allLines.value, plan.value) : undefined))
  /** What is known of the car, in the sheet's words. */
  const known = computed(
    () =>
      sheet.value?.traits.flatMap(trait => {
        const value = trait.values.find(({ id }) => id === car.value.traits[trait.id])
        return value ? [`${trait.name}: ${value.name}`] : []
      }) ?? [],
  )
  const wanted = computed(() => query('joint'))
  return {
    view,
    sheet,
    vehicle,
    trouble,
    refresh,
    act,
    answered,
    cannotSee,
    learned,
    resolution,
    resolved,
    identification,
    answer,
    plan,
    fluid,
    known,
    wanted,
  }
}
