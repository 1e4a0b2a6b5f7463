<script setup lang="ts">
import type { Tray, Well } from '#core/job/fastenerLedger'
import { formatNumber } from '#core/units/formatQuantity'
import { fastenerWords } from '#shared/words/fastenerWords'

/** The bolts as they lie on the bench: a well for each size, length and place, with what came out and what is back. */
defineProps<{ trays: readonly Tray[] }>()
const stateWords: Record<Well['state'], string> = { off: 'out', back: 'all back', missing: 'missing', over: 'one too many' }
/** Drawn on its outline when the sheet says where every bolt sits and they are not all alike. */
const outlined = (tray: Tray) => tray.mixed && tray.wells.every(well => well.fastener.spots?.length === well.fastener.count)
const reach = (well: Well) => Math.max(14, Math.min(70, (well.fastener.length ?? 16) * 0.9))
</script>

<template>
  <section v-if="trays.length" class="card stack" aria-label="Bolt tray">
    <h3>Bolt tray</h3>
    <div v-for="tray in trays" :key="tray.operation" class="tray">
      <div class="spread"><b>{{ tray.name }}</b><span v-if="tray.mixed" class="tag warn">two lengths or sizes: back where they were</span></div>
      <svg v-if="outlined(tray)" class="outline" viewBox="0 0 240 110" role="img" :aria-label="`Where the bolts of ${tray.name} sit`"><rect x="4" y="4" width="232" height="102" rx="14" /><template v-for="well in tray.wells" :key="well.group"><g v-for="(spot, i) in well.fastener.spots" :key="i" :transform="`translate(${14 + spot[0] * 212},${14 + spot[1] * 82})`"><circle v-if="well.group === 0" r="7" class="first" /><rect v-else x="-7" y="-7" width="14" height="14" class="other" /></g></template></svg>
      <ul><li v-for="well in tray.wells" :key="well.group" class="well" :class="well.state">
        <svg width="78" height="30" viewBox="0 0 78 30" aria-hidden="true"><rect x="1" y="5" width="10" height="20" rx="2" class="metal" /><rect x="11" y="11" :width="reach(well)" height="8" class="metal" /><path :d="`M${11 + reach(well) * 0.35} 11v8M${11 + reach(well) * 0.55} 11v8M${11 + reach(well) * 0.75} 11v8`" class="thread" /></svg>
        <span><b><template v-if="outlined(tray)">{{ well.group === 0 ? '● ' : '■ ' }}</template>{{ fastenerWords(well.fastener) }}</b><span class="soft">{{ well.fastener.place }}</span></span>
        <span class="count" :aria-label="`${well.in ?? 0} of ${well.out} back`"><i v-for="n in Math.min(well.out, 24)" :key="n" :class="{ in: n <= (well.in ?? 0) }" /><b>{{ formatNumber(well.in ?? 0, 0) }} of {{ well.out }}</b> {{ stateWords[well.state] }}</span>
      </li></ul>
    </div>
  </section>
</template>

<style scoped>
.tray .spread { flex-wrap: wrap; } .tray .tag { white-space: normal; }
.tray { background: var(--well); padding: 8px 12px; border-radius: 4px; display: grid; gap: 6px; } ul { display: grid; gap: 6px; }
.outline { width: min(100%, 320px); } .outline > rect { fill: var(--card); stroke: var(--ink); stroke-width: 2; } .first { fill: var(--ink); } .other { fill: var(--warn); }
.well { display: grid; grid-template-columns: 82px 1fr; gap: 2px 8px; align-items: center; background: var(--card); border: 1px solid var(--line); border-left: 6px solid var(--line); padding: 5px 8px; } .well > span { display: grid; } .count { grid-column: 1 / -1; display: flex !important; gap: 3px; align-items: center; flex-wrap: wrap; font-size: 14px; } .count b { margin-left: 6px; }
.count i { width: 11px; height: 11px; border: 2px solid var(--soft); border-radius: 50%; } .count .in { background: var(--ok); border-color: var(--ok); }
.back { border-left-color: var(--ok); } .missing, .over { border-left-color: var(--bad); } .metal { fill: var(--tube); stroke: var(--ink); stroke-width: 1.2; } .thread { stroke: var(--ink); stroke-width: 1; }
</style>
