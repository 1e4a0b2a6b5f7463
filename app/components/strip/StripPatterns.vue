<script setup lang="ts">
/** How hose and what the line runs past are hatched; `name` makes the patterns one strip's own. */
defineProps<{ name: string }>()
</script>

<template>
  <defs>
    <pattern :id="`${name}-braid`" width="8" height="8" patternUnits="userSpaceOnUse">
      <rect width="8" height="8" fill="var(--hose)" />
      <path d="M0 8L8 0M-2 2L2 -2M6 10L10 6" stroke="var(--paper)" stroke-width="1.6" />
    </pattern>
    <pattern :id="`${name}-hot`" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="3" height="7" fill="var(--hot)" />
    </pattern>
    <pattern :id="`${name}-turn`" width="10" height="10" patternUnits="userSpaceOnUse">
      <circle cx="3" cy="3" r="1.9" fill="var(--turn)" />
      <circle cx="8" cy="8" r="1.9" fill="var(--turn)" />
    </pattern>
    <pattern :id="`${name}-edge`" width="8" height="8" patternUnits="userSpaceOnUse">
      <path d="M0 6l4-4 4 4" fill="none" stroke="var(--edge)" stroke-width="1.6" />
    </pattern>
    <pattern :id="`${name}-electric`" width="6" height="6" patternUnits="userSpaceOnUse">
      <path d="M0 3h6M3 0v6" stroke="var(--electric)" stroke-width="1.2" />
    </pattern>
  </defs>
</template>
