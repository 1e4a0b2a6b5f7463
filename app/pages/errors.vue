<script setup lang="ts">
import { definePageMeta } from '#imports'
import { errorTable } from '#shared/errors'

// The address that problem documents point to.
definePageMeta({ layout: 'bare' })
</script>

<template>
  <div class="stack">
    <h1>Errors</h1>
    <p>Every answer that is not a success names one of these codes.</p>
    <v-table class="boxed cards">
      <thead>
        <tr>
          <th>Code</th>
          <th>Meaning</th>
          <th class="n">Status</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(entry, code) in errorTable" :id="code" :key="code">
          <td class="name">
            <b>{{ code }}</b>
          </td>
          <td data-label="Meaning">{{ entry.title }}</td>
          <td class="n" data-label="Status">{{ entry.status }}</td>
        </tr>
      </tbody>
    </v-table>
  </div>
</template>
