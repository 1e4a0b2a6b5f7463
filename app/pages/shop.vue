<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { answers } from '#shared/schemas/answers'
import { useServerData } from '~/composables/useServerData'
import { useServerAct } from '~/composables/useServerAct'
import { computed, ref } from 'vue'
import { useHead } from '#imports'
import type { PersonView } from '#shared/schemas/api'
import { roleWords } from '#shared/words/vocabulary'
import { roles, type Role } from '#core/job/types'
import { useSession } from '~/stores/session'
import { call, nothing } from '~/utils/api'

useHead({ title: 'Shop · Efferent' })
const session = useSession()
const name = ref('')
const role = ref<Role>('technician')
const secret = ref('')
const { trouble, act } = useServerAct()
const said = ref('')
const fresh = ref<Record<string, string>>({})
const isAdmin = computed(() => session.person?.role === 'admin')
const { isLead: seesPeople } = storeToRefs(session)
const { data: shop, refresh } = useServerData(
  () => 'shop',
  async () => ({
    health: await call('GET', '/api/health', answers.health),
    people: seesPeople.value ? await call('GET', '/api/people', answers.people) : undefined,
  }),
)
const health = computed(() => shop.value?.health)
const people = computed(() => shop.value?.people)

async function attempt(work: () => Promise<unknown>, done: string) {
  said.value = ''
  if (!(await act(work))) return
  said.value = done
  await refresh()
}
const add = () =>
  attempt(async () => {
    await call('POST', '/api/people', nothing, { name: name.value, role: role.value, secret: secret.value })
    name.value = secret.value = ''
  }, 'Added.')
const setActive = (person: PersonView, active: boolean) =>
  attempt(
    () => call('PATCH', `/api/people/${person.id}`, nothing, { active }),
    active ? `${person.name} can sign in again.` : `${person.name} can no longer sign in.`,
  )
const forgive = (person: PersonView) =>
  attempt(() => call('PATCH', `/api/people/${person.id}`, nothing, { forgiven: true }), `${person.name} can try again at once.`)
const setSecret = (person: PersonView) =>
  attempt(
    async () => {
      await call('PATCH', `/api/people/${person.id}`, nothing, { secret: fresh.value[person.id] })
      fresh.value[person.id] = ''
    },
    `${person.name} has a new ${person.role === 'admin' ? 'password' : 'PIN'}; earlier sign-ins are void.`,
  )
</script>

<template>
  <div class="stack">
    <h1>Shop</h1>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="said" class="good" role="status">{{ said }}</p>
    <section class="card stack">
      <h2>Units on this device</h2>
      <UnitsMenu />
    </section>
    <ThisDevice />
    <BackupAge v-if="seesPeople" />
    <section v-if="seesPeople" class="card stack">
      <h2>People</h2>
      <div v-if="!people" class="busy" role="status" aria-label="Loading people" />
      <div v-else class="scroll">
        <table class="grid">
          <thead>
            <tr>
              <th>Name</th>
              <th>Role</th>
              <th>Sign-in</th>
              <th v-if="isAdmin">New PIN or password</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="person in people" :key="person.id">
              <td>
                <b>{{ person.name }}</b>
              </td>
              <td>{{ roleWords[person.role] }}</td>
              <td>
                <span class="tag" :class="person.active ? 'ok' : 'warn'">{{ person.active ? 'can sign in' : 'blocked' }}</span>
                <span v-if="isAdmin" class="row"
                  ><v-btn-quiet size="small" @click="setActive(person, !person.active)">{{ person.active ? 'Block' : 'Allow' }}</v-btn-quiet
                  ><v-btn-quiet v-if="person.active" size="small" @click="forgive(person)">Forgive wrong tries</v-btn-quiet></span
                >
              </td>
              <td v-if="isAdmin">
                <form class="row" @submit.prevent="setSecret(person)">
                  <v-text-field
                    v-model="fresh[person.id]"
                    density="compact"
                    type="password"
                    autocomplete="new-password"
                    :label="`for ${person.name}`"
                  /><v-btn-second type="submit" size="small" :disabled="!fresh[person.id]">Set</v-btn-second>
                </form>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <form v-if="isAdmin" class="row add" @submit.prevent="add">
        <v-text-field v-model="name" label="Name" required /><v-select
          v-model="role"
          :items="roles.map(item => ({ value: item, title: roleWords[item] }))"
          label="Role"
        /><v-text-field
          v-model="secret"
          :label="role === 'admin' ? 'Password' : 'PIN'"
          type="password"
          autocomplete="new-password"
          required
        /><v-btn-main type="submit">Add</v-btn-main>
      </form>
    </section>
    <DeviceList v-if="seesPeople" />
    <SignedIn />
    <AuditList v-if="isAdmin" />
    <section v-if="health" class="card">
      <h2>This installation</h2>
      <p>
        Efferent {{ health.version }} · PostgreSQL {{ health.database.server }} · database at {{ health.database.migration
        }}<template v-if="health.demo"> · demo data loaded</template
        ><template v-if="health.delay"> · answers after {{ Math.round(health.delay.p99) }} ms at most, 99 times of 100</template>
      </p>
    </section>
  </div>
</template>

<style scoped>
.add > * {
  flex: 1 1 160px;
}
.add .v-btn {
  flex: 0 0 auto;
}
</style>
