<script setup lang="ts">
import type { ResolvedSheet } from '#core/sheet/resolveSheet'
import { reachOf } from '#shared/words/standWords'
import { positionWords } from '#shared/words/vocabulary'

/** What must come off to get there, with every fastener and its place. */
defineProps<{ resolved: ResolvedSheet; needed?: readonly string[] }>()
</script>

<template>
  <section class="stack">
    <h2>What must come off</h2>
    <p v-if="resolved.operations.length === 0" class="soft">Nothing: the lines are reached as the car stands.</p>
    <v-table v-else class="boxed cards">
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
          <td class="name">
            <b>{{ operation.name }}</b><span class="sub">{{
              needed && !needed.includes(operation.id) ? 'not needed for all lines' : operation.how
            }}</span
            ><span v-if="!operation.engineMayRun" class="tag warn">engine must not run without it</span>
          </td>
          <td data-label="Where">
            {{ reachOf(resolved.sheet, operation.from) }}<span class="sub">car {{ positionWords[operation.at] }}</span>
          </td>
          <td class="n" data-label="Off">{{ operation.off }}&nbsp;min</td>
          <td class="n" data-label="On">{{ operation.on }}&nbsp;min</td>
          <td data-label="Fasteners">
            <div v-for="(fastener, i) in operation.fasteners" :key="i">
              {{ fastener.count }} × {{ fastener.what }} {{ fastener.size }} <span class="soft">{{ fastener.place }}</span>
            </div>
          </td>
        </tr>
      </tbody>
    </v-table>
  </section>
</template>
