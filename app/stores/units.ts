import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import type { Window } from '#core/sheet/types'
import { formatLength } from '#core/units/formatLength'
import { formatQuantity, formatRange } from '#core/units/formatQuantity'
import type {
  Celsius,
  LengthUnit,
  Millilitres,
  Millimetres,
  NewtonMetres,
  TemperatureUnit,
  TorqueUnit,
  VolumeUnit,
} from '#core/units/types'
import { useSession } from '~/stores/session'

export type UnitChoice = { torque: TorqueUnit; length: LengthUnit; volume: 'L' | 'qt'; temperature: TemperatureUnit }
const metric: UnitChoice = { torque: 'N.m', length: 'mm', volume: 'L', temperature: 'degC' }
const us: UnitChoice = { torque: 'lbf.ft', length: 'in', volume: 'qt', temperature: 'degF' }
export const unitOptions = {
  torque: ['N.m', 'lbf.ft', 'lbf.in', 'kgf.cm'],
  length: ['mm', 'in'],
  volume: ['L', 'qt'],
  temperature: ['degC', 'degF'],
} as const satisfies { [K in keyof UnitChoice]: readonly UnitChoice[K][] }
const key = 'efferent.units'

function read(person: string): UnitChoice {
  try {
    const kept = (JSON.parse(localStorage.getItem(key) ?? '{}') as Record<string, UnitChoice>)[person]
    const fits =
      kept &&
      Object.entries(unitOptions).every(([dimension, options]) =>
        (options as readonly string[]).includes(kept[dimension as keyof UnitChoice]),
      )
    return fits ? { ...kept } : { ...metric }
  } catch {
    // What an older version or a stranger wrote there counts for nothing.
    return { ...metric }
  }
}

/** The reader's units, per person on this device. The other system stands beside the value wherever a hand needs it. */
export const useUnits = defineStore('units', () => {
  const session = useSession()
  const person = computed(() => session.person?.id ?? '')
  const chosen = ref<UnitChoice>(read(person.value))
  watch(person, id => (chosen.value = read(id)))
  watch(
    chosen,
    value => {
      let all: Record<string, UnitChoice> = {}
      try {
        all = JSON.parse(localStorage.getItem(key) ?? '{}') as Record<string, UnitChoice>
      } catch {
        /* written over below */
      }
      localStorage.setItem(key, JSON.stringify({ ...all, [person.value]: value }))
    },
    { deep: true },
  )

  /** Which system the person reads: what volumes and inputs go by. */
  const choice = computed<'metric' | 'us'>({
    get: () => (chosen.value.volume === 'qt' ? 'us' : 'metric'),
    set: value => (chosen.value = { ...(value === 'us' ? us : metric) }),
  })
  const torqueUnit = computed<TorqueUnit>(() => chosen.value.torque)
  const otherTorqueUnit = computed<TorqueUnit>(() => (torqueUnit.value === 'N.m' ? 'lbf.ft' : 'N.m'))
  const volumeUnit = computed<VolumeUnit>(() => chosen.value.volume)
  const smallVolumeUnit = computed<VolumeUnit>(() => (chosen.value.volume === 'qt' ? 'floz' : 'mL'))
  const temperatureUnit = computed<TemperatureUnit>(() => chosen.value.temperature)
  const lengthUnit = computed<LengthUnit>(() => chosen.value.length)

  const torque = (si: NewtonMetres) => formatQuantity('torque', si, torqueUnit.value)
  const torqueRange = ({ low, high }: Window<NewtonMetres>) => formatRange('torque', low, high, torqueUnit.value)
  const otherTorque = (si: NewtonMetres) => formatQuantity('torque', si, otherTorqueUnit.value)
  const otherTorqueRange = ({ low, high }: Window<NewtonMetres>) => formatRange('torque', low, high, otherTorqueUnit.value)
  const volume = (si: Millilitres) => formatQuantity('volume', si, Math.abs(si) < 1000 ? smallVolumeUnit.value : volumeUnit.value)
  const volumeRange = (low: Millilitres, high: Millilitres) =>
    formatRange('volume', low, high, high < 1000 ? smallVolumeUnit.value : volumeUnit.value)
  const temperature = (si: Celsius) => formatQuantity('temperature', si, temperatureUnit.value)
  const temperatureRange = ({ low, high }: Window<Celsius>) => formatRange('temperature', low, high, temperatureUnit.value)
  const length = (si: Millimetres) => formatLength(si, lengthUnit.value)

  /** The same value in every other unit, for a hover or a tap. */
  const elsewhere = {
    torque: ({ low, high }: Window<NewtonMetres>) =>
      unitOptions.torque.filter(unit => unit !== torqueUnit.value).map(unit => formatRange('torque', low, high, unit)),
    volume: (low: Millilitres, high: Millilitres) =>
      (['mL', 'L', 'qt', 'floz'] as const)
        .filter(unit => unit !== (high < 1000 ? smallVolumeUnit.value : volumeUnit.value))
        .map(unit => formatRange('volume', low, high, unit)),
    temperature: ({ low, high }: Window<Celsius>) => [
      formatRange('temperature', low, high, temperatureUnit.value === 'degC' ? 'degF' : 'degC'),
    ],
    length: (si: Millimetres) => [formatLength(si, lengthUnit.value === 'mm' ? 'in' : 'mm')],
  }
  const toggle = () => (choice.value = choice.value === 'us' ? 'metric' : 'us')

  return {
    chosen,
    choice,
    torqueUnit,
    smallVolumeUnit,
    volumeUnit,
    temperatureUnit,
    lengthUnit,
    torque,
    torqueRange,
    otherTorque,
    otherTorqueRange,
    volume,
    volumeRange,
    temperature,
    temperatureRange,
    length,
    elsewhere,
    toggle,
  }
})
