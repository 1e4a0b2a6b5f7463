<template>
  <p class="here small" role="status"><b>On this device only.</b> The server does not answer: there may be more than is shown.</p>
</template>

<style scoped>
.here {
  margin: 0;
}
</style>
