<script setup lang="ts">
import { computed } from 'vue'
import { isOn } from '#core/sheet/jointLines'
import { settleWindow } from '#core/sheet/settleContested'
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import type { Joint } from '#core/sheet/types'
import { targetTorque } from '#core/torque/checkTorque'
import { practiceFor } from '#core/fittings/jointKinds'
import { practiceWords } from '#shared/words/practiceWords'
import { hexName, nearHexWords } from '#shared/words/hexWords'
import { reachOf } from '#shared/words/standWords'
import { jointWords, proofWords } from '#shared/words/vocabulary'
import { useUnits } from '~/stores/units'

const props = defineProps<{ resolved: ResolvedSheet; selected?: string }>()
const emit = defineEmits<{ select: [id: string] }>()
const units = useUnits()

const rows = computed(() =>
  props.resolved.lines.map(line => ({
    line,
    joints: props.resolved.joints
      .filter(joint => isOn(joint, line.id))
      .map(joint => ({ joint, torque: settleWindow(joint.torque ?? 'unknown') })),
  })),
)
const hexes = (joint: Joint) => (joint.hex.turn === undefined ? undefined : hexName(joint.hex.turn))
</script>

<template>
  <v-table class="boxed cards">
    <thead>
      <tr>
        <th>Fitting</th>
        <th>Wrench</th>
        <th>Torque</th>
        <th>Seals</th>
        <th>Proof</th>
      </tr>
    </thead>
    <tbody v-for="{ line, joints } in rows" :key="line.id">
      <tr class="group">
        <th colspan="5" scope="colgroup">
          {{ line.name }}<span v-if="line.mark" class="tag">{{ line.mark }}</span>
        </th>
      </tr>
      <tr v-for="{ joint, torque } in joints" :key="joint.id" :class="{ on: joint.id === selected }" @click="emit('select', joint.id)">
        <td class="name">
          <div class="glyph">
            <svg width="40" height="32" viewBox="-20 -18 40 34" aria-hidden="true"><JointGlyph :kind="joint.kind" /></svg>
            <span
              ><v-btn-plain class="pick" @click.stop="emit('select', joint.id)">{{ joint.name }}</v-btn-plain
              ><span class="sub">{{ jointWords[joint.kind] }}, {{ reachOf(resolved.sheet, joint.ways[0]!.from) }}</span></span
            >
          </div>
        </td>
        <td data-label="Wrench">
          <span class="num" :class="{ big2: hexes(joint) }">{{ hexes(joint) ?? joint.tools[0] ?? '–' }}</span><span
            v-if="joint.hex.hold"
            class="sub"
            >hold {{ hexName(joint.hex.hold) }}</span
          ><span
            v-for="near in joint.hex.turn ? nearHexWords(joint.hex.turn, joint.hex.alternates).slice(0, 2) : []"
            :key="near"
            class="sub"
            >{{ near }}</span
          >
        </td>
        <td data-label="Torque">
          <template v-if="torque.kind !== 'unknown'"
            ><span class="num big2">{{ units.torque(targetTorque(torque.value)) }}</span
            ><span class="sub nowrap"
              ><UnitValue :text="units.torqueRange(torque.value)" :others="units.elsewhere.torque(torque.value)" /></span
            ><span class="sub nowrap">{{ units.otherTorqueRange(torque.value) }}</span
            ><SourceNote
              :settled="torque"
              :show="units.torqueRange"
              :what="`torque, ${joint.name}`"
              :path="['joints', resolved.sheet.joints.indexOf(joint), 'torque']"
            /><span v-if="joint.turn" class="sub">or snug, then {{ joint.turn.snugThen }}°</span></template
          >
          <template v-else-if="joint.torque === undefined"
            ><span class="num">–</span><span class="sub">{{ practiceWords(practiceFor(joint.kind)) }}</span></template
          >
          <template v-else
            ><span class="num">unknown</span><span class="sub">practice: {{ practiceWords(practiceFor(joint.kind)) }}</span
            ><SourceNote
              :settled="torque"
              :show="units.torqueRange"
              :what="`torque, ${joint.name}`"
              :practice="practiceWords(practiceFor(joint.kind))"
          /></template>
        </td>
        <td data-label="Seals">
          <ul>
            <li v-for="seal in joint.seals" :key="seal.id" class="nowrap">
              {{ seal.count }} × {{ seal.name
              }}<span class="sub">{{
                [seal.part ?? seal.size, seal.unobtainable ? 'not supplied: leave it shut' : seal.reuse === 'never' ? 'new' : 'if good']
                  .filter(Boolean)
                  .join(' · ')
              }}</span>
            </li>
            <li v-if="!joint.seals.length" class="soft">none</li>
          </ul>
        </td>
        <td data-label="Proof">
          <ul>
            <li v-for="proof in joint.proofs" :key="proof">{{ proofWords[proof].short }}</li>
          </ul>
        </td>
      </tr>
    </tbody>
  </v-table>
</template>

<style scoped>
.glyph {
  display: flex;
  gap: 8px;
  align-items: flex-start;
}
.v-btn.pick {
  font-weight: 700;
  text-align: left;
}
.big2 {
  font-size: 19px;
}
ul {
  list-style: none;
  padding: 0;
}
.group .tag {
  margin-left: 8px;
  font-size: 12.5px;
}
tbody tr:not(.group) {
  cursor: pointer;
}
</style>
