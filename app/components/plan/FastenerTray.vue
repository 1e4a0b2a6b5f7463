<script setup lang="ts">
import { computed } from 'vue'
import { countBack, hasOutline, type Tray, type Well } from '#core/job/state/fastenerLedger'
import { formatNumber } from '#core/units/formatQuantity'
import { boltMark, fastenerWords } from '#shared/words/fastenerWords'

/** The bolts as they lie on the bench: a well for each size, length and place, with what came out and what is back. */
const props = defineProps<{ trays: readonly Tray[] }>()
const stateWords: Record<Well['state'], string> = { off: 'back', back: 'all back', missing: 'missing', over: 'one too many' }
/** Drawn on its outline when the sheet says where every bolt sits and they are not all alike. */
const outlined = (tray: Tray) => hasOutline(tray.wells.map(well => well.fastener))
const told = computed(() => {
  const { out, back } = countBack(props.trays)
  return `${back} of ${out} back`
})
</script>

<template>
  <RoomPart v-if="trays.length" title="Bolt tray" :told="told">
    <div class="trays">
      <div v-for="tray in trays" :key="tray.operation" class="tray">
        <div class="spread">
          <b>{{ tray.name }}</b><span v-if="tray.mixed" class="tag warn">two lengths or sizes: back where they were</span>
        </div>
        <BoltOutline v-if="outlined(tray)" :name="tray.name" :fasteners="tray.wells.map(well => well.fastener)" />
        <ul>
          <li v-for="well in tray.wells" :key="well.group" class="well" :class="well.state">
            <FastenerShape :fastener="well.fastener" />
            <span
              ><b
                ><span v-if="outlined(tray)" class="mark">{{ boltMark(well.group) }}</span
                >{{ fastenerWords(well.fastener) }}</b
              ><span class="soft">{{ well.fastener.place }}</span></span
            >
            <span class="count" :aria-label="`${well.in ?? 0} of ${well.out} back`"
              ><i v-for="n in Math.min(well.out, 24)" :key="n" :class="{ in: n <= (well.in ?? 0) }" /><b
                >{{ formatNumber(well.in ?? 0, 0) }} of {{ well.out }}</b
              >
              {{ stateWords[well.state] }}</span
            >
          </li>
        </ul>
      </div>
    </div>
  </RoomPart>
</template>

<style scoped>
.mark {
  margin-right: 6px;
}
.tray .spread {
  flex-wrap: wrap;
}
.tray .tag {
  white-space: normal;
}
.tray {
  break-inside: avoid;
  margin-bottom: 8px;
  background: var(--well);
  padding: 8px 12px;
  border-radius: 4px;
  display: grid;
  gap: 6px;
}
ul {
  display: grid;
  gap: 6px;
}
.well {
  display: grid;
  grid-template-columns: 82px 1fr;
  gap: 2px 8px;
  align-items: center;
  background: var(--card);
  border: 1px solid var(--line);
  border-left: 6px solid var(--line);
  padding: 5px 8px;
}
.well > span {
  display: grid;
}
.count {
  grid-column: 1 / -1;
  display: flex !important;
  gap: 3px;
  align-items: center;
  flex-wrap: wrap;
  font-size: 14px;
}
.count b {
  margin-left: 6px;
}
/* On a phone a well is one line: how many stand in words. */
@media (max-width: 700px) {
  .well {
    grid-template-columns: 58px 1fr auto;
  }
  .well svg {
    width: 58px;
  }
  .count {
    grid-column: auto;
  }
  .count i {
    display: none;
  }
}
@media (min-width: 1000px) {
  .trays {
    columns: 2;
    column-gap: 8px;
  }
}
.count i {
  width: 11px;
  height: 11px;
  border: 2px solid var(--soft);
  border-radius: 50%;
}
.count .in {
  background: var(--ok);
  border-color: var(--ok);
}
.back {
  border-left-color: var(--ok);
}
.missing,
.over {
  border-left-color: var(--bad);
}
</style>
