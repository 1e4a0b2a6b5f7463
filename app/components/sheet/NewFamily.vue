<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Family } from '#core/sheet/types'
import { newFamilySchema } from '#shared/schemas/library'
import { yearSchema } from '#shared/schemas/basics'
import { useConnection } from '~/stores/connection'
import { sheetAnswers } from '~/utils/answers'
import { call, wordsOf } from '~/utils/api'
import { noFamily, saidOfFamily, type TypedFamily } from '~/utils/newFamily'
import { numberRule, ruleBy } from '~/utils/ruleBy'

/** A vehicle nobody has written down here yet: with it the first sheet of a workshop begins. Stands within another form. */
const emit = defineEmits<{ added: [family: Family] }>()
const connection = useConnection()
const typed = ref<TypedFamily>({ ...noFamily })
const trouble = ref('')
const busy = ref(false)
const fields = newFamilySchema.shape
const said = computed(() => newFamilySchema.safeParse(saidOfFamily(typed.value)))
async function add() {
  if (!said.value.success) return
  busy.value = true
  trouble.value = ''
  try {
    emit('added', await call('POST', '/api/families', sheetAnswers.family, said.value.data))
    typed.value = { ...noFamily }
  } catch (error) {
    if (!connection.notice(error)) trouble.value = wordsOf(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <section class="card stack" aria-label="A vehicle that is not here yet">
    <div class="row">
      <v-text-field v-model="typed.make" label="Make" :rules="[ruleBy(fields.make)]" />
      <v-text-field v-model="typed.model" label="Model" :rules="[ruleBy(fields.model)]" />
    </div>
    <v-text-field v-model="typed.body" label="Body: van, estate, pick-up …" :rules="[ruleBy(fields.body)]" />
    <div class="row">
      <v-text-field v-model="typed.first" label="First year" inputmode="numeric" :rules="[numberRule(yearSchema)]" />
      <v-text-field v-model="typed.last" label="Last year" inputmode="numeric" :rules="[numberRule(yearSchema)]" />
    </div>
    <v-textarea v-model="typed.engines" label="Engines, one to a line (may be left empty)" rows="2" />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <v-btn-second :disabled="busy || !said.success" @click="add">{{
      busy ? 'Adding …' : said.success ? 'Add this vehicle' : 'Make, model, body and years first'
    }}</v-btn-second>
  </section>
</template>

<style scoped>
.row {
  align-items: flex-start;
}
.row > * {
  flex: 1;
}
</style>
