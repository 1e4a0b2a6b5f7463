<script setup lang="ts">
import type { buildRecord } from '#core/job/record/buildRecord'
import { lookWords } from '#shared/words/recordWords'
import { list, proofWords } from '#shared/words/vocabulary'
import { whenWords } from '~/utils/whenWords'

/** What was opened, what was renewed there, what proved it, and whether it stayed dry. */
defineProps<{ joints: ReturnType<typeof buildRecord>['joints'] }>()
</script>

<template>
  <section class="card">
    <h2>Joints and proofs</h2>
    <v-table class="boxed cards">
      <thead>
        <tr>
          <th>Joint</th>
          <th>Renewed</th>
          <th>Proved</th>
          <th>Leak check</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="item in joints" :key="item.joint">
          <td class="name">
            {{ item.name }}<span class="sub">{{ item.line }}</span>
          </td>
          <td data-label="Renewed">{{ list(item.seals.map(seal => `${seal.count} × ${seal.name}`)) || '–' }}</td>
          <td data-label="Proved">{{ list(item.proofs.map(proof => proofWords[proof].short)) || '–' }}</td>
          <td data-label="Leak check">
            {{ lookWords(item) }}<span v-if="item.leakAt" class="sub">{{ whenWords(item.leakAt) }}</span>
          </td>
        </tr>
        <tr v-if="!joints.length">
          <td colspan="4" class="soft">none opened yet</td>
        </tr>
      </tbody>
    </v-table>
  </section>
</template>
