<script setup lang="ts">
import { computed, ref } from 'vue'
import type { JobCommand, Making } from '#core/job/types'
import type { Entered } from '#core/units/types'
import { cutOffWords, endWords } from '#shared/words/makeActWords'
import { useUnits } from '~/stores/units'

/** A flare that went wrong: cut off, formed again where the length still does, or the whole begun with a new piece of tube. */
const props = defineProps<{ line: string; making: Making; formed: readonly ('from' | 'to')[] }>()
const emit = defineEmits<{ also: [command: JobCommand] }>()
const units = useUnits()
const isAsked = ref(false)
const end = ref<'from' | 'to' | undefined>(props.formed.length === 1 ? props.formed[0] : undefined)
const off = ref<Entered<'length'>>()
const choices = computed(() => props.formed.map(id => ({ id, text: endWords[id] })))
function cutOff() {
  if (!end.value || !off.value) return
  emit('also', { type: 'endCutOff', line: props.line, end: end.value, off: off.value })
  isAsked.value = false
  off.value = undefined
}
/** Said anew it is a new piece, and nothing of it is done. */
function beginAnew() {
  const { making, order } = props.making.said
  emit('also', { type: 'makingSaid', line: props.line, making, order })
}
const last = computed(() => props.making.cutOffs.at(-1))
</script>

<template>
  <section v-if="last" class="stack" aria-label="Cut off">
    <p :class="last.short === 0 ? 'soft' : 'caution'">{{ cutOffWords(last) }}.</p>
    <v-btn-second v-if="last.short !== 0" @click="beginAnew">Begin with a new piece of tube</v-btn-second>
  </section>
  <template v-if="formed.length">
    <v-btn-second v-if="!isAsked" @click="isAsked = true">This flare is no good: cut it off</v-btn-second>
    <section v-else class="stack" aria-label="Cut a flare off">
      <ChoiceRow v-if="choices.length > 1" v-model="end" label="Which end" :choices="choices" />
      <QuantityEntry
        v-model="off"
        dimension="length"
        :units="units.choice === 'us' ? ['in', 'mm'] : ['mm', 'in']"
        label="cut off behind its face"
      />
      <div class="row">
        <v-btn-second :disabled="!end || !off" @click="cutOff">Cut off: record it</v-btn-second>
        <v-btn-quiet @click="isAsked = false">Leave it</v-btn-quiet>
      </div>
    </section>
  </template>
</template>
