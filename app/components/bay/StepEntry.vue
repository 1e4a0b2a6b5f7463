<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useDebounceFn } from '@vueuse/core'
import { isEachSide, seatingProofs } from '#core/fittings/seating'
import type { Step } from '#core/job/listSteps'
import { plainCommand } from '#core/job/plainCommand'
import type { JobCommand, LeakResult, LevelReading, TorqueHow } from '#core/job/types'
import { settleWindow } from '#core/sheet/settleContested'
import type { Proof } from '#core/sheet/types'
import { checkTorque, targetTorque } from '#core/torque/checkTorque'
import { isUsable, settingForTorque, torqueFromSetting } from '#core/torque/correctForAdapter'
import { fromSi, toSi } from '#core/units/convertUnit'
import { formatNumber } from '#core/units/formatQuantity'
import { millimetres, type Entered, type TorqueUnit } from '#core/units/types'
import { proofWords } from '#shared/words/vocabulary'
import { useJob } from '~/stores/job'
import { useConnection } from '~/stores/connection'
import { useSession } from '~/stores/session'
import { useUnits } from '~/stores/units'

/** What a step asks the hand to enter. The draft is the command that the large button records; undefined while something is missing. */
const props = defineProps<{ step: Step }>()
const draft = defineModel<JobCommand>()
const emit = defineEmits<{ also: [command: JobCommand] }>()

const job = useJob()
const session = useSession()
const units = useUnits()
const connection = useConnection()
const resolved = computed(() => job.resolved!)
const plain = plainCommand(resolved.value, props.step, job.state!, job.fluid)
const joint = computed(() => resolved.value.joints.find(candidate => candidate.id === props.step.target))
const operation = computed(() => resolved.value.operations.find(candidate => candidate.id === props.step.target))
const level = computed(() => resolved.value.sheet.levels.find(candidate => candidate.id === props.step.target))

// --- fasteners
const counts = ref(plain.type === 'operationOff' || plain.type === 'operationOn' ? [...plain.fasteners] : [])
const expected = plain.type === 'operationOff' || plain.type === 'operationOn' ? plain.fasteners : []
// --- proofs and seals
const proved = ref<string[]>([])
const sealItems = computed(() => [
  { id: 'old-out', text: 'Old seals out and accounted for', note: 'two in one bore leak' },
  ...(joint.value?.seals ?? []).map(seal => ({
    id: seal.id,
    text: `New ${seal.name}, ${seal.count} ×`,
    note: [isEachSide(joint.value!, seal) && 'one on each side of the eye', seal.size, seal.part, seal.wet && 'wet with fluid']
      .filter(Boolean)
      .join(' · '),
  })),
])
// --- comparison
const agrees = ref(true)
const differs = ref('')
// --- torque
const window = computed(() => settleWindow(joint.value?.torque ?? 'unknown'))
const how = ref<TorqueHow>(plain.type === 'jointTorqued' ? plain.how : 'wrench')
const targetIn = (unit: TorqueUnit): Entered<'torque'> | undefined =>
  window.value.kind === 'unknown'
    ? undefined
    : { value: Number(formatNumber(fromSi('torque', targetTorque(window.value.value), unit), 1)), unit }
/** The reader's own unit first, and one to fall back on. */
const torqueUnits = computed<TorqueUnit[]>(() => [units.torqueUnit, units.torqueUnit === 'N.m' ? 'lbf.ft' : 'N.m'])
const torque = ref<Entered<'torque'> | undefined>(targetIn(units.torqueUnit))
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
function chooseHow(to: TorqueHow) {
  how.value = to
  if (to === 'adapter' && setting.value !== undefined)
    torque.value = { value: Number(formatNumber(fromSi('torque', setting.value, units.torqueUnit), 1)), unit: units.torqueUnit }
  else if (to === 'wrench') torque.value = targetIn(units.torqueUnit)
}
const reason = ref('')
const got = computed(
  () =>
    torque.value &&
    (how.value === 'adapter' && isUsable(adapter.value)
      ? torqueFromSetting(toSi('torque', torque.value), adapter.value)
      : toSi('torque', torque.value)),
)
const outside = computed(
  () => got.value !== undefined && window.value.kind !== 'unknown' && checkTorque(got.value, window.value.value).verdict !== 'inside',
)
const hows: { id: TorqueHow; text: string }[] = [
  { id: 'wrench', text: 'Torque wrench' },
  { id: 'adapter', text: 'With adapter' },
  { id: 'turn', text: 'Snug and turn' },
  { id: 'feel', text: 'By feel' },
]
const isMeasured = computed(() => how.value === 'wrench' || how.value === 'adapter')
// --- amounts
const amount = ref<Entered<'volume'> | undefined>()
const startAmount = computed<Entered<'volume'> | undefined>(() =>
  plain.type === 'fluidAdded' && units.choice === 'metric' ? plain.entered : undefined,
)
// A proposed amount is an estimate until somebody types what the jug said.
const measured = ref(startAmount.value === undefined)
watch(amount, (_, before) => before !== undefined && (measured.value = true))
// --- level
const temperature = ref<Entered<'temperature'>>()
const engine = ref<'idling' | 'off'>()
const reading = ref<LevelReading>()
const more = ref<Entered<'volume'>>()
const again = ref(0)
function addMore() {
  if (!more.value) return
  emit('also', { type: 'fluidAdded', entered: more.value, how: 'measured' })
  more.value = undefined
  reading.value = undefined
  again.value++
}
// --- leak
const leak = ref<LeakResult>('dry')

