<script setup lang="ts">
import { computed } from 'vue'
import type { SearchHit, SearchResult } from '#shared/schemas/library'
import type { SearchKind } from '#shared/searchEntries'
import { targetsOf } from '~/composables/useFinder'
import { plural } from '#shared/words/vocabulary'
import { useFloor } from '~/stores/floor'

/** What was found, in groups; `chosen` is the address the arrow keys are on. */
const props = defineProps<{ result: SearchResult; chosen?: string; compact?: boolean }>()
const emit = defineEmits<{ opened: [] }>()
const floor = useFloor()

const groupWords: Record<SearchKind, string> = {
  vehicle: 'Vehicles',
  customer: 'Customers',
  sheet: 'Line sheets',
  fitting: 'Fittings',
  fluid: 'Fluids',
  part: 'Parts',
  note: 'Bay notes',
}
const groups = computed(() => {
  const order = [...new Set(props.result.hits.map(hit => hit.kind))]
  return order.map(kind => ({ kind, name: groupWords[kind], hits: props.result.hits.filter(hit => hit.kind === kind) }))
})
const titleOf = (hit: SearchHit) =>
  hit.kind === 'vehicle' ? hit.vehicle.plate : hit.kind === 'sheet' ? hit.sheet.title : hit.kind === 'customer' ? hit.customer : hit.title
const detailOf = (hit: SearchHit) =>
  hit.kind === 'vehicle'
    ? `${hit.vehicle.label} · ${hit.vehicle.customer}`
    : hit.kind === 'sheet'
      ? hit.sheet.appliesTo
      : hit.kind === 'customer'
        ? ''
        : hit.more > 0
          ? `${hit.detail}, and ${plural(hit.more, 'other sheet')}`
          : hit.detail
const keyOf = (hit: SearchHit, i: number) => `${hit.kind}${i}`
</script>

<template>
  <div class="found" :class="{ compact }">
    <p v-if="result.mended.length" class="soft small">
      {{ result.mended.map(item => `“${item.word}” read as ${item.near.slice(0, 2).join(' or ')}`).join('; ') }}
    </p>
    <p v-if="result.partly && result.hits.length" class="soft small">Nothing has all of it. This has some of it:</p>
    <section v-for="group in groups" :key="group.kind" :aria-label="group.name">
      <h2>{{ group.name }}</h2>
      <ul>
        <li v-for="(hit, i) in group.hits" :key="keyOf(hit, i)" class="hit">
          <div class="words">
            <b :class="{ plate: hit.kind === 'vehicle' }">{{ titleOf(hit) }}</b><span class="soft">{{ detailOf(hit) }}</span
            ><span v-if="!compact && hit.kind === 'sheet'" class="soft small">{{ hit.sheet.summary }}</span
            ><span v-if="hit.why.length" class="small"
              >found by <b>{{ hit.why.join(', ') }}</b></span
            >
          </div>
          <div class="row">
            <v-btn-second
              v-for="target in targetsOf(hit, floor.open)"
              :key="target.to"
              size="small"
              :class="{ main: target.to === chosen }"
              :to="target.to"
              @click="emit('opened')"
              >{{ target.text }}</v-btn-second
            >
          </div>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.found {
  display: grid;
  gap: 14px;
}
h2 {
  font-size: 15px;
  color: var(--soft);
  border-bottom: 2px solid var(--rule);
  padding-bottom: 3px;
}
.hit {
  display: flex;
  gap: 6px 16px;
  justify-content: space-between;
  align-items: center;
  flex-wrap: wrap;
  padding: 9px 4px;
  border-bottom: 1px solid var(--line);
}
.words {
  display: grid;
  gap: 0;
  flex: 1 1 260px;
}
.plate {
  font-size: 19px;
  letter-spacing: 0.03em;
}
.row {
  gap: 8px;
}
.compact .hit {
  padding: 6px 2px;
}
.compact .plate {
  font-size: 17px;
}
.compact .v-btn {
  min-height: 36px;
}
</style>
