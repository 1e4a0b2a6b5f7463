<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import type { Chart } from 'chart.js'
import type { LevelCurve } from '#core/fluid/levelCurve'

/** A level against temperature: the band in which it lands right, and what was read. Chart.js comes when the picture is seen. */
const props = defineProps<{ curve: LevelCurve; readings: readonly { celsius: number; mm: number }[]; summary: string }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const failed = ref(false)
let chart: Chart | undefined
let left = false

const colour = (name: string) => getComputedStyle(canvas.value!).getPropertyValue(name).trim()
async function draw(): Promise<void> {
  try {
    const { Chart, Filler, LinearScale, LineController, LineElement, PointElement, ScatterController, Tooltip } = await import('chart.js')
    if (left || !canvas.value) return
    Chart.register(Filler, LinearScale, LineController, LineElement, PointElement, ScatterController, Tooltip)
    chart?.destroy()
    const ink = colour('--ink')
    Chart.defaults.font.family = getComputedStyle(canvas.value).fontFamily
    const line = { pointRadius: 0, borderColor: colour('--accent'), borderWidth: 2 }
    const axis = (text: string) => ({
      type: 'linear' as const,
      title: { display: true, text, color: ink },
      ticks: { color: ink },
      grid: { color: colour('--line') },
    })
    chart = new Chart(canvas.value, {
      type: 'line',
      data: {
        datasets: [
          { ...line, label: 'lower mark', data: props.curve.map(({ celsius, low }) => ({ x: celsius, y: low })) },
          {
            ...line,
            label: 'upper mark',
            data: props.curve.map(({ celsius, high }) => ({ x: celsius, y: high })),
            fill: '-1',
            backgroundColor: `${colour('--accent')}33`,
          },
          {
            type: 'scatter',
            label: 'read',
            data: props.readings.map(({ celsius, mm }) => ({ x: celsius, y: mm })),
            pointRadius: 7,
            pointBackgroundColor: colour('--mark'),
            pointBorderColor: ink,
            pointBorderWidth: 2,
          },
        ],
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        plugins: { legend: { display: false } },
        scales: { x: { ...axis('temperature, °C'), min: props.curve[0]?.celsius, max: props.curve.at(-1)?.celsius }, y: axis('mm') },
      },
    })
  } catch {
    failed.value = true
  }
}
onMounted(draw)
watch(() => [props.curve, props.readings], draw)
onBeforeUnmount(() => {
  left = true
  chart?.destroy()
})
</script>

<template>
  <figure class="chart">
    <div class="canvas"><canvas ref="canvas" role="img" :aria-label="summary" /></div>
    <figcaption class="soft small">{{ failed ? 'The chart could not be loaded.' : summary }}</figcaption>
  </figure>
</template>

<style scoped>
/* Its width is the page’s, never its own: a canvas does not shrink by itself. */
.canvas {
  contain: inline-size;
  overflow: hidden;
  position: relative;
  height: var(--chart-height, 220px);
}
</style>
