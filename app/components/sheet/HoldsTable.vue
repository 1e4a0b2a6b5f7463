<script setup lang="ts">
import { settleWindow } from '#core/sheet/settleContested'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { hexName } from '#shared/words/hexWords'
import { useUnits } from '~/stores/units'

/** What holds the lines to the car, how each opens, and what of it is renewed. */
defineProps<{ resolved: ResolvedSheet }>()
const units = useUnits()
</script>

<template>
  <section class="stack">
    <h2>What holds the lines</h2>
    <p v-if="resolved.holds.length === 0" class="soft">Nothing but their fittings.</p>
    <v-table v-else class="boxed cards">
      <thead>
        <tr>
          <th>Hold</th>
          <th class="n">At</th>
          <th>Opens</th>
          <th>Hex, torque</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="hold in resolved.holds" :key="hold.id">
          <td class="name">
            <b>{{ hold.name }}</b><span class="sub">{{ resolved.lines.find(item => item.id === hold.line)?.name }}</span>
          </td>
          <td class="n" data-label="At"><UnitValue :text="units.length(hold.at)" :others="units.elsewhere.length(hold.at)" /></td>
          <td data-label="Opens">
            {{ hold.opens
            }}<span class="sub">{{
              [hold.reuse === 'never' ? 'renew' : 'reuse if good', hold.newLineBrings && 'new line brings it', hold.part]
                .filter(Boolean)
                .join(' · ')
            }}</span>
          </td>
          <td data-label="Hex, torque">
            {{ hold.hex ? hexName(hold.hex) : '–'
            }}<template v-for="torque in [settleWindow(hold.torque ?? 'unknown')]" :key="torque.kind"
              ><span v-if="torque.kind !== 'unknown'" class="sub"
                ><UnitValue :text="units.torqueRange(torque.value)" :others="units.elsewhere.torque(torque.value)" /></span
              ><SourceNote
                v-if="hold.torque"
                :settled="torque"
                :show="units.torqueRange"
                :what="`torque, ${hold.name}`"
                :path="['holds', resolved.sheet.holds.indexOf(hold), 'torque']"
            /></template>
          </td>
        </tr>
      </tbody>
    </v-table>
  </section>
</template>
