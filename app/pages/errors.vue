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
    <div class="scroll" tabindex="0">
      <table class="grid">
        <thead>
          <tr>
            <th>Code</th>
            <th>Meaning</th>
            <th class="n">Status</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(entry, code) in errorTable" :id="code" :key="code">
            <td>
              <b>{{ code }}</b>
            </td>
            <td>{{ entry.title }}</td>
            <td class="n">{{ entry.status }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
