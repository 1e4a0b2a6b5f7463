<script setup lang="ts">
import { computed } from 'vue'
import { shopAnswers } from '#shared/answers/shop'
import { fileSize } from '#shared/words/fileSize'
import { ageWords } from '#shared/words/ageWords'
import { useNow } from '~/composables/useNow'
import { useServerData } from '~/composables/useServerData'
import { call } from '~/utils/api'

/** A night was missed: longer than a day and its morning. */
const lateMs = 30 * 3_600_000
const now = useNow(60_000)
const { data: backups, trouble } = useServerData(
  () => 'backups',
  () => call('GET', '/api/backups', shopAnswers.backups),
)
const age = computed(() => (backups.value?.last ? now.value - Date.parse(backups.value.last.at) : undefined))
const isLate = computed(() => backups.value?.kept && (age.value === undefined || age.value > lateMs))
</script>

<template>
  <section class="card stack" aria-labelledby="backups">
    <h2 id="backups">Backups</h2>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-else-if="!backups" class="busy" role="status" aria-label="Looking for backups" />
    <p v-else-if="!backups.kept">
      Efferent takes none here: it was started without, or by something else. Take your own: <code>./efferent backup FILE</code>.
    </p>
    <template v-else>
      <p v-if="backups.trouble" class="trouble" role="alert">
        <b>The last one failed.</b> {{ backups.trouble }} It is tried again every hour; what was kept before is still there.
      </p>
      <p v-if="backups.last">
        <span class="tag" :class="isLate ? 'warn' : 'ok'">{{ isLate ? 'too old' : 'in order' }}</span>
        The last is {{ ageWords(age!) }} old ({{ fileSize(backups.last.bytes) }}, {{ backups.last.file }}). {{ backups.count }} kept: by
        days for a week, by weeks for five, by months for a year.
      </p>
      <p v-else>None yet: the first is taken a minute after the start.</p>
      <p class="soft">They lie beside the database. Copy the folder to another machine: a disk takes both with it.</p>
    </template>
  </section>
</template>
