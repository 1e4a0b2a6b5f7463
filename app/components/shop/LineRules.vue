<script setup lang="ts">
import { computed } from 'vue'
import { endForms } from '#core/making/cutLength'
import { openRule, ruledSystems, type MakingRules, type SystemRule } from '#core/making/makingRules'
import { joins } from '#core/making/joins'
import { tubeMaterials } from '#core/making/tubeStrength'
import type { System } from '#core/sheet/types'
import { ruleWords } from '#shared/words/gearWords'
import { endFormWords, joinWords, materialWords } from '#shared/words/makeActWords'
import { systemSays } from '#shared/words/systemSays'
import { useGear } from '~/composables/useGear'
import { useShopSetting } from '~/composables/useShopSetting'

/** What lines made here may be of, system by system, by the rules of the place. */
const { gear, setRules } = useGear()
const { draft, trouble, mayChange, keep } = useShopSetting<MakingRules>(setRules)
const change = () => (draft.value = JSON.parse(JSON.stringify(gear.value.rules)) as MakingRules)
const ruleOf = (system: System) => draft.value?.systems.find(one => one.system === system)
const toggle = (system: System) =>
  (draft.value = {
    ...draft.value!,
    systems: ruleOf(system) ? draft.value!.systems.filter(one => one.system !== system) : [...draft.value!.systems, openRule(system)],
  })
const set = (system: System, part: Partial<SystemRule>) =>
  (draft.value = { ...draft.value!, systems: draft.value!.systems.map(one => (one.system === system ? { ...one, ...part } : one)) })
const items = <T extends string>(all: readonly T[], words: Readonly<Record<T, string>>) =>
  all.map(value => ({ value, title: words[value] }))
const choices = [
  { key: 'materials', label: 'Tube', items: items(tubeMaterials, materialWords) },
  { key: 'ends', label: 'Ends', items: items(endForms, endFormWords) },
  { key: 'joins', label: 'Put together', items: items(joins, joinWords) },
] as const
/** A rule that allows nothing of a kind is a mistake. */
const isWhole = computed(() =>
  draft.value?.systems.every(({ materials, ends, joins: how }) => materials.length && ends.length && how.length),
)
</script>

<template>
  <section class="card stack" aria-labelledby="line-rules">
    <h2 id="line-rules">What lines may be made of</h2>
    <p class="soft">
      Local codes and the maker decide. Set here what they allow; a line that differs is not recorded in a job. A system without a rule is
      not bound.
    </p>
    <template v-if="!draft">
      <p v-if="gear.rules.place">By the rules of: {{ gear.rules.place }}</p>
      <v-table v-if="gear.rules.systems.length">
        <tbody>
          <tr v-for="rule in gear.rules.systems" :key="rule.system">
            <th scope="row">{{ systemSays[rule.system].name }}</th>
            <td>
              <span v-for="one in ruleWords(rule)" :key="one.what" class="sub">{{ one.what }}: {{ one.words }}</span>
            </td>
          </tr>
        </tbody>
      </v-table>
      <div v-if="mayChange"><v-btn-second @click="change">Change the rules</v-btn-second></div>
    </template>
    <template v-else>
      <v-text-field
        :model-value="draft.place"
        label="By the rules of"
        :maxlength="120"
        @update:model-value="draft = { ...draft, place: $event || undefined }"
      />
      <fieldset v-for="system in ruledSystems" :key="system" class="stack" :aria-label="systemSays[system].name">
        <v-checkbox :model-value="ruleOf(system) !== undefined" :label="systemSays[system].name" @update:model-value="toggle(system)" />
        <div v-if="ruleOf(system)" class="fields">
          <v-select
            v-for="choice in choices"
            :key="choice.key"
            :model-value="ruleOf(system)![choice.key]"
            :items="choice.items"
            :label="choice.label"
            multiple
            @update:model-value="set(system, { [choice.key]: $event })"
          />
        </div>
      </fieldset>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <div class="row">
        <v-btn-main :disabled="!isWhole" @click="keep">Keep</v-btn-main
        ><v-btn-second @click="draft = undefined">Leave it as it was</v-btn-second>
      </div>
    </template>
  </section>
</template>

<style scoped>
fieldset {
  border: 0;
  border-top: 1px solid var(--line);
  padding: 4px 0 0;
  margin: 0;
}
</style>
