<script setup lang="ts">
import { computed } from 'vue'
import { shopAnswers } from '#shared/answers/shop'
import { useServerData } from '~/composables/useServerData'
import { call } from '~/utils/api'
import { reachHere } from '~/utils/reachHere'

/** Where a tablet finds this server, to be read off or photographed; or what to do when nothing but this machine reaches it. */
const { data: reach, trouble } = useServerData(
  () => 'reach',
  () => call('GET', '/api/reach', shopAnswers.reach),
)
const addresses = computed(() => (reach.value ? reachHere(location.origin, reach.value) : []))
</script>

<template>
  <section class="card stack" aria-labelledby="shop-reach">
    <h2 id="shop-reach">Other devices</h2>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-else-if="!reach" class="busy" role="status" aria-label="Asking where this server is found" />
    <template v-else-if="addresses.length">
      <ul class="addresses">
        <li v-for="address in addresses" :key="address">
          <QrCode :text="address" :label="`Code of ${address}`" />
          <b>{{ address }}</b>
        </li>
      </ul>
      <p class="soft">
        Open it on the tablet, sign in, and let the device in here under Devices.<template v-if="addresses.length > 1">
          This machine is in {{ addresses.length }} networks: take the one the tablet is in.</template
        >
      </p>
    </template>
    <p v-else-if="reach.network">This machine is in no network at the moment. Connect it, then load this page again.</p>
    <template v-else>
      <p><b>Nothing but this machine reaches it.</b> It was started for this machine alone.</p>
      <p>
        For tablets in a network that is trusted, stop it and start it with <code>./efferent start --host 0.0.0.0 --plain-http</code>; with
        HTTPS, which also keeps the program on each tablet, as deploy/README.md says.
      </p>
    </template>
    <p v-if="reach?.network && reach.secure && addresses.some(one => one.startsWith('http:'))" class="caution">
      Nobody can sign in there without HTTPS: put it behind one (deploy/README.md), or start with <code>--plain-http</code>.
    </p>
  </section>
</template>

<style scoped>
.addresses {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
}
.addresses li {
  display: grid;
  gap: 4px;
  justify-items: center;
}
.addresses svg {
  inline-size: 148px;
}
</style>
