<script setup lang="ts">
import { computed, ref } from 'vue'
import { changeStrength, freezePoint, leastProtected, strongest } from '#core/fluid/coolantStrength'
import { kindOfFluid, mayGoIn } from '#core/fluid/fluidKinds'
import { formatPercent, fromPercent } from '#core/units/percent'
import type { Millilitres } from '#core/units/types'
import { mixingWords } from '#shared/words/mixingWords'
import { useUnits } from '~/stores/units'

/** What is asked before a bottle is opened: may this one go in, and how strong is the coolant. */
const props = defineProps<{ spec: string; alsoNamed: readonly string[]; volume?: Millilitres }>()
const units = useUnits()
const offered = ref('')
const mixing = computed(() => (offered.value.trim() ? mayGoIn(props.spec, offered.value, props.alsoNamed) : undefined))
const isCoolant = computed(() => kindOfFluid(props.spec) === 'coolant')
const is = ref<number>()
const wanted = ref<number>()
const share = (percent: number | undefined) => {
  const found = percent === undefined || !Number.isFinite(percent) ? undefined : fromPercent(percent)
  return found !== undefined && found >= 0 && found <= strongest ? found : undefined
}
const strength = computed(() => {
  const found = share(is.value)
  const aim = share(wanted.value)
  if (found === undefined) return undefined
  return {
    freezes: freezePoint(found),
    change: aim !== undefined && props.volume !== undefined ? changeStrength(props.volume, found, aim) : undefined,
    then: aim === undefined ? undefined : freezePoint(aim),
    protects: (aim ?? found) >= leastProtected,
  }
})
const percentRule = (value: unknown) =>
  value === '' || value === undefined || share(Number(value)) !== undefined || `0 to ${strongest * 100} %`
</script>

<template>
  <RoomPart title="May it go in?" told="a bottle, before it is opened">
    <p>
      The sheet asks for <b>{{ spec }}</b>.
    </p>
    <v-text-field v-model="offered" label="What the bottle says" :maxlength="80" />
    <p v-if="mixing" role="status" :class="mixing.may === 'yes' ? '' : 'caution'">{{ mixingWords(mixing) }}</p>
    <template v-if="isCoolant">
      <h3>Coolant strength</h3>
      <div class="row">
        <v-text-field v-model.number="is" type="number" min="0" max="60" label="measured, %" :rules="[percentRule]" />
        <v-text-field v-model.number="wanted" type="number" min="0" max="60" label="wanted, %" :rules="[percentRule]" />
      </div>
      <p v-if="strength" role="status">
        It freezes at about <b>{{ units.temperature(strength.freezes) }}</b>.
        <template v-if="strength.change">
          Drain <b>{{ units.volume(strength.change.drain) }}</b> and fill as much {{ strength.change.of }}: then it freezes at about
          {{ units.temperature(strength.then!) }}.
        </template>
      </p>
      <p v-if="strength && !strength.protects" role="status" class="caution">
        Under {{ formatPercent(leastProtected) }} its inhibitors are too thin: aluminium and cooling channels corrode, however mild the
        winter. The maker’s figure goes before this.
      </p>
    </template>
  </RoomPart>
</template>
