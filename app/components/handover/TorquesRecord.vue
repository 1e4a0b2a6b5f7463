<script setup lang="ts">
import type { buildRecord } from '#core/job/record/buildRecord'
import { formatEntered, formatQuantity, formatRange } from '#core/units/formatQuantity'
import { howWords, instrumentWords } from '#shared/words/recordWords'

/** Every torque as it was entered and in both units, against its window. */
defineProps<{ torques: ReturnType<typeof buildRecord>['torques'] }>()
</script>

<template>
  <section class="card">
    <h2>Torques</h2>
    <v-table class="boxed cards">
      <thead>
        <tr>
          <th>Joint</th>
          <th class="n">Entered</th>
          <th class="n">N·m</th>
          <th class="n">lbf·ft</th>
          <th class="n">Window</th>
          <th>How</th>
          <th>Who</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="torque in torques" :key="`${torque.joint} ${torque.name}`">
          <td class="name">{{ torque.name }}</td>
          <td class="n" data-label="Entered">{{ torque.entered ? formatEntered('torque', torque.entered) : '–' }}</td>
          <td class="n" data-label="N·m">
            {{ torque.newtonMetres === undefined ? '–' : formatQuantity('torque', torque.newtonMetres, 'N.m') }}
          </td>
          <td class="n" data-label="lbf·ft">
            {{ torque.newtonMetres === undefined ? '–' : formatQuantity('torque', torque.newtonMetres, 'lbf.ft') }}
          </td>
          <td class="n" data-label="Window">
            {{ torque.window ? formatRange('torque', torque.window.low, torque.window.high, 'N.m') : 'none stated' }}
          </td>
          <td data-label="How">
            {{ torque.instrument ? instrumentWords[torque.instrument] : howWords[torque.how]
            }}<span v-if="torque.reason" class="sub">accepted outside: {{ torque.reason }}</span>
          </td>
          <td data-label="Who">{{ torque.by }}</td>
        </tr>
        <tr v-if="!torques.length">
          <td colspan="7" class="soft">none yet</td>
        </tr>
      </tbody>
    </v-table>
  </section>
</template>