/** A touched mark or choice does not take the focus: the space bar, or the foot switch, still records the step. */
function keepFocus(event: MouseEvent) {
  if (!(event.target as HTMLElement).closest('input, textarea, .v-field')) event.preventDefault()
}

watch(
  [counts, proved, agrees, differs, how, torque, adapter, reason, amount, measured, temperature, engine, reading, leak],
  () => {
    const target = props.step.target
    const build = (): JobCommand | undefined => {
      switch (plain.type) {
        case 'operationOff':
        case 'operationOn':
          return { ...plain, fasteners: counts.value }
        case 'jointSeated':
          return { ...plain, proofs: proved.value as Proof[] }
        case 'sealFitted':
          return { ...plain, seals: proved.value.filter(id => id !== 'old-out'), oldOut: proved.value.includes('old-out') }
        case 'partReceived':
          return { ...plain, agrees: agrees.value, differs: agrees.value ? undefined : differs.value }
        case 'jointTorqued':
          return {
            type: 'jointTorqued',
            joint: target,
            how: how.value,
            entered: isMeasured.value ? torque.value : undefined,
            adapter: how.value === 'adapter' ? adapter.value : undefined,
            reason: reason.value || undefined,
          }
        case 'fluidCaught':
        case 'fluidAdded':
          return amount.value && { ...plain, entered: amount.value, how: measured.value ? 'measured' : 'estimated' }
        case 'levelRead':
          return (
            temperature.value &&
            engine.value &&
            reading.value && {
              type: 'levelRead',
              level: target,
              temperature: temperature.value,
              engine: engine.value,
              reading: reading.value,
            }
          )
        case 'leakChecked':
          return { ...plain, result: leak.value }
        default:
          return plain
      }
    }
    draft.value = build()
  },
  { immediate: true, deep: true },
)
</script>

