<script setup lang="ts">
import { computed, nextTick, onMounted, onUnmounted, ref } from 'vue'
import { navigateTo, useRoute } from '#imports'
import { mdiAccountHardHat, mdiFileTree, mdiGarageOpen, mdiMagnify, mdiPipeWrench, mdiSchoolOutline, mdiStorefrontOutline } from '@mdi/js'
import { unitSymbol } from '#core/units/formatQuantity'
import { roleWords } from '#shared/words/vocabulary'
import { useActs } from '~/composables/useActs'
import { useFloor } from '~/stores/floor'
import { useSession } from '~/stores/session'
import { useUnits } from '~/stores/units'

const session = useSession()
const floor = useFloor()
const units = useUnits()
const route = useRoute()
const findBox = ref<{ focus: () => void }>()
/** On Look up the page itself is the box. */
const hasFindBox = computed(() => route.path !== '/lookup')
const help = ref(false)

const pages = [
  { to: '/', name: 'Floor', icon: mdiGarageOpen, key: 'f' },
  { to: '/lookup', name: 'Look up', icon: mdiMagnify, key: 'l' },
  { to: '/library', name: 'Library', icon: mdiFileTree, key: 'i' },
  { to: '/bench', name: 'Bench', icon: mdiPipeWrench, key: 'b' },
  { to: '/practice', name: 'Practice', icon: mdiSchoolOutline, key: 'r' },
  { to: '/shop', name: 'Shop', icon: mdiStorefrontOutline, key: 's' },
]
const unitLine = computed(() =>
  [unitSymbol('torque', units.torqueUnit), unitSymbol('volume', units.volumeUnit), unitSymbol('temperature', units.temperatureUnit)].join(
    ' · ',
  ),
)
const isOn = (to: string) =>
  to === '/'
    ? route.path === '/' || route.path.startsWith('/jobs')
    : to === '/lookup'
      ? ['/lookup', '/sheets', '/car'].some(path => route.path.startsWith(path))
      : route.path.startsWith(to)
const timers = computed(() => floor.open.flatMap(row => row.summary.timers.map(timer => ({ ...timer, job: row.number }))))

async function signOut() {
  await session.signOut()
  await navigateTo('/sign-in')
}

useActs('The program', [
  ...pages.map(page => ({ text: page.name, keys: page.key, run: () => void navigateTo(page.to) })),
  { text: 'Find', keys: '/', run: () => findBox.value?.focus(), isOpen: () => hasFindBox.value },
  { text: 'Other units', keys: 'u', run: () => units.toggle() },
  { text: 'The keys of this page', keys: '?', run: () => (help.value = true) },
  { text: 'Sign out', run: () => void signOut() },
])
let stop: (() => void) | undefined
onMounted(async () => {
  await nextTick()
  if (session.person) stop = floor.follow()
})
onUnmounted(() => stop?.())
</script>

<template>
  <v-app theme="desk">
    <div class="desk theme-desk">
      <nav class="rail" aria-label="Pages">
        <NuxtLink to="/" class="brand" aria-label="Efferent, to the Floor"
          ><img src="/mark.svg" alt="" width="34" height="34" /><b>Efferent</b></NuxtLink
        >
        <NuxtLink
          v-for="page in pages"
          :key="page.to"
          :to="page.to"
          class="page"
          :class="{ on: isOn(page.to) }"
          :aria-current="isOn(page.to) ? 'page' : undefined"
        >
          <svg viewBox="0 0 24 24" width="24" height="24" aria-hidden="true"><path :d="page.icon" fill="currentColor" /></svg
          >{{ page.name }}
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
            <v-btn-second size="small" @click="signOut">Sign out</v-btn-second>
          </div>
        </v-menu>
      </nav>
      <div class="main">
        <NewVersion />
        <TroubleBanner />
        <header class="top no-print">
          <div class="timers"><TimerBadge v-for="timer in timers" :key="`${timer.job}${timer.timer}`" v-bind="timer" /></div>
          <v-menu :close-on-content-click="false"
            ><template #activator="{ props: menu }"
              ><v-btn-quiet size="small" v-bind="menu">{{ unitLine }}</v-btn-quiet></template
            >
            <div class="card menu"><UnitsMenu /></div
          ></v-menu>
          <FindBox v-if="hasFindBox" ref="findBox" />
        </header>
        <NotTaken />
        <main class="sheet-page"><slot /></main>
      </div>
    </div>
    <KeyList v-model="help" theme="desk" />
    <CommandBox theme="desk" />
  </v-app>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  min-height: 100vh;
  background: var(--paper);
}
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
.main {
  min-width: 0;
  display: flex;
  flex-direction: column;
}
.top {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 12px 22px 0;
}
.timers {
  margin-right: auto;
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.sheet-page {
  padding: 12px 22px 40px;
}
@media (max-width: 700px) {
  .desk {
    grid-template-columns: minmax(0, 1fr);
    padding-bottom: 62px;
  }
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
  .top {
    padding: 10px 12px 0;
    flex-wrap: wrap;
  }
  .sheet-page {
    padding: 12px 12px 30px;
  }
}
@media print {
  .desk {
    display: block;
  }
  .main {
    display: block;
  }
}
</style>
