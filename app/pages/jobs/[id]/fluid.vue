<script setup lang="ts">
import { computed } from 'vue'
import { useJobPage } from '~/composables/useJobPage'
import { useUnits } from '~/stores/units'

const { job } = useJobPage()
const units = useUnits()
const resolved = computed(() => job.resolved!)
</script>

<template>
  <div class="stack">
    <section v-if="job.fluid" class="card stack">
      <h3>Fluid</h3>
      <FluidBalance v-if="job.balance" :balance="job.balance" :estimate="job.fluid" />
      <p>
        Top-up <b>{{ units.volumeRange(job.fluid.topUp.least, job.fluid.topUp.most) }}</b>, likely
        {{ units.volume(job.fluid.topUp.likely) }}
      </p>
      <v-table class="kit">
        <tbody>
          <tr v-for="spill in job.fluid.joints" :key="spill.joint">
            <td>
              {{ resolved.joints.find(item => item.id === spill.joint)?.name
              }}<span v-if="spill.componentUnknown" class="sub">plus what the component holds: unknown</span>
            </td>
            <td class="num">{{ units.volumeRange(spill.spill.least, spill.spill.most) }}</td>
          </tr>
        </tbody>
      </v-table>
    </section>
    <div v-else class="empty">
      <b>No fluid to reckon with yet.</b>What runs out and what goes in follow from the plan: choose the lines first.
    </div>
  </div>
</template>
