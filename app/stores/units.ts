import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { formatQuantity, formatRange } from '#core/units/formatQuantity'
import type { Celsius, Millilitres, Millimetres, NewtonMetres, TemperatureUnit, TorqueUnit, VolumeUnit } from '#core/units/types'
import type { Window } from '#core/sheet/types'

type Choice = 'metric' | 'us'
const key = 'efferent.units'

/** The reader's units. The other system stands beside the value wherever a hand needs it. */
export const useUnits = defineStore('units', () => {
  const choice = ref<Choice>(localStorage.getItem(key) === 'us' ? 'us' : 'metric')
  watch(choice, value => localStorage.setItem(key, value))
  const us = computed(() => choice.value === 'us')
  const torqueUnit = computed<TorqueUnit>(() => us.value ? 'lbf.ft' : 'N.m')
  const otherTorqueUnit = computed<TorqueUnit>(() => us.value ? 'N.m' : 'lbf.ft')
  const volumeUnit = computed<VolumeUnit>(() => us.value ? 'qt' : 'L')
  const smallVolumeUnit = computed<VolumeUnit>(() => us.value ? 'floz' : 'mL')
  const temperatureUnit = computed<TemperatureUnit>(() => us.value ? 'degF' : 'degC')

  const torque = (si: NewtonMetres) => formatQuantity('torque', si, torqueUnit.value)
  const torqueRange = ({ low, high }: Window<NewtonMetres>) => formatRange('torque', low, high, torqueUnit.value)
  const otherTorque = (si: NewtonMetres) => formatQuantity('torque', si, otherTorqueUnit.value)
  const otherTorqueRange = ({ low, high }: Window<NewtonMetres>) => formatRange('torque', low, high, otherTorqueUnit.value)
  const volume = (si: Millilitres) => formatQuantity('volume', si, Math.abs(si) < 1000 ? smallVolumeUnit.value : volumeUnit.value)
  const volumeRange = (low: Millilitres, high: Millilitres) => formatRange('volume', low, high, high < 1000 ? smallVolumeUnit.value : volumeUnit.value)
  const temperature = (si: Celsius) => formatQuantity('temperature', si, temperatureUnit.value)
  const temperatureRange = ({ low, high }: Window<Celsius>) => formatRange('temperature', low, high, temperatureUnit.value)
  /** Hexes keep their own size: a 12 mm spanner is not a 0.472 in one. */
  const hex = (si: Millimetres) => formatQuantity('length', si, 'mm')
  const toggle = () => (choice.value = us.value ? 'metric' : 'us')

  return { choice, torqueUnit, smallVolumeUnit, volumeUnit, temperatureUnit, torque, torqueRange, otherTorque, otherTorqueRange, volume, volumeRange, temperature, temperatureRange, hex, toggle }
})
