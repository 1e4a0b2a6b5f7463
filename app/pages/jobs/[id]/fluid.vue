<script setup lang="ts">
import { bleedMethodsFor } from '#core/bleed/bleedMethodsFor'
import { computed } from 'vue'
import { openingOf } from '#core/bleed/openingOf'
import { balanceOf } from '#core/job/state/balanceOf'
import { bleedMethodOf } from '#core/job/state/carState'
import { levelCurve } from '#core/fluid/levelCurve'
import { levelFluidOf } from '#core/sheet/levelFluidOf'
import { settleValue, settleWindow } from '#core/sheet/settleContested'
import { millimetres } from '#core/units/types'
import { spillWords } from '#shared/words/spillWords'
import { list } from '#shared/words/vocabulary'
import { useJobPage } from '~/composables/useJobPage'
import { useUnits } from '~/stores/units'

const { job, record } = useJobPage()
const units = useUnits()
const resolved = computed(() => job.resolved!)
/** Fluids of their own that parts on the way let out. */
const others = computed(() =>
  (resolved.value.sheet.circuits ?? []).flatMap(circuit => {
    const drained = job.fluid?.drained.find(one => one.circuit === circuit.id)
    const parts = resolved.value.operations.filter(({ id, drains }) => drains?.circuit === circuit.id && job.plan?.operations.includes(id))
    return drained && job.state
      ? [
          {
            circuit,
            drained: { ...drained, parts: list(parts.map(({ name }) => name)) },
            balance: balanceOf(resolved.value, job.state, circuit.id),
          },
        ]
      : []
  }),
)
/** Levels of the lines' own fluid that move with temperature as far as the sheet tells. */
const charts = computed(() =>
  resolved.value.sheet.levels.flatMap(level => {
    const fluid = levelFluidOf(resolved.value.sheet, level)
    const window = settleWindow(level.temperature)
    if (!fluid || window.kind === 'unknown') return []
    const curve = levelCurve(fluid, { band: level.band ?? millimetres(0) }, window.value, { from: -10, to: 100, step: 5 })
    const readings = (job.state?.levels ?? []).flatMap(({ level: id, celsius, mm }) =>
      id === level.id && celsius !== undefined && mm !== undefined ? [{ celsius, mm }] : [],
    )
    const summary = `${level.name}, mm above its lower mark: right between the marks at ${units.temperatureRange(window.value)}.`
    return [{ level, curve, readings, summary }]
  }),
)
const spec = computed(() => settleValue(resolved.value.sheet.fluid.spec))
const capacity = computed(() => settleValue(resolved.value.sheet.fluid.capacity))
const shapeless = computed(() => resolved.value.lines.filter(({ id }) => job.fluid?.shapeless.includes(id)).map(({ name }) => name))
</script>

<template>
  <div class="fluid-room">
    <RoomPart v-if="job.fluid" first :title="others.length ? 'The lines’ own fluid' : 'Fluid'">
      <FluidBalance v-if="job.balance" :balance="job.balance" :estimate="job.fluid" />
      <p v-if="shapeless.length === 0">
        Top-up <b>{{ units.volumeRange(job.fluid.topUp.least, job.fluid.topUp.most) }}</b>, likely
        {{ units.volume(job.fluid.topUp.likely) }}
      </p>
      <v-table class="kit">
        <tbody>
          <tr v-for="spill in job.fluid.joints" :key="spill.joint">
            <td>{{ resolved.joints.find(item => item.id === spill.joint)?.name }}</td>
            <td class="num">{{ spillWords(spill, resolved, job.fluid, units.volumeRange) }}</td>
          </tr>
        </tbody>
      </v-table>
      <p v-for="line in shapeless" :key="line" class="caution">
        {{ line }}: nobody has measured its shape, so what it holds is not in these numbers.
      </p>
    </RoomPart>
    <BuyFluid v-if="job.fluid && !job.state?.signedOff" />
    <LostBefore v-if="job.fluid && !job.state?.signedOff" @say="record" />
    <RoomPart v-for="{ circuit, drained, balance } in others" :key="circuit.id" :title="circuit.name" :told="`let out by ${drained.parts}`">
      <FluidBalance :balance="balance" />
      <p>
        Let out by {{ drained.parts }}: <b>{{ units.volumeRange(drained.spill.least, drained.spill.most) }}</b>, likely
        {{ units.volume(drained.spill.likely) }}. A pan and a jug of its own.
        {{ circuit.reuse ? 'It may go back in where it is clean.' : 'It does not go back in.' }}
      </p>
      <p class="soft">{{ circuit.fill.name }}. {{ circuit.level.name }}: {{ circuit.level.reads }}</p>
    </RoomPart>
    <FluidTools
      v-if="spec.kind !== 'unknown'"
      :spec="spec.value"
      :also-named="resolved.sheet.fluid.mixesWith"
      :volume="capacity.kind === 'unknown' ? undefined : capacity.value"
    />
    <RoomPart v-if="charts.length" title="Level and temperature">
      <div class="charts">
        <LevelChart
          v-for="chart in charts"
          :key="chart.level.id"
          :curve="chart.curve"
          :readings="chart.readings"
          :summary="chart.summary"
        />
      </div>
    </RoomPart>
    <BleedAdvice
      v-if="bleedMethodsFor(resolved.sheet).length > 1"
      :bleeding="resolved.sheet.bleeding"
      :in-use="bleedMethodOf(resolved.sheet, job.inputs)"
      :start="openingOf(resolved.lines, job.state!.scope)"
      @use="method => job.inputs && record({ type: 'planned', inputs: { ...job.inputs, bleed: method } })"
    />
    <div v-if="!job.fluid" class="empty">
      <b>No fluid to reckon with yet.</b>What runs out and what goes in follow from the plan: choose the lines first.
    </div>
  </div>
</template>

<style scoped>
.fluid-room {
  columns: 3 340px;
  column-gap: 12px;
}
.fluid-room > * {
  break-inside: avoid;
  margin-bottom: 12px;
}
@media (min-width: 1000px) {
  .fluid-room {
    --chart-height: 150px;
    margin-bottom: -12px;
  }
}
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(380px, 100%), 1fr));
  gap: 18px;
}
</style>
