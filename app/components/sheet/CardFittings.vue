<script setup lang="ts">
import { computed } from 'vue'
import { practiceFor } from '#core/fittings/jointKinds'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { settleWindow } from '#core/sheet/settleContested'
import { targetTorque } from '#core/torque/checkTorque'
import { hexName } from '#shared/words/hexWords'
import { practiceWords } from '#shared/words/practiceWords'
import { jointWords } from '#shared/words/vocabulary'
import { useUnits } from '~/stores/units'

/** On paper: every fitting with its wrench, its torque in both units, and what is renewed. */
const props = defineProps<{ resolved: Pick<ResolvedSheet, 'lines' | 'joints'> }>()
const units = useUnits()
const rows = computed(() =>
  props.resolved.joints.map(joint => ({
    joint,
    line: props.resolved.lines.find(line => line.id === joint.line)!,
    torque: settleWindow(joint.torque ?? 'unknown'),
  })),
)
</script>

<template>
  <table>
    <thead>
      <tr>
        <th>Fitting</th>
        <th>Wrench</th>
        <th class="n">Torque</th>
        <th>Seals</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="{ joint, line, torque } in rows" :key="joint.id">
        <td>
          <b>{{ joint.name }}</b> {{ jointWords[joint.kind] }}<span v-if="resolved.lines.length > 1" class="soft">, {{ line.name }}</span>
        </td>
        <td>
          {{ joint.hex.turn ? hexName(joint.hex.turn) : (joint.tools[0] ?? '–')
          }}<span v-if="joint.hex.hold" class="soft">, hold {{ hexName(joint.hex.hold) }}</span>
        </td>
        <td class="n">
          <template v-if="torque.kind !== 'unknown'"
            ><b>{{ units.torque(targetTorque(torque.value)) }}</b
            >{{ ' '
            }}<span class="soft">({{ units.torqueRange(torque.value) }}, {{ units.otherTorqueRange(torque.value) }})</span></template
          ><template v-else-if="joint.torque">unknown; {{ practiceWords(practiceFor(joint.kind)) }}</template
          ><template v-else>{{ practiceWords(practiceFor(joint.kind)) }}</template>
        </td>
        <td>{{ joint.seals.map(seal => `${seal.count} × ${seal.name}`).join(', ') || '–' }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  text-align: left;
  border-bottom: 0.5mm solid #14191c;
  padding: 1mm 1.5mm;
}
td {
  border-bottom: 0.2mm solid #b8b8b8;
  padding: 1mm 1.5mm;
  vertical-align: top;
}
.n {
  text-align: right;
}
</style>
