<script setup lang="ts">
import { hasOutline } from '#core/job/state/fastenerLedger'
import { settleWindow } from '#core/sheet/settleContested'
import type { Fastener } from '#core/sheet/types'
import { boltMark, fastenerWords } from '#shared/words/fastenerWords'
import { useUnits } from '~/stores/units'

/** Counted wells: so many of each out, so many in. Two lengths in one part are two wells. */
const props = defineProps<{ fasteners: readonly Fastener[]; expected: readonly number[]; verb: string }>()
const counts = defineModel<number[]>({ required: true })
const change = (i: number, by: number) =>
  (counts.value = counts.value.map((count, j) => (j === i ? Math.max(0, Math.min(99, count + by)) : count)))
const units = useUnits()
/** Going back in, a fastener shows its torque. */
function torqueOf(fastener: Fastener): string {
  const window = settleWindow(fastener.torque ?? 'unknown')
  return props.verb === 'in' && window.kind !== 'unknown' ? ` · ${units.torqueRange(window.value)}` : ''
}
const off = (i: number) => counts.value[i] !== props.expected[i]
</script>

<template>
  <BoltOutline v-if="hasOutline(fasteners)" name="this part" :fasteners="fasteners" />
  <ul class="wells" :aria-label="`Fasteners ${verb}`">
    <li v-for="(fastener, i) in fasteners" :key="i" :class="{ off: off(i) }">
      <span
        ><b
          ><span v-if="hasOutline(fasteners)" class="mark">{{ boltMark(i) }}</span
          >{{ fastenerWords(fastener) }}</b
        ><small
          >{{ fastener.place }}{{ fastener.hex ? ` · ${fastener.hex} mm` : '' }}{{ fastener.oneTime ? ' · renew' : ''
          }}{{ torqueOf(fastener) }}</small
        ></span
      >
      <span class="count"
        ><v-btn-second :aria-label="`one ${fastener.what} less`" @click="change(i, -1)">−</v-btn-second
        ><output :aria-label="`${fastener.what}: how many`"
          >{{ counts[i] }}<small>of {{ expected[i] }}</small></output
        ><v-btn-second :aria-label="`one ${fastener.what} more`" @click="change(i, 1)">+</v-btn-second></span
      >
    </li>
  </ul>
</template>

<style scoped>
.wells {
  display: grid;
  gap: 8px;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  align-items: center;
  background: var(--card);
  border: 1px solid var(--line);
  border-left: 8px solid var(--ok);
  padding: 8px 10px 8px 12px;
}
li.off {
  border-left-color: var(--warn);
}
small {
  display: block;
  color: var(--soft);
  font-size: 15px;
}
.count {
  display: flex;
  align-items: center;
  gap: 6px;
}
.count .v-btn {
  min-width: 52px;
  min-height: 52px;
  font-size: 24px;
  padding: 0;
}
.mark {
  margin-right: 8px;
}
output {
  font: 700 26px/1 var(--face);
  min-width: 54px;
  text-align: center;
}
</style>
