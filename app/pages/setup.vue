<script setup lang="ts">
import { ref } from 'vue'
import { definePageMeta, navigateTo, useHead } from '#imports'
import { limits } from '#shared/limits'
import { setupSchema } from '#shared/schemas/shop'
import { useSession } from '~/stores/session'
import { wordsOf } from '~/utils/api'
import { ruleBy, whenTaken } from '~/utils/ruleBy'

definePageMeta({ layout: 'bare' })
useHead({ title: 'Set up · Efferent' })
const session = useSession()
const workshop = ref('')
const name = ref('')
const password = ref('')
const again = ref('')
const trouble = ref('')

const fields = setupSchema.shape
const isSame = (typed: unknown) => typed === password.value || 'The two passwords differ. Type both again.'
async function create() {
  trouble.value = ''
  try {
    await session.setUp({ workshop: workshop.value, name: name.value, password: password.value })
    await navigateTo('/shop')
  } catch (error) {
    trouble.value = wordsOf(error)
  }
}
</script>

<template>
  <v-form class="stack" @submit.prevent="whenTaken(create)($event)">
    <h1>An empty workshop</h1>
    <p>Nobody can sign in yet. Make the admin who adds the people; line sheets come in under Library.</p>
    <div class="card ruled stack">
      <v-text-field v-model="workshop" label="Name of the workshop" :rules="[ruleBy(fields.workshop)]" />
      <v-text-field v-model="name" label="Your name" autocomplete="name" :rules="[ruleBy(fields.name)]" />
      <v-text-field
        v-model="password"
        label="Password"
        type="password"
        autocomplete="new-password"
        :hint="`at least ${limits.passwordLength[0]} characters`"
        persistent-hint
        :rules="[ruleBy(fields.password)]"
      />
      <v-text-field v-model="again" label="Password again" type="password" autocomplete="new-password" :rules="[isSame]" />
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <v-btn-main type="submit">Create the workshop</v-btn-main>
    </div>
  </v-form>
</template>
