<script setup lang="ts">
import { computed } from 'vue'
import { create } from 'qrcode'

/** A QR code (ISO/IEC 18004) as plain SVG, with the four modules of quiet zone a reader needs. */
const props = defineProps<{ text: string; label: string }>()
const code = computed(() => {
  const { modules } = create(props.text, { errorCorrectionLevel: 'M' })
  let d = ''
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++) if (modules.get(row, column)) d += `M${column + 4} ${row + 4}h1v1h-1z`
  return { d, size: modules.size + 8 }
})
</script>

<template>
  <svg :viewBox="`0 0 ${code.size} ${code.size}`" role="img" :aria-label="label" shape-rendering="crispEdges">
    <rect :width="code.size" :height="code.size" fill="#fff" />
    <path :d="code.d" fill="#000" />
  </svg>
</template>
