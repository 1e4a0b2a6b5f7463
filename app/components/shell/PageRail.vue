<script setup lang="ts">
import { useRoute } from '#imports'
import { mdiAccountHardHat } from '@mdi/js'
import { roleWords } from '#shared/words/vocabulary'
import { useSession } from '~/stores/session'
import { isPageOn, pages } from '~/utils/programPages'

/** The pages, and who is signed in: at the side, on a phone along the bottom. */
const emit = defineEmits<{ signOut: [] }>()
const session = useSession()
const route = useRoute()
</script>

<template>
  <nav class="rail" aria-label="Pages">
    <NuxtLink to="/" class="brand" aria-label="Efferent, to the Floor"
      ><img src="/mark.svg" alt="" width="34" height="34" /><b>Efferent</b></NuxtLink
    >
    <NuxtLink
      v-for="page in pages"
      :key="page.to"
      :to="page.to"
      class="page"
      :class="{ on: isPageOn(page.to, route.path) }"
      :aria-current="isPageOn(page.to, route.path) ? 'page' : undefined"
    >
      <svg viewBox="0 0 24 24" width="24" height="24" aria-hidden="true"><path :d="page.icon" fill="currentColor" /></svg>{{ page.name }}
    </NuxtLink>
    <span class="grow" />
    <v-menu location="end">
      <template #activator="{ props: menu }">
        <v-btn-plain class="page who" v-bind="menu" :aria-label="`${session.person?.name}: menu`">
          <svg viewBox="0 0 24 24" width="24" height="24" aria-hidden="true"><path :d="mdiAccountHardHat" fill="currentColor" /></svg
          >{{ session.person?.name.split(' ')[0] ?? '' }}
        </v-btn-plain>
      </template>
      <div class="card menu stack">
        <div>
          <b>{{ session.person?.name }}</b><br /><span class="soft">{{ session.person && roleWords[session.person.role] }}</span>
        </div>
        <v-btn-second size="small" @click="emit('signOut')">Sign out</v-btn-second>
      </div>
    </v-menu>
  </nav>
</template>

<style scoped>
.rail {
  background: var(--rail);
  color: var(--rail-ink);
  display: flex;
  flex-direction: column;
  padding: 12px 0;
  gap: 2px;
  position: sticky;
  top: 0;
  height: 100vh;
  z-index: 5;
}
.brand {
  text-align: center;
  text-decoration: none;
  padding-bottom: 14px;
  display: grid;
  justify-items: center;
  gap: 3px;
  font-size: 14px;
}
.page {
  display: grid;
  justify-items: center;
  gap: 3px;
  font: 500 14px/1.2 var(--face);
  padding: 10px 2px;
  border: 0;
  border-left: 4px solid transparent;
  background: none;
  color: inherit;
  text-decoration: none;
  cursor: pointer;
}
.who.v-btn {
  display: grid;
  justify-content: center;
  padding: 10px 2px;
  border-radius: 0;
  font: 500 14px/1.2 var(--face);
}
.who :deep(.v-btn__content) {
  display: grid;
  justify-items: center;
  gap: 3px;
}
.page:hover {
  background: #24414a;
}
.page.on {
  background: var(--rail-on);
  border-left-color: var(--mark);
  font-weight: 700;
}
.rail :focus-visible {
  outline-color: var(--mark);
  outline-offset: -3px;
}
.grow {
  flex: 1;
}
.menu {
  color: var(--ink);
  border: 2px solid var(--ink);
}
@media (max-width: 700px) {
  .rail {
    position: fixed;
    inset: auto 0 0 0;
    height: 62px;
    flex-direction: row;
    padding: 0;
    justify-content: space-around;
  }
  .brand,
  .grow {
    display: none;
  }
  .page {
    border-left: 0;
    border-top: 4px solid transparent;
    flex: 1;
    min-width: 0;
    padding: 6px 0;
    font-size: 13px;
    white-space: nowrap;
    align-content: center;
  }
  .page.on {
    border-top-color: var(--mark);
  }
}
</style>
