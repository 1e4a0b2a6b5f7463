import { computed, ref, watch } from 'vue'
import { useRoute } from '#imports'
import { identifyLayouts, type CannotSee } from '#core/identify/identifyLayouts'
import { valueOf } from '#core/result'
import { traitsImplied } from '#core/sheet/evaluatePredicate'
import { fitOf } from '#core/sheet/fitOf'
import { systems, type Car, type Sheet, type System } from '#core/sheet/types'
import type { VehicleView } from '#shared/schemas/library'
import { libraryAnswers } from '#shared/answers/library'
import { identifyWords } from '#shared/words/identifyWords'
import { knownTraits } from '#shared/words/layoutWords'
import { useConnection } from '~/stores/connection'
import { sheetAnswers } from '~/utils/answers'
import { call } from '~/utils/api'
import { queryOfCar } from '~/utils/carQuery'
import { byMake } from '~/utils/byMake'
import { sheetsOfFamily } from '~/utils/lookSheets'
import { useServerAct } from './useServerAct'
import { useServerData } from './useServerData'

/** A car as far as it is known, by the address or by what is chosen here, and which line sheets it may be under. */
export function useCar() {
  const route = useRoute()
  const connection = useConnection()
  const vehicle = ref<VehicleView>()
  const family = ref('')
  const year = ref('')
  const engine = ref<string>()
  const learned = ref<Record<string, string>>({})
  const cannotSee = ref<CannotSee[]>([])
  const system = ref<System>()

  const { data: begun, trouble: unread } = useServerData(
    () => `car ${String(route.query.vehicle ?? '')}`,
    async () => {
      const id = typeof route.query.vehicle === 'string' ? route.query.vehicle : undefined
      const [families, found] = await Promise.all([
        connection.look('/api/families', sheetAnswers.families),
        id ? connection.look(`/api/vehicles/${id}`, libraryAnswers.vehicleFound) : undefined,
      ])
      return { families, vehicle: found?.vehicle }
    },
  )
  /** Nobody has answered yet which cars there are: that is not none. */
  const isLoading = computed(() => begun.value === undefined)
  const families = computed(() => begun.value?.families ?? [])
  watch(begun, now => {
    if (!now) return
    vehicle.value = now.vehicle
    family.value = now.vehicle?.family ?? (now.families.some(item => item.id === route.query.family) ? String(route.query.family) : '')
  })
  const { data: sheets, trouble: unreadSheets } = useServerData(
    () => `sheets of ${family.value}`,
    async (): Promise<Sheet[] | undefined> => {
      if (!family.value) return undefined
      const heads = await sheetsOfFamily(family.value)
      return (await Promise.all(heads.map(head => connection.look(`/api/sheets/${head.id}`, sheetAnswers.sheet)))).map(view => view.sheet)
    },
  )
  watch(family, () => {
    system.value = undefined
    learned.value = {}
    cannotSee.value = []
  })
  const { trouble: unanswered, act } = useServerAct()
  const trouble = computed(() => unread.value || unreadSheets.value || unanswered.value)
  const makes = computed(() => byMake(families.value))
  const engines = computed(() => families.value.find(item => item.id === family.value)?.engines ?? [])
  const car = computed<Car>(() =>
    vehicle.value
      ? { ...vehicle.value, traits: { ...learned.value, ...vehicle.value.traits } }
      : {
          family: family.value,
          ...(Number(year.value) > 1900 ? { year: Number(year.value) } : {}),
          ...(engine.value ? { engine: engine.value } : {}),
          traits: learned.value,
        },
  )
  const possible = computed(() => sheets.value?.filter(sheet => fitOf(sheet, car.value) === undefined) ?? [])
  const present = computed(() => systems.filter(one => possible.value.some(sheet => sheet.system === one)))
  watch(
    present,
    now => {
      if (!system.value || !now.includes(system.value)) system.value = now[0]
    },
    { immediate: true },
  )
  const asked = computed(() => sheets.value?.filter(sheet => sheet.system === system.value) ?? [])
  const identified = computed(() => (asked.value.length > 0 ? identifyLayouts(asked.value, car.value, cannotSee.value) : undefined))
  const identification = computed(() => identified.value && valueOf(identified.value))
  const tooMany = computed(() => (identified.value && !identified.value.ok ? identifyWords(identified.value.error) : ''))
  const only = computed(() => (identification.value?.layouts.length === 1 ? identification.value.layouts[0] : undefined))
  const pathTo = (sheet: Sheet) =>
    vehicle.value
      ? `/sheets/${sheet.id}?vehicle=${vehicle.value.id}`
      : `/sheets/${sheet.id}?${new URLSearchParams(queryOfCar(car.value)).toString()}`
  async function answer(look: { sheet: string; question: string; answer: string }) {
    const implies = asked.value
      .find(sheet => sheet.id === look.sheet)
      ?.questions.find(question => question.id === look.question)
      ?.answers.find(item => item.id === look.answer)?.implies
    if (!implies) return
    await act(async () => {
      if (vehicle.value) vehicle.value = await call('POST', `/api/vehicles/${vehicle.value.id}/traits`, libraryAnswers.vehicle, look)
      else learned.value = { ...learned.value, ...traitsImplied(implies) }
    })
  }
  const known = computed(() => knownTraits(asked.value, car.value))
  return {
    vehicle,
    family,
    year,
    engine,
    system,
    cannotSee,
    families,
    isLoading,
    makes,
    engines,
    sheets,
    possible,
    present,
    asked,
    identification,
    tooMany,
    only,
    known,
    trouble,
    pathTo,
    answer,
  }
}
