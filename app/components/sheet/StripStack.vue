<script setup lang="ts">
import type { WaysChosen } from '#core/plan/types'
import { computed } from 'vue'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { settleWindow } from '#core/sheet/settleContested'
import type { JobState } from '#core/job/types'
import { unrollLine } from '#core/route/unrollLine'
import { formatNumber } from '#core/units/formatQuantity'
import { jointStatus } from '#core/job/state/jointStatus'
import { useUnits } from '~/stores/units'
import { targetTorque } from '#core/torque/checkTorque'

/** All lines of a car on one scale: the chosen one with its words, the others as bare strips to choose from. */
const props = defineProps<{
  resolved: ResolvedSheet
  line: string
  selected?: string
  ways?: WaysChosen
  state?: JobState
  scope?: readonly string[]
  cursor?: { line: string; at: number }
}>()
const emit = defineEmits<{ line: [id: string]; select: [id: string] }>()
const units = useUnits()

const strips = computed(() =>
  props.resolved.lines.map(line => ({
    line,
    unrolled: line.sections.length > 0 ? unrollLine(props.resolved, line, props.ways) : undefined,
  })),
)
const longest = computed(() => Math.max(1, ...strips.value.map(({ unrolled }) => unrolled?.length ?? 0)))
const notes = computed(() =>
  Object.fromEntries(
    props.resolved.joints.map(joint => {
      const torque = settleWindow(joint.torque ?? 'unknown')
      return [
        joint.id,
        [
          joint.hex.turn && `${formatNumber(joint.hex.turn, 1)} mm`,
          torque.kind !== 'unknown' && units.torque(targetTorque(torque.value)),
          joint.seals.map(seal => `${seal.count} × ${seal.name}`).join(', '),
        ]
          .filter(Boolean)
          .join(' · '),
      ]
    }),
  ),
)
const states = computed(() =>
  Object.fromEntries(props.resolved.joints.map(joint => [joint.id, jointStatus(joint, props.state?.joints[joint.id])])),
)
const holdsDone = computed(() =>
  Object.fromEntries(Object.entries(props.state?.holds ?? {}).map(([id, hold]) => [id, hold.fastened !== undefined])),
)
</script>

<template>
  <div class="card ruled box">
    <div class="side">reached from above</div>
    <div
      v-for="{ line: item, unrolled } in strips"
      :key="item.id"
      class="one"
      :class="{ on: item.id === line, off: scope && !scope.includes(item.id) }"
    >
      <v-btn-second class="head" :aria-pressed="item.id === line" @click="emit('line', item.id)">
        <b>{{ item.name }}</b><span v-if="item.mark" class="tag">{{ item.mark }}</span
        ><span class="soft">{{ unrolled ? `${formatNumber(unrolled.length, 0)} mm` : 'shape not measured yet' }}</span
        ><span v-if="scope && !scope.includes(item.id)" class="soft">stays</span>
      </v-btn-second>
      <LineStrip
        v-if="unrolled"
        picks
        :line="unrolled"
        :name="item.name"
        :scale-to="longest"
        :compact="item.id !== line"
        :axis="item.id === line"
        :joint-notes="notes"
        :joint-states="states"
        :holds-done="holdsDone"
        :selected="selected"
        :cursor="cursor?.line === item.id ? cursor.at : undefined"
        @select="id => emit('select', id)"
      />
    </div>
    <div class="side">reached from below</div>
  </div>
</template>

<style scoped>
.box {
  padding: 8px 12px;
}
.side {
  font: 600 13px/1.2 var(--face);
  color: var(--soft);
}
.one {
  padding: 2px 0;
  border-top: 1px solid var(--line);
}
.one:nth-child(2) {
  border-top: 0;
}
.box .head.v-btn {
  justify-content: flex-start;
  width: 100%;
  min-height: 30px;
  padding: 6px 0 0;
  border: 0;
  background: none;
  color: var(--ink);
  font: 500 15px/1.2 var(--face);
  text-align: left;
}
.head :deep(.v-btn__content) {
  gap: 10px;
  align-items: baseline;
}
.head[aria-pressed='true'] b {
  text-decoration: underline;
  text-decoration-thickness: 3px;
  text-underline-offset: 5px;
}
.head .soft {
  white-space: nowrap;
}
.off .strip {
  opacity: 0.45;
}
</style>
