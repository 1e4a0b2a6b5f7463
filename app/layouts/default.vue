<script setup lang="ts">
import { computed, nextTick, onMounted, onUnmounted, ref } from 'vue'
import { navigateTo, useRoute } from '#imports'
import { useDisplay } from 'vuetify'
import { unitSymbol } from '#core/units/formatQuantity'
import { pages } from '~/utils/programPages'
import { useActs } from '~/composables/useActs'
import { useFloor } from '~/stores/floor'
import { useSession } from '~/stores/session'
import { useUnits } from '~/stores/units'
import { soonestFirst } from '~/utils/soonestFirst'

const session = useSession()
const floor = useFloor()
const units = useUnits()
const route = useRoute()
const findBox = ref<{ focus: () => void }>()
/** On Look up the page itself is the box. */
const hasFindBox = computed(() => route.path !== '/lookup')
const help = ref(false)

const unitLine = computed(() =>
  [unitSymbol('torque', units.torqueUnit), unitSymbol('volume', units.volumeUnit), unitSymbol('temperature', units.temperatureUnit)].join(
    ' · ',
  ),
)
/** Whichever ends first stands first: one row of them, on a phone one. */
const timers = computed(() => soonestFirst(floor.open.flatMap(row => row.summary.timers.map(timer => ({ ...timer, job: row.number })))))
const { width } = useDisplay()
const room = computed(() => (width.value <= 700 ? 1 : width.value < 1500 ? 2 : 4))

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
      <PageRail @sign-out="signOut" />
      <div class="main">
        <NewVersion />
        <TroubleBanner />
        <header class="top no-print">
          <div class="timers">
            <TimerBadge v-for="timer in timers.slice(0, room)" :key="`${timer.job}${timer.timer}`" v-bind="timer" />
            <NuxtLink v-if="timers.length > room" to="/" class="more" :aria-label="`${timers.length - room} more timers, on the Floor`"
              >+{{ timers.length - room }}</NuxtLink
            >
          </div>
          <v-menu :close-on-content-click="false"
            ><template #activator="{ props: menu }"
              ><v-btn-quiet size="small" v-bind="menu">{{ unitLine }}</v-btn-quiet></template
            >
            <div class="card menu"><UnitsMenu /></div
          ></v-menu>
          <FindBox v-if="hasFindBox" ref="findBox" :class="{ aside: route.path.startsWith('/jobs/') }" />
        </header>
        <NotTaken />
        <main class="sheet-page">
          <InTurn><slot /></InTurn>
        </main>
      </div>
    </div>
    <InTurn>
      <KeyList v-model="help" theme="desk" />
      <CommandBox theme="desk" />
    </InTurn>
  </v-app>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  min-height: 100vh;
  background: var(--paper);
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
  /* Timers come a moment later and move nothing. */
  min-height: 77px;
}
.timers {
  margin-right: auto;
  display: flex;
  align-items: center;
  gap: 8px;
  flex-wrap: wrap;
}
.more {
  display: inline-flex;
  align-items: center;
  min-height: 40px;
  padding: 0 10px;
}
.sheet-page {
  padding: 8px 22px 18px;
}
@media (max-width: 700px) {
  .desk {
    grid-template-columns: minmax(0, 1fr);
    padding-bottom: 62px;
  }
  .top {
    padding: 10px 12px 0;
    flex-wrap: wrap;
    min-height: 0;
  }
  .sheet-page {
    padding: 12px 12px 30px;
  }
  /* A job has the screen to itself; Look up is at the thumb. */
  .aside {
    display: none;
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
