<script setup lang="ts">
import type { ResolvedSheet } from '#core/sheet/resolveSheet'

/** What can be ordered for each line. */
defineProps<{ resolved: ResolvedSheet }>()
</script>

<template>
  <section class="stack">
    <h2>Parts</h2>
    <v-table class="boxed cards">
      <thead>
        <tr>
          <th>Part</th>
          <th>Line</th>
          <th>Number</th>
        </tr>
      </thead>
      <tbody v-for="item in resolved.lines" :key="item.id">
        <tr v-for="part in item.parts" :key="part.id">
          <td class="name">
            <b>{{ part.name }}</b><span class="sub"
              >{{ part.kind }}<template v-if="part.note"> · {{ part.note }}</template></span
            ><span v-if="part.discontinued" class="tag warn">no longer supplied</span
            ><span v-if="part.supersededBy" class="tag"
              >replaced by {{ item.parts.find(other => other.id === part.supersededBy)?.number ?? part.supersededBy }}</span
            >
          </td>
          <td data-label="Line">{{ item.name }}</td>
          <td class="nowrap" data-label="Number">{{ part.number ?? '–' }}</td>
        </tr>
      </tbody>
    </v-table>
  </section>
</template>
