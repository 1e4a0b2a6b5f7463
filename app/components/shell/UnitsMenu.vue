<script setup lang="ts">
import { unitTable } from '#core/units/unitTable'
import { unitOptions, useUnits, type UnitChoice } from '~/stores/units'

/** A person's units, one choice per kind of quantity. */
const units = useUnits()
const kinds: { kind: keyof UnitChoice; name: string }[] = [
  { kind: 'torque', name: 'Torque' },
  { kind: 'length', name: 'Length' },
  { kind: 'volume', name: 'Volume' },
  { kind: 'temperature', name: 'Temperature' },
]
const symbol = (kind: keyof UnitChoice, unit: string) =>
  kind === 'length' && unit === 'in' ? 'in, fractions' : (unitTable[kind] as Record<string, { symbol: string }>)[unit]!.symbol
const choose = (kind: keyof UnitChoice, unit: string) => (units.chosen = { ...units.chosen, [kind]: unit })
</script>

<template>
  <div class="units">
    <div v-for="{ kind, name } in kinds" :key="kind" class="kind">
      <span>{{ name }}</span>
      <div class="tabs" role="group" :aria-label="name">
        <v-btn-choice v-for="unit in unitOptions[kind]" :key="unit" :aria-pressed="units.chosen[kind] === unit" @click="choose(kind, unit)">
          {{ symbol(kind, unit) }}
        </v-btn-choice>
      </div>
    </div>
    <v-btn-quiet size="small" @click="units.toggle()"> All {{ units.choice === 'us' ? 'metric' : 'US' }} <kbd>u</kbd> </v-btn-quiet>
  </div>
</template>

<style scoped>
.units {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.kind {
  display: grid;
  grid-template-columns: 110px 1fr;
  align-items: center;
}
</style>
