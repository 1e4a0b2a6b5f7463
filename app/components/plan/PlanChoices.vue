<script setup lang="ts">
import { bleedMethodsFor } from '#core/bleed/bleedMethodsFor'
import { computed } from 'vue'
import type { PlanInputs } from '#core/plan/planInputs'
import type { Plan } from '#core/plan/types'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { liftPositions } from '#core/sheet/types'
import { wrenchFor } from '#core/fittings/nearHexes'
import { bleedWords, list, positionWords } from '#shared/words/vocabulary'

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
/** What may be ticked: off the car before anybody begins, or nowhere in the shop. */
const sets = computed(() => {
  const { done = [], missingTools = [] } = props.inputs
  return [
    {
      title: 'Off already',
      items: props.resolved.operations.map(({ id, name }) => ({ id, name, is: done.includes(id) })),
      choose: (id: string) => set({ done: toggle(done, id) }),
    },
    {
      title: 'Not in this shop',
      items: tools.value.map(tool => ({ id: tool, name: tool, is: missingTools.includes(tool) })),
      choose: (id: string) => set({ missingTools: toggle(missingTools, id) }),
    },
  ]
    .filter(({ items }) => items.length > 0)
    .map(one => ({ ...one, chosen: one.items.filter(({ is }) => is).map(({ name }) => name) }))
})
const ruledOut = computed(() => Object.values(props.inputs.forbidden ?? {}).flat().length)
const methods = computed(() => bleedMethodsFor(props.resolved.sheet))
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
    </div>
    <v-expansion-panels multiple>
      <v-expansion-panel v-for="one in sets" :key="one.title">
        <template #title
          ><span
            ><b>{{ one.title }}</b> <span class="soft">{{ list(one.chosen) || 'nothing' }}</span></span
          ></template
        >
        <template #text>
          <div class="tabs" role="group" :aria-label="one.title">
            <v-btn-choice v-for="item in one.items" :key="item.id" :aria-pressed="item.is" @click="one.choose(item.id)">
              {{ item.name }}
            </v-btn-choice>
          </div>
        </template>
      </v-expansion-panel>
      <v-expansion-panel>
        <template #title
          ><span
            ><b>Ways in</b> <span class="soft">{{ ruledOut ? `${ruledOut} ruled out` : 'why each, and what another costs' }}</span></span
          ></template
        >
        <template #text><PlanWays :resolved="resolved" :inputs="inputs" :plan="plan" @change="forbidden => set({ forbidden })" /></template>
      </v-expansion-panel>
    </v-expansion-panels>
  </div>
</template>

<style scoped>
.lines {
  display: grid;
  gap: 8px;
  margin-bottom: 10px;
}
.line {
  display: grid;
  gap: 2px 10px;
}
.choices :deep(.v-expansion-panel .v-expansion-panel-title.v-expansion-panel-title) {
  min-height: 44px;
}
@media (min-width: 701px) {
  .line {
    grid-template-columns: 116px minmax(0, 1fr);
    align-items: center;
  }
}
</style>
