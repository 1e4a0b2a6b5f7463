<script setup lang="ts">
import { computed, ref } from 'vue'
import type { JobCommand } from '#core/job/types'
import { endsByHeat, waitLeft, type JobWait } from '#core/job/state/waits'
import type { Entered } from '#core/units/types'
import { plural } from '#shared/words/vocabulary'
import { useServerNow } from '~/composables/useServerNow'
import { useUnits } from '~/stores/units'
import { deviceId } from '~/utils/device'

/** A wait that this step stands behind: what for, how long yet, and how to go on before it is over. */
const props = defineProps<{ wait: JobWait }>()
const emit = defineEmits<{ cut: [command: JobCommand] }>()
const units = useUnits()
const now = useServerNow()
const left = computed(() => waitLeft(props.wait, { at: new Date(now.value).toISOString(), device: deviceId() }))
const byHeat = computed(() => endsByHeat(props.wait.wait))
const reason = ref('')
const temperature = ref<Entered<'temperature'>>()
const ready = computed(() => reason.value.trim() !== '' && (!byHeat.value || temperature.value !== undefined))
function cut() {
  emit('cut', {
    type: 'waitCut',
    wait: props.wait.wait.id,
    reason: reason.value.trim(),
    ...(temperature.value && { temperature: temperature.value }),
  })
}
</script>

<template>
  <section v-if="left > 0" class="wait stack" aria-label="Waiting">
    <p>
      <b>Wait {{ plural(Math.ceil(left / 60), 'minute') }} yet.</b> {{ wait.wait.text }}
    </p>
    <v-expansion-panels>
      <v-expansion-panel title="Go on before it is over">
        <template #text>
          <div class="stack entries">
            <QuantityEntry
              v-if="byHeat"
              v-model="temperature"
              dimension="temperature"
              :units="units.choice === 'us' ? ['degF', 'degC'] : ['degC', 'degF']"
              :other="temperature?.unit === 'degF' ? 'degC' : 'degF'"
              label="measured"
            />
            <v-textarea v-model="reason" label="Why it need not be waited for" />
            <v-btn-second :disabled="!ready" @click="cut">Go on now</v-btn-second>
          </div>
        </template>
      </v-expansion-panel>
    </v-expansion-panels>
  </section>
</template>

<style scoped>
.wait {
  border-left: 6px solid var(--mark);
  padding-left: 12px;
}
.entries {
  padding-top: 12px;
}
.wait .v-btn {
  min-height: 52px;
}
</style>
