<script setup lang="ts">
import { computed } from 'vue'
import type { PlanInputs } from '#core/access/planJob'
import type { Plan } from '#core/access/types'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { liftPositions } from '#core/sheet/types'
import { wrenchFor } from '#core/fittings/nearHexes'
import { bleedWords, positionWords } from '#shared/words/vocabulary'

/** What a technician may decide about the plan. Every change replans at once and is remembered in the job. */
const props = defineProps<{ resolved: ResolvedSheet; inputs: PlanInputs; plan: Plan | undefined; begun: boolean }>()
const emit = defineEmits<{ change: [inputs: PlanInputs] }>()

const set = (change: Partial<PlanInputs>) =>
  emit(
    'change',
    Object.fromEntries(
      Object.entries({ ...props.inputs, ...change }).filter(
        ([, value]) => value !== undefined && !(Array.isArray(value) && value.length === 0),
      ),
    ) as unknown as PlanInputs,
  )
const toggle = (list: readonly string[] | undefined, item: string) =>
  list?.includes(item) ? list.filter(other => other !== item) : [...(list ?? []), item]
const tools = computed(() =>
  [
    ...new Set([
      ...props.resolved.operations.flatMap(operation => operation.tools),
      ...props.resolved.joints.flatMap(joint => [
        ...joint.tools,
        ...[joint.hex.turn, joint.hex.hold].flatMap(hex => (hex === undefined ? [] : [wrenchFor(hex)?.name ?? `${hex} mm`])),
      ]),
    ]),
  ].sort(),
)
const methods = computed(() => props.resolved.sheet.bleeding.allowed)
</script>

<template>
  <div class="choices">
    <div class="lines">
      <div class="line">
        <span>Car stands at the start</span>
        <div class="tabs" role="group" aria-label="Where the car stands at the start">
          <v-btn-choice
            v-for="at in liftPositions"
            :key="at"
            :aria-pressed="inputs.start === at"
            :disabled="begun"
            @click="set({ start: at })"
          >
            {{ positionWords[at] }}
          </v-btn-choice>
        </div>
      </div>
      <div class="line"><span>Moving it takes</span><LiftTimes :lift="inputs.lift" @change="lift => set({ lift })" /></div>
      <div v-if="inputs.lines.length > 1" class="line">
        <span>Lines come out</span>
        <div class="tabs" role="group" aria-label="How the lines come out">
          <v-btn-choice :aria-pressed="!inputs.oneAtATime" @click="set({ oneAtATime: undefined })">all together</v-btn-choice
          ><v-btn-choice :aria-pressed="!!inputs.oneAtATime" @click="set({ oneAtATime: true })">one at a time</v-btn-choice>
        </div>
      </div>
      <div class="line">
        <span>Opened first</span>
        <div class="tabs" role="group" aria-label="Which end first">
          <v-btn-choice :aria-pressed="inputs.firstEnd !== 'easiest'" @click="set({ firstEnd: undefined })">the hardest end</v-btn-choice
          ><v-btn-choice :aria-pressed="inputs.firstEnd === 'easiest'" @click="set({ firstEnd: 'easiest' })">the easiest</v-btn-choice>
        </div>
      </div>
      <div v-if="methods.length > 1" class="line">
        <span>Bleeding</span>
        <div class="tabs" role="group" aria-label="How it is bled">
          <v-btn-choice
            v-for="(method, i) in methods"
            :key="method"
            :aria-pressed="(inputs.bleed ?? methods[0]) === method"
            @click="set({ bleed: i === 0 ? undefined : method })"
          >
            {{ bleedWords[method] }}
          </v-btn-choice>
        </div>
      </div>
      <div v-if="resolved.operations.length" class="line">
        <span>Off already</span>
        <div class="tabs" role="group" aria-label="Off already">
          <v-btn-choice
            v-for="operation in resolved.operations"
            :key="operation.id"
            :aria-pressed="!!inputs.done?.includes(operation.id)"
            @click="set({ done: toggle(inputs.done, operation.id) })"
          >
            {{ operation.name }}
          </v-btn-choice>
        </div>
      </div>
      <div v-if="tools.length" class="line">
        <span>Not in this shop</span>
        <div class="tabs" role="group" aria-label="Not in this shop">
          <v-btn-choice
            v-for="tool in tools"
            :key="tool"
            :aria-pressed="!!inputs.missingTools?.includes(tool)"
            @click="set({ missingTools: toggle(inputs.missingTools, tool) })"
          >
            {{ tool }}
          </v-btn-choice>
        </div>
      </div>
    </div>
    <PlanWays :resolved="resolved" :inputs="inputs" :plan="plan" @change="forbidden => set({ forbidden })" />
  </div>
</template>

<style scoped>
.lines {
  display: grid;
  gap: 8px;
  margin: 8px 0;
}
.line {
  display: grid;
  gap: 2px;
}
</style>
