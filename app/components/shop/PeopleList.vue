<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { roles, type Role } from '#core/job/types'
import type { PersonView } from '#shared/schemas/session'
import { newPersonSchema } from '#shared/schemas/shop'
import { shopAnswers } from '#shared/answers/shop'
import { nameSchema } from '#shared/schemas/basics'
import { roleWords } from '#shared/words/vocabulary'
import { useServerAct } from '~/composables/useServerAct'
import { useServerData } from '~/composables/useServerData'
import { useSession } from '~/stores/session'
import { call, nothing } from '~/utils/api'
import { ruleBy, whenTaken } from '~/utils/ruleBy'

const session = useSession()
const isAdmin = computed(() => session.person?.role === 'admin')
const { data: people, refresh } = useServerData(
  () => 'people',
  () => call('GET', '/api/people', shopAnswers.people),
)
const name = ref('')
const role = ref<Role>('technician')
const secret = ref('')
const adding = ref<{ reset: () => void }>()
const fresh = ref<Record<string, string>>({})
const said = ref('')
const { trouble, act } = useServerAct()

async function attempt(work: () => Promise<unknown>, done: string) {
  said.value = ''
  if (!(await act(work))) return
  said.value = done
  await refresh()
}
const add = () =>
  attempt(async () => {
    await call('POST', '/api/people', nothing, { name: name.value, role: role.value, secret: secret.value })
    // What is empty now is not wrong yet.
    adding.value?.reset()
    // The form empties itself all through: a role is never nothing.
    await nextTick()
    role.value = 'technician'
  }, 'Added.')
const setActive = (person: PersonView, active: boolean) =>
  attempt(
    () => call('PATCH', `/api/people/${person.id}`, nothing, { active }),
    active ? `${person.name} can sign in again.` : `${person.name} can no longer sign in.`,
  )
const forgive = (person: PersonView) =>
  attempt(() => call('PATCH', `/api/people/${person.id}`, nothing, { forgiven: true }), `${person.name} can try again at once.`)
const secretOf = (of: Role) => newPersonSchema.options[of === 'admin' ? 1 : 0].shape.secret
const secretWord = (of: Role) => (of === 'admin' ? 'password' : 'PIN')
const setSecret = (person: PersonView) =>
  attempt(
    async () => {
      await call('PATCH', `/api/people/${person.id}`, nothing, { secret: fresh.value[person.id] })
      fresh.value[person.id] = ''
    },
    `${person.name} has a new ${secretWord(person.role)}; earlier sign-ins are void.`,
  )
</script>

<template>
  <section class="card stack" aria-labelledby="people">
    <h2 id="people">People</h2>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="said" class="good" role="status">{{ said }}</p>
    <div v-if="!people" class="busy" role="status" aria-label="Loading people" />
    <ul v-else class="entries">
      <li v-for="person in people" :key="person.id">
        <span class="about"
          ><b>{{ person.name }}</b
          ><span class="sub">{{ roleWords[person.role] }}</span></span
        >
        <v-form v-if="isAdmin" class="row grows" @submit.prevent="whenTaken(() => setSecret(person))($event)">
          <v-text-field
            v-model="fresh[person.id]"
            density="compact"
            type="password"
            autocomplete="new-password"
            :label="`New ${secretWord(person.role)}`"
            :aria-label="`New ${secretWord(person.role)} for ${person.name}`"
            :rules="[typed => !typed || ruleBy(secretOf(person.role))(typed)]"
          /><v-btn-second type="submit" size="small" :disabled="!fresh[person.id]">Set</v-btn-second>
        </v-form>
        <span class="row"
          ><span class="tag" :class="person.active ? 'ok' : 'warn'">{{ person.active ? 'can sign in' : 'blocked' }}</span
          ><template v-if="isAdmin"
            ><v-btn-quiet size="small" @click="setActive(person, !person.active)">{{ person.active ? 'Block' : 'Allow' }}</v-btn-quiet
            ><v-btn-quiet v-if="person.active" size="small" @click="forgive(person)">Forgive wrong tries</v-btn-quiet></template
          ></span
        >
      </li>
    </ul>
    <v-form v-if="isAdmin" ref="adding" class="row add" @submit.prevent="whenTaken(add)($event)">
      <v-text-field v-model="name" label="Name" :rules="[ruleBy(nameSchema)]" /><v-select
        v-model="role"
        :items="roles.map(item => ({ value: item, title: roleWords[item] }))"
        label="Role"
      /><v-text-field
        v-model="secret"
        :label="role === 'admin' ? 'Password' : 'PIN'"
        type="password"
        autocomplete="new-password"
        :rules="[ruleBy(secretOf(role))]"
      /><v-btn-main type="submit">Add</v-btn-main>
    </v-form>
  </section>
</template>

<style scoped>
.add > * {
  flex: 1 1 160px;
}
.add .v-btn {
  flex: 0 0 auto;
}
</style>
