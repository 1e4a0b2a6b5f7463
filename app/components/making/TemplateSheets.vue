<script setup lang="ts">
import { computed, ref } from 'vue'
import { csvLines } from '#core/exchange/writeCsv'
import { writeDxf } from '#core/exchange/writeDxf'
import { writeSvg } from '#core/exchange/writeSvg'
import { writeGltf } from '#core/exchange/writeGltf'
import { allPages, type Paper } from '#core/making/templatePages'
import { markRows } from '#core/making/markRows'
import type { LineInMaking, WorkedOut } from '#core/making/workOut'
import type { BendRow } from '#core/route/bendTable'
import { developedPoints } from '#core/making/developedPoints'
import { templateWords } from '#shared/words/templateWords'
import { useServerAct } from '~/composables/useServerAct'
import { fetchFile } from '~/utils/api'
import { saveFile } from '~/utils/saveFile'

/** The line on paper at true size, and as files for other programs. */
const props = defineProps<{ rows: readonly BendRow[]; worked: WorkedOut; line: LineInMaking }>()
const paper = ref<Paper>('a4')
const pages = computed(() => allPages(props.rows, props.worked, paper.value, templateWords))
const drawn = computed(() => pages.value.map(page => ({ title: page.title, svg: writeSvg(page) })))
const isOpen = ref(false)
const source = (svg: string) => `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`
const print = () => window.print()
const { trouble, busy, before, act } = useServerAct()
/** Written by the server, which has the fonts. */
const savePdf = () =>
  act(async () => saveFile('line.pdf', 'application/pdf', await fetchFile('/api/templates.pdf', { line: props.line, paper: paper.value })))
function save(kind: 'svg' | 'dxf' | 'csv' | 'gltf') {
  if (kind === 'svg') for (const { title, svg } of drawn.value) saveFile(`${title}.svg`, 'image/svg+xml', svg)
  else if (kind === 'csv') saveFile('bends.csv', 'text/csv', csvLines(markRows(props.rows, props.worked.marks ?? [])))
  else if (kind === 'gltf') {
    const points = developedPoints(props.rows)
    if (points)
      saveFile('line.glb', 'model/gltf-binary', new Blob([writeGltf(points.line, props.line.tube.outside) as Uint8Array<ArrayBuffer>]))
  } else {
    const points = developedPoints(props.rows)
    if (points) saveFile('line.dxf', 'application/dxf', writeDxf(points.line, points.corners))
  }
}
</script>

<template>
  <section class="card stack templates" aria-labelledby="paper">
    <div class="spread no-print">
      <h3 id="paper">On paper, true to size</h3>
      <div class="tabs" role="group" aria-label="Paper">
        <v-btn-choice :aria-pressed="paper === 'a4'" @click="paper = 'a4'">A4</v-btn-choice
        ><v-btn-choice :aria-pressed="paper === 'letter'" @click="paper = 'letter'">Letter</v-btn-choice>
      </div>
    </div>
    <div class="row no-print">
      <v-btn-second :aria-expanded="isOpen" @click="isOpen = !isOpen">{{
        isOpen ? 'Hide the sheets' : `Show ${pages.length} sheets`
      }}</v-btn-second><v-btn-quiet v-if="isOpen" @click="print">Print</v-btn-quiet
      ><v-btn-quiet :disabled="busy" @click="savePdf">PDF</v-btn-quiet><v-btn-quiet @click="save('svg')">SVG</v-btn-quiet
      ><v-btn-quiet @click="save('dxf')">DXF</v-btn-quiet><v-btn-quiet @click="save('gltf')">glTF</v-btn-quiet
      ><v-btn-quiet @click="save('csv')">Bend table, CSV</v-btn-quiet>
    </div>
    <p v-if="busy" class="soft" role="status">
      {{ before ? `The server writes ${before === 1 ? 'one other file' : `${before} other files`} first.` : 'The server writes it.' }}
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="isOpen" class="soft no-print">Print at 100 %, without fitting to the page, and measure the ruler before you use a sheet.</p>
    <div v-if="isOpen" class="sheets">
      <img v-for="one in drawn" :key="one.title" :src="source(one.svg)" :alt="one.title" />
    </div>
  </section>
</template>

<style scoped>
.sheets {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 12px;
}
.sheets img {
  width: 100%;
  border: 1px solid var(--line);
  background: #fff;
}
@media print {
  .sheets {
    display: block;
  }
  .sheets img {
    width: auto;
    border: 0;
    break-after: page;
  }
}
</style>