<template>
  <div class="entry stack" @mousedown="keepFocus">
    <template v-if="plain.type === 'operationOff' || plain.type === 'operationOn'">
      <CountEntry
        v-if="operation?.fasteners.length"
        v-model="counts"
        :fasteners="operation.fasteners"
        :expected="expected"
        :verb="plain.type === 'operationOff' ? 'out' : 'in'"
      />
    </template>
    <ToggleList
      v-else-if="plain.type === 'jointSeated'"
      v-model="proved"
      :items="
        (joint
          ? seatingProofs(
              joint,
              resolved.lines.find(line => line.id === joint!.line),
            )
          : []
        ).map(proof => ({ id: proof, text: proofWords[proof].ask }))
      "
      label="Proofs"
    />
    <ToggleList v-else-if="plain.type === 'sealFitted'" v-model="proved" :items="sealItems" label="Seals" />
    <template v-else-if="plain.type === 'partReceived'">
      <div class="two">
        <v-btn-second :aria-pressed="agrees" @click="agrees = true">They agree</v-btn-second
        ><v-btn-second :aria-pressed="!agrees" @click="agrees = false">Something differs</v-btn-second>
      </div>
      <v-textarea v-if="!agrees" v-model="differs" label="What differs" />
    </template>

    <template v-else-if="plain.type === 'jointTorqued'">
      <template v-if="isMeasured">
        <QuantityEntry
          :key="how"
          v-model="torque"
          dimension="torque"
          :units="torqueUnits"
          :start="torque"
          :other="torque?.unit === 'lbf.ft' ? 'N.m' : 'lbf.ft'"
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
        <p v-if="how === 'adapter' && got !== undefined" class="soft">
          At the fitting: {{ units.torque(got) }}, {{ units.otherTorque(got) }}.<template v-if="setting !== undefined">
            Set {{ units.torque(setting) }} for the middle of the window.</template
          >
        </p>
        <p v-if="window.kind === 'unknown'" class="caution">
          No torque on the sheet. Look it up for this vehicle; it is recorded as entered.
        </p>
      </template>
      <p v-else class="caution">
        {{
          how === 'turn'
            ? `Recorded as a turn.${joint?.turn ? ` Snug, then ${joint.turn.snugThen}°.` : ' The sheet states no turn.'}`
            : 'Recorded as by feel: an honest word, no measured one.'
        }}
        Only where no wrench reaches.
      </p>
      <div class="two">
        <v-btn-second v-for="item in hows" :key="item.id" :aria-pressed="how === item.id" @click="chooseHow(item.id)">
          {{ item.text }}
        </v-btn-second>
      </div>
      <v-textarea v-if="outside && session.person?.role === 'lead'" v-model="reason" label="Reason for accepting it outside the window" />
    </template>

    <template v-else-if="plain.type === 'fluidCaught' || plain.type === 'fluidAdded'">
      <QuantityEntry
        v-model="amount"
        dimension="volume"
        :units="units.choice === 'us' ? ['floz', 'qt', 'mL'] : ['mL', 'L', 'floz']"
        :start="startAmount"
        :other="amount?.unit === 'floz' || amount?.unit === 'qt' ? 'mL' : 'floz'"
        :label="plain.type === 'fluidCaught' ? 'caught' : 'put in'"
      />
      <div class="two">
        <v-btn-second :aria-pressed="measured" @click="measured = true">Measured</v-btn-second
        ><v-btn-second :aria-pressed="!measured" @click="measured = false">Estimated</v-btn-second>
      </div>
      <p v-if="plain.type === 'fluidCaught' && job.fluid" class="soft">
        Expected {{ units.volumeRange(job.fluid.spill.least, job.fluid.spill.most) }}, likely {{ units.volume(job.fluid.spill.likely) }}.
      </p>
      <FluidBalance v-if="job.balance" :balance="job.balance" :estimate="job.fluid" />
    </template>

    <template v-else-if="plain.type === 'levelRead'">
      <p v-for="range in [settleWindow(level?.temperature ?? 'unknown')]" :key="range.kind" class="window">
        <b v-if="range.kind !== 'unknown'">{{ units.temperatureRange(range.value) }}</b>, engine {{ level?.engine }}
      </p>
      <QuantityEntry
        v-model="temperature"
        dimension="temperature"
        :units="units.choice === 'us' ? ['degF', 'degC'] : ['degC', 'degF']"
        :other="temperature?.unit === 'degF' ? 'degC' : 'degF'"
        label="fluid temperature"
      />
      <div class="two">
        <v-btn-second :aria-pressed="engine === 'idling'" @click="engine = 'idling'">Engine idling</v-btn-second
        ><v-btn-second :aria-pressed="engine === 'off'" @click="engine = 'off'">Engine off</v-btn-second>
      </div>
      <div class="three">
        <v-btn-second :aria-pressed="reading === 'below'" @click="reading = 'below'">Below</v-btn-second
        ><v-btn-second :aria-pressed="reading === 'at'" @click="reading = 'at'">At the mark</v-btn-second
        ><v-btn-second :aria-pressed="reading === 'above'" @click="reading = 'above'">Above</v-btn-second>
      </div>
      <div v-if="reading === 'below'" class="more">
        <QuantityEntry
          :key="again"
          v-model="more"
          dimension="volume"
          :units="units.choice === 'us' ? ['floz', 'qt'] : ['mL', 'L']"
          label="top up with"
        />
        <v-btn-second :disabled="!more" @click="addMore">Added: record it</v-btn-second>
      </div>
      <FluidBalance v-if="job.balance" :balance="job.balance" :estimate="job.fluid" />
    </template>

    <template v-else-if="plain.type === 'leakChecked'">
      <div class="three">
        <v-btn-second :aria-pressed="leak === 'dry'" @click="leak = 'dry'">Dry</v-btn-second
        ><v-btn-second :aria-pressed="leak === 'weeping'" @click="leak = 'weeping'">Weeping</v-btn-second
        ><v-btn-second :aria-pressed="leak === 'leaking'" @click="leak = 'leaking'">Leaking</v-btn-second>
      </div>
    </template>
  </div>
</template>

<style scoped>
.two,
.three {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.three {
  grid-template-columns: 1fr 1fr 1fr;
}
.two .v-btn,
.three .v-btn {
  min-height: 56px;
  padding: 6px 8px;
}
.more {
  display: grid;
  gap: 8px;
  border-left: 6px solid var(--accent);
  padding-left: 12px;
}
.window b {
  font-size: 24px;
}
</style>
