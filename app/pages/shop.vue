<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed } from 'vue'
import { useHead } from '#imports'
import { shopAnswers } from '#shared/answers/shop'
import { useServerData } from '~/composables/useServerData'
import { useSession } from '~/stores/session'
import { call } from '~/utils/api'

useHead({ title: 'Shop · Efferent' })
const session = useSession()
const isAdmin = computed(() => session.person?.role === 'admin')
const { isLead: seesPeople } = storeToRefs(session)
const { data: health } = useServerData(
  () => 'shop',
  () => call('GET', '/api/health', shopAnswers.health),
)
</script>

<template>
  <div class="stack">
    <h1>Shop</h1>
    <div class="halves">
      <div class="stack">
        <section class="card stack">
          <h2>Units on this device</h2>
          <UnitsMenu />
        </section>
        <ShopClock />
        <ShopReach />
        <ThisDevice />
        <SignedIn />
        <DisputeList v-if="seesPeople" />
        <PeopleList v-if="seesPeople" />
        <DeviceList v-if="seesPeople" />
      </div>
      <div class="stack">
        <FluidShelf />
        <TubeStock />
        <LineRules />
        <BackupAge v-if="seesPeople" />
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
    </div>
  </div>
</template>
