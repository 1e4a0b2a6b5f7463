<script setup lang="ts">
import { computed } from 'vue'
import { useNow } from '~/composables/useNow'
import { useShopSetting } from '~/composables/useShopSetting'
import { useSession } from '~/stores/session'
import { shopZone, whenWords } from '~/utils/whenWords'

/** The clock on the wall: every time on every page, in print and in a PDF is told by it. */
const session = useSession()
const now = useNow(10_000)
const { draft, trouble, mayChange, keep } = useShopSetting<string>(session.setZone)
const zones = computed(() => [...new Set([shopZone.value, ...Intl.supportedValuesOf('timeZone'), 'UTC'])])
</script>

<template>
  <section class="card stack" aria-labelledby="shop-clock">
    <h2 id="shop-clock">The shop’s clock</h2>
    <p>
      <b class="num">{{ whenWords(new Date(now).toISOString()) }}</b> · {{ shopZone }}
    </p>
    <p class="soft">Pages, prints and PDFs tell their times by it, wherever they are read. Files for other programs keep UTC.</p>
    <div v-if="mayChange && draft === undefined"><v-btn-second @click="draft = shopZone">Change the zone</v-btn-second></div>
    <template v-if="draft !== undefined">
      <v-autocomplete v-model="draft" :items="zones" label="Time zone" />
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <div class="row">
        <v-btn-main :disabled="!draft" @click="keep">Keep</v-btn-main
        ><v-btn-second @click="draft = undefined">Leave it as it was</v-btn-second>
      </div>
    </template>
  </section>
</template>
