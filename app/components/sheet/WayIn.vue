<script setup lang="ts">
import { settleWindow } from '#core/sheet/settleContested'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { hexName } from '#shared/words/hexWords'
import { reachOf } from '#shared/words/standWords'
import { positionWords } from '#shared/words/vocabulary'
import { useUnits } from '~/stores/units'

/** What must come off to get there, and what holds the lines. */
defineProps<{ resolved: ResolvedSheet; needed?: readonly string[] }>()
const units = useUnits()
</script>

<template>
  <div class="columns">
    <section class="stack">
      <h2>What must come off</h2>
      <p v-if="resolved.operations.length === 0" class="soft">Nothing: the lines are reached as the car stands.</p>
      <div v-else class="scroll" tabindex="0">
        <table class="grid">
          <thead>
            <tr>
              <th>Part</th>
              <th>Where</th>
              <th class="n">Off</th>
              <th class="n">On</th>
              <th>Fasteners</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="operation in resolved.operations" :key="operation.id">
              <td>
                <b>{{ operation.name }}</b><span class="sub">{{
                  needed && !needed.includes(operation.id) ? 'not needed for all lines' : operation.how
                }}</span
                ><span v-if="!operation.engineMayRun" class="tag warn">engine must not run without it</span>
              </td>
              <td class="nowrap">
                {{ reachOf(resolved.sheet, operation.from) }}<span class="sub">car {{ positionWords[operation.at] }}</span>
              </td>
              <td class="n">{{ operation.off }}&nbsp;min</td>
              <td class="n">{{ operation.on }}&nbsp;min</td>
              <td>
                <span v-for="(fastener, i) in operation.fasteners" :key="i" class="fast"
                  >{{ fastener.count }} × {{ fastener.what }} {{ fastener.size }}<span class="sub">{{ fastener.place }}</span></span
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
    <section class="stack">
      <h2>What holds the lines</h2>
      <div class="scroll" tabindex="0">
        <table class="grid">
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
              <td>
                <b>{{ hold.name }}</b><span class="sub">{{ resolved.lines.find(item => item.id === hold.line)?.name }}</span>
              </td>
              <td class="n"><UnitValue :text="units.length(hold.at)" :others="units.elsewhere.length(hold.at)" /></td>
              <td>
                {{ hold.opens
                }}<span class="sub">{{
                  [hold.reuse === 'never' ? 'renew' : 'reuse if good', hold.newLineBrings && 'new line brings it', hold.part]
                    .filter(Boolean)
                    .join(' · ')
                }}</span>
              </td>
              <td>
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
        </table>
      </div>
    </section>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
  align-items: start;
}
.nowrap {
  white-space: nowrap;
}
.fast {
  display: block;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
