<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { definePageMeta, navigateTo, useHead, useRoute } from '#imports'
import { roleWords } from '#shared/words/vocabulary'
import { useConnection } from '~/stores/connection'
import { useSession } from '~/stores/session'
import { wordsOf } from '~/utils/api'

definePageMeta({ layout: 'bare' })
useHead({ title: 'Sign in · Efferent' })
const session = useSession()
const connection = useConnection()
const route = useRoute()
const chosen = ref<string>()
const secret = ref('')
const trouble = ref('')
const busy = ref(false)
const box = ref<{ focus: () => void }>()
/** On a phone it would stand below the edge. */
const said = ref<HTMLElement>()
watch(said, element => element?.scrollIntoView({ block: 'nearest' }))
const person = computed(() => session.view?.people.find(candidate => candidate.id === chosen.value))
const isAdmin = computed(() => person.value?.role === 'admin')

async function load() {
  try {
    const view = await session.load()
    if (view.setup) await navigateTo('/setup')
  } catch (error) {
    connection.notice(error)
  }
}
onMounted(load)
watch(() => connection.recoveries, load)

async function choose(id: string) {
  chosen.value = id
  secret.value = ''
  trouble.value = ''
  await nextTick()
  box.value?.focus()
}
async function enter() {
  if (!person.value || busy.value) return
  busy.value = true
  trouble.value = ''
  try {
    if (await session.signIn(person.value.id, secret.value)) {
      const to =
        typeof route.query.to === 'string' && route.query.to.startsWith('/') && !route.query.to.startsWith('//') ? route.query.to : '/'
      await navigateTo(to)
      return
    }
    trouble.value =
      'The PIN is right, but this browser refuses the sign-in cookie: the page is on plain HTTP. Open it through HTTPS, or start the server with --plain-http on a network you trust.'
  } catch (error) {
    trouble.value = wordsOf(error)
    connection.notice(error)
  } finally {
    busy.value = false
    secret.value = ''
  }
}
</script>

<template>
  <div class="page stack">
    <header class="row">
      <img src="/mark.svg" alt="" width="46" height="46" />
      <div>
        <h1>Efferent</h1>
        <p class="soft">{{ session.view?.workshop || 'fluid lines, replaced and proved' }}</p>
      </div>
    </header>
    <h2>Who is working?</h2>
    <div v-if="!session.view" class="busy" role="status" aria-label="Loading" />
    <div class="people" role="group" aria-label="People">
      <v-btn-second
        v-for="candidate in session.view?.people"
        :key="candidate.id"
        class="person"
        :aria-pressed="candidate.id === chosen"
        @click="choose(candidate.id)"
      >
        <b>{{ candidate.name }}</b><span>{{ roleWords[candidate.role] }}</span>
        <span v-if="candidate.hint" class="hint">demo: {{ candidate.hint }}</span>
      </v-btn-second>
    </div>
    <form v-if="person" class="card ruled stack" @submit.prevent="enter">
      <div class="row">
        <v-text-field
          id="secret"
          ref="box"
          v-model="secret"
          class="secret"
          :label="`${isAdmin ? 'Password' : 'PIN'} of ${person.name}`"
          type="password"
          :inputmode="isAdmin ? 'text' : 'numeric'"
          :autocomplete="isAdmin ? 'current-password' : 'off'"
          required
        />
        <v-btn-main type="submit" :disabled="busy || !secret">{{ busy ? 'Checking …' : 'Sign in' }}</v-btn-main>
      </div>
      <p v-if="trouble" ref="said" class="trouble" role="alert">{{ trouble }}</p>
    </form>
  </div>
</template>

<style scoped>
.page {
  gap: 22px;
}
h1 {
  font-size: 34px;
}
.people {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 10px;
}
.person.v-btn {
  justify-content: start;
  min-height: 84px;
  padding: 14px 16px;
  border-color: var(--line);
  background: var(--card);
  font: 500 16px/1.25 var(--face);
}
.person :deep(.v-btn__content) {
  display: grid;
  gap: 2px;
  grid-column: 1 / -1;
  justify-self: start;
  justify-items: start;
  text-align: left;
}
.person b {
  font-size: 19px;
}
.person span {
  color: var(--soft);
}
.person.v-btn[aria-pressed='true'] {
  background: var(--card);
  color: var(--ink);
  border-color: var(--ink);
  border-left-width: 10px;
}
.hint {
  font-size: 14px;
}
.secret {
  flex: 0 1 300px;
}
.secret :deep(input) {
  font: 600 24px/1 var(--face);
  letter-spacing: 0.2em;
}
.row > .v-btn {
  min-height: 54px;
}
</style>
