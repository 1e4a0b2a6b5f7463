<script setup lang="ts">
import type { RuleBreach } from '#core/making/makingRules'
import type { LineInMaking, WorkedOut } from '#core/making/workOut'
import { formatNumber } from '#core/units/formatQuantity'
import { breachWords } from '#shared/words/makeActWords'
import { bendWords } from '#shared/words/pointsWords'
import { cutIssueWords, makeableWords, needWords, orderWords, turnWords } from '#shared/words/makingWords'

/** Where to cut and where to mark, what to set, which way to turn; and what stands against it, before anything is cut. */
defineProps<{
  worked: WorkedOut
  line: LineInMaking
  mayTurn: boolean
  /** What the shop's rules do not allow in such a line. */
  breaches: readonly RuleBreach[]
}>()
const emit = defineEmits<{ turn: [] }>()
const mm = (value: number) => formatNumber(value, 1)
</script>

<template>
  <section class="card stack" aria-labelledby="marks">
    <div class="spread">
      <h3 id="marks">Cut and mark</h3>
      <v-btn-quiet v-if="mayTurn" size="small" @click="emit('turn')">Begin at the other end</v-btn-quiet>
    </div>
    <p v-if="worked.needs.length" class="soft">Still to say: {{ worked.needs.map(need => needWords[need]).join(', ') }}.</p>
    <p v-if="worked.refused" class="caution" role="alert">{{ bendWords(worked.refused) }} With this bender the line cannot be made so.</p>
    <div v-if="breaches.length" class="caution" role="alert">
      <p><b>Not allowed here</b></p>
      <ul>
        <li v-for="(breach, i) in breaches" :key="i">{{ breachWords(breach) }}</li>
      </ul>
    </div>
    <div v-if="worked.issues.length" class="caution" role="alert">
      <ul>
        <li v-for="(issue, i) in worked.issues" :key="i">{{ makeableWords(issue) }}</li>
      </ul>
    </div>
    <template v-if="worked.made">
      <p v-if="worked.cut" class="cut">
        Cut <b>{{ mm(worked.cut.cut) }} mm</b
        ><span class="sub"
          >{{ mm(worked.developed) }} mm along the middle<template v-if="worked.cut.from + worked.cut.to > 0"
            >, {{ mm(worked.cut.from + worked.cut.to) }} mm for the flares</template
          ><template v-if="line.trim">, {{ mm(line.trim) }} mm to trim</template></span
        >
      </p>
      <CoilPiece v-if="worked.cut" :tube="line.tube" :length="worked.cut.cut" />
      <p v-if="worked.notCut" class="caution">{{ cutIssueWords(worked.notCut) }}</p>
      <v-table v-if="worked.marks?.length" class="marks">
        <thead>
          <tr>
            <th>Bend</th>
            <th class="n">Mark at</th>
            <th class="n">Set</th>
            <th>Turn the tube</th>
            <th class="n">Clock</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="mark in worked.marks" :key="mark.bend">
            <th scope="row">{{ mark.bend + 1 }}</th>
            <td class="n">
              <b>{{ mm(mark.mark) }} mm</b>
            </td>
            <td class="n">
              <b>{{ mm(mark.set) }}°</b><span class="sub">for {{ mm(mark.angle) }}°</span>
            </td>
            <td>{{ turnWords(mark) }}</td>
            <td class="n">{{ formatNumber(mark.clock, 0) }}°</td>
          </tr>
        </tbody>
      </v-table>
      <p v-if="worked.marks?.length" class="soft">
        Marks are measured from the cut of the end you begin at. Left and right are as seen from that end.
      </p>
      <p v-if="worked.order && worked.order.order?.length !== 1">{{ orderWords(worked.order) }}</p>
    </template>
  </section>
</template>

<style scoped>
li::first-letter {
  text-transform: uppercase;
}
.cut {
  font-size: 20px;
}
.cut .sub {
  display: block;
  font-size: 15px;
}
.marks .n {
  white-space: nowrap;
}
.marks b {
  font-size: 18px;
}
</style>
