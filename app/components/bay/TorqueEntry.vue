<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useDebounceFn } from '@vueuse/core'
import type { TorqueHow, TorqueSaid } from '#core/job/types'
import { practiceFor } from '#core/fittings/jointKinds'
import { practiceWords } from '#shared/words/practiceWords'
import { simulatedTorqueWrench } from '#core/instruments/simulatedStreams'
import { settleWindow } from '#core/sheet/settleContested'
import type { Joint } from '#core/sheet/types'
import { checkTorque, targetTorque } from '#core/torque/checkTorque'
import { isUsable, settingForTorque, torqueFromSetting } from '#core/torque/correctForAdapter'
import { toSi } from '#core/units/convertUnit'
import { millimetres, type Entered, type TorqueUnit } from '#core/units/types'
import { useStream } from '~/composables/useStream'
import { useConnection } from '~/stores/connection'
import { useSession } from '~/stores/session'
import { useUnits } from '~/stores/units'

/** How something was tightened: nothing is filled in beforehand, what was done is what somebody says. Undefined while it is not said. */
const props = defineProps<{ torque: NonNullable<Joint['torque']>; turn?: Joint['turn']; kind?: Joint['kind'] }>()
const said = defineModel<TorqueSaid>()

const session = useSession()
const units = useUnits()
const connection = useConnection()
const window = computed(() => settleWindow(props.torque))
const how = ref<TorqueHow>('wrench')
const isMeasured = computed(() => how.value === 'wrench' || how.value === 'adapter')
/** The reader's own unit first, and one to fall back on. */
const torqueUnits = computed<TorqueUnit[]>(() => [units.torqueUnit, units.torqueUnit === 'N.m' ? 'lbf.ft' : 'N.m'])
const entered = ref<Entered<'torque'>>()
// The wrench a person works with stays the same length; it is asked for once.
const wrenchKey = `efferent.wrench.${session.person?.id ?? ''}`
const adapter = ref({
  wrench: millimetres(session.view?.wrench ?? (Number(localStorage.getItem(wrenchKey)) || 300)),
  extension: millimetres(50),
  angle: 0,
})
const keepWrench = useDebounceFn((length: number) => session.setWrench(length).catch(connection.notice), 800)
watch(
  () => adapter.value.wrench,
  length => {
    if (!(length >= 50 && length <= 2000)) return
    localStorage.setItem(wrenchKey, String(length))
    void keepWrench(length)
  },
)
/** What to set on the wrench so that the fitting gets the middle of its window. */
const setting = computed(() =>
  window.value.kind === 'unknown' || !isUsable(adapter.value)
    ? undefined
    : settingForTorque(targetTorque(window.value.value), adapter.value),
)
const got = computed(
  () =>
    entered.value &&
    (how.value === 'adapter' && isUsable(adapter.value)
      ? torqueFromSetting(toSi('torque', entered.value), adapter.value)
      : toSi('torque', entered.value)),
)
const outside = computed(
  () => got.value !== undefined && window.value.kind !== 'unknown' && checkTorque(got.value, window.value.value).verdict !== 'inside',
)
/** A wrench that streams: what it came to stands in the box as if typed, once the hand has let go; typed over, it is the hand's. */
const wrench = useStream('torque-wrench')
const landed = ref<Entered<'torque'>>()
const landings = ref(0)
const pull = () =>
  wrench.on(simulatedTorqueWrench(window.value.kind === 'unknown' ? 20 : targetTorque(window.value.value), landings.value + 1))
watch(wrench.peak, peak => {
  if (peak === undefined) return
  wrench.off()
  landed.value = { value: peak, unit: 'N.m' }
  landings.value++
})
watch(how, () => (landed.value = undefined), { flush: 'sync' })
const isLanded = computed(() => entered.value !== undefined && entered.value.value === landed.value?.value && entered.value.unit === 'N.m')
const reason = ref('')
/** What general practice does where nobody knows a torque; marked as that. */
const practice = computed(() => (props.kind && window.value.kind === 'unknown' ? practiceFor(props.kind) : undefined))
const isStated = computed(() => how.value === 'turn' && (props.turn !== undefined || practice.value?.code === 'snug-and-turn'))
const asksReason = computed(() => session.person?.role === 'lead' && (outside.value || (!isMeasured.value && !isStated.value)))
const hows: { id: TorqueHow; text: string }[] = [
  { id: 'wrench', text: 'Torque wrench' },
  { id: 'adapter', text: 'With adapter' },
  { id: 'turn', text: 'Snug and turn' },
  { id: 'feel', text: 'By feel' },
]
watch(
  [how, entered, adapter, reason],
  () => {
    said.value =
      isMeasured.value && !entered.value
        ? undefined
        : {
            how: how.value,
            ...(isMeasured.value && { entered: entered.value }),
            ...(isMeasured.value && isLanded.value && { instrument: 'simulated-torque-wrench' as const }),
            ...(how.value === 'adapter' && { adapter: { ...adapter.value } }),
            ...(reason.value.trim() && { reason: reason.value.trim() }),
          }
  },
  { deep: true },
)
</script>

<template>
  <div class="stack torque">
    <template v-if="isMeasured">
      <StreamLive
        v-if="wrench.isThere.value"
        kind="torque-wrench"
        :is-on="wrench.isOn.value"
        :judged="wrench.judged.value"
        start="Pull"
        @start="pull"
      />
      <QuantityEntry
        :key="`${how}-${landings}`"
        v-model="entered"
        :start="landed"
        dimension="torque"
        :units="torqueUnits"
        :other="entered?.unit === 'lbf.ft' ? 'N.m' : 'lbf.ft'"
        :label="how === 'adapter' ? 'wrench set to' : 'torque'"
      />
      <div v-if="how === 'adapter'" class="three fields">
        <v-text-field v-model.number="adapter.wrench" type="number" label="wrench, mm" /><v-text-field
          v-model.number="adapter.extension"
          type="number"
          label="adapter, mm"
        /><v-text-field v-model.number="adapter.angle" type="number" label="angle, °" />
      </div>
      <TorqueWindow v-if="window.kind !== 'unknown'" :window="window.value" :value="got" />
      <p v-if="how === 'adapter'" class="soft">
        <template v-if="setting !== undefined">Set {{ units.torque(setting) }} for the middle of the window.</template>
        <template v-if="got !== undefined"> At the fitting: {{ units.torque(got) }}, {{ units.otherTorque(got) }}.</template>
      </p>
      <p v-if="window.kind === 'unknown'" class="caution">
        No torque on the sheet. Look it up for this vehicle; it is recorded as entered.
        <template v-if="practice?.code === 'snug-and-turn'">
          General practice, no source: {{ practiceWords(practice) }}. Under “Snug and turn” it is recorded as that.
        </template>
      </p>
    </template>
    <p v-else class="caution">
      {{
        how === 'turn'
          ? turn
            ? `Snug, then ${turn.snugThen}°.`
            : practice?.code === 'snug-and-turn'
              ? `General practice, no source: ${practiceWords(practice)}. The maker’s information outranks it.`
              : 'The sheet states no turn: a lead accepts it, with a reason.'
          : 'By feel nothing is measured: a lead accepts it, with a reason.'
      }}
      Only where no wrench reaches.
    </p>
    <ChoiceRow :model-value="how" label="How it was tightened" :choices="hows" @update:model-value="chosen => chosen && (how = chosen)" />
    <v-textarea v-if="asksReason" v-model="reason" label="Reason for accepting it" />
  </div>
</template>

<style scoped>
.three {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 8px;
}
</style>
