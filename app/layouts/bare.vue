<template>
  <v-app theme="desk">
    <div class="bare theme-desk">
      <TroubleBanner />
      <main><slot /></main>
    </div>
  </v-app>
</template>

<style scoped>
.bare {
  min-height: 100vh;
  background: var(--paper);
}
main {
  max-width: 920px;
  margin: 0 auto;
  padding: 34px 20px;
}
</style>
