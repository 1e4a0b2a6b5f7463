<script setup lang="ts">
import { computed, ref } from 'vue'
import { readPoints } from '#core/exchange/readPoints'
import { bendsFromPoints, pointsFromBends, type BendRow } from '#core/route/bendTable'
import { developLine } from '#core/route/developLine'
import { insertPoint, nextSection, setSectionPoints, tidyPoints } from '#core/route/editCourse'
import { direction, distance } from '#core/route/vector'
import type { CentrePoint, Section, Sheet, Vec3 } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import { bendWords, pointsWords } from '#shared/words/pointsWords'

/**
 * The course of a line: its sections, and each one's centre line by typed points, a pasted table, or straights and bends measured on the
 * old line.
 */
const props = defineProps<{ sections: readonly Section[]; sheet: Sheet; line: string }>()
const emit = defineEmits<{ change: [sections: readonly Section[]] }>()

const at = ref(0)
const section = computed(() => props.sections[Math.min(at.value, props.sections.length - 1)])
const mode = ref<'points' | 'table' | 'measured'>('points')
const pasted = ref('')
const trouble = ref('')
const rows = ref<BendRow[]>([])
const developed = computed(() => developLine(props.sections))
const ownLength = computed(() => {
  const own = section.value && developLine([section.value])
  return own?.ok ? own.value.length : undefined
})

const setSections = (next: readonly Section[]) => emit('change', next)
const setSection = (change: Partial<Record<string, unknown>>) =>
  setSections(
    props.sections.map((item, i) =>
      i === at.value
        ? (Object.fromEntries(Object.entries({ ...item, ...change }).filter(([, value]) => value !== undefined)) as unknown as Section)
        : item,
    ),
  )
const setPoints = (points: readonly CentrePoint[]) => setSections(setSectionPoints(props.sections, at.value, points))
const value = (event: Event) => {
  const text = (event.target as HTMLInputElement).value
  const parsed = Number(text.replace(',', '.'))
  return text.trim() === '' || !Number.isFinite(parsed) ? undefined : parsed
}
function setCoordinate(i: number, axis: number, event: Event) {
  const to = value(event)
  if (to !== undefined)
    setPoints(
      section.value!.points.map((point, k) =>
        k === i ? { ...point, at: point.at.map((old, a) => (a === axis ? to : old)) as unknown as Vec3 } : point,
      ),
    )
}
const setRadius = (i: number, event: Event) => {
  const radius = value(event)
  setPoints(
    section.value!.points.map((point, k) => (k === i ? (radius ? { ...point, radius: radius as never } : { at: point.at }) : point)),
  )
}
const addPoint = (after: number) => setPoints(insertPoint(section.value!.points, after))
function usePasted() {
  const read = readPoints(pasted.value)
  trouble.value = read.ok ? (read.value.length < 2 ? 'A section needs two points at least.' : '') : pointsWords(read.error)
  if (!read.ok || trouble.value) return
  setPoints(read.value)
  pasted.value = ''
  mode.value = 'points'
}
const tenth = (number: number) => Number(formatNumber(number, 1))
function measure() {
  mode.value = 'measured'
  rows.value = bendsFromPoints(section.value!.points).map(row => ({
    straight: tenth(row.straight),
    rotate: tenth(row.rotate),
    bend: tenth(row.bend),
    radius: row.radius,
  }))
}
const made = computed(() => {
  const points = section.value?.points ?? []
  const heading = points.length > 1 ? direction(points[0]!.at, points[1]!.at) : undefined
  return heading ? pointsFromBends(points[0]!.at, heading, rows.value) : undefined
})
/** How far the measured shape ends from where the section ends now: a tape and a protractor are not exact. */
const gap = computed(() =>
  made.value?.ok && section.value ? distance(made.value.value.at(-1)!.at, section.value.points.at(-1)!.at) : undefined,
)
function useMeasured() {
  if (!made.value?.ok) return
  setPoints(tidyPoints(made.value.value))
  mode.value = 'points'
}
const setRow = (i: number, key: keyof BendRow, event: Event) =>
  (rows.value = rows.value.map((row, k) => (k === i ? { ...row, [key]: value(event) ?? 0 } : row)))
function addSection() {
  setSections([...props.sections, nextSection(props.sections)])
  at.value = props.sections.length
}
function dropSection() {
  setSections(props.sections.filter((_, i) => i !== at.value))
  at.value = Math.max(0, at.value - 1)
}
</script>

<template>
  <fieldset class="course">
    <legend>
      Course<template v-if="developed.ok">, {{ formatNumber(developed.value.length, 0) }} mm in all</template>
    </legend>
    <div class="tabs" role="group" aria-label="Sections">
      <v-btn-choice v-for="(item, i) in sections" :key="i" :aria-pressed="i === at" @click="at = i">
        {{ i + 1 }} {{ item.kind }}</v-btn-choice
      ><v-btn-choice @click="addSection">+ section</v-btn-choice>
    </div>
    <template v-if="section">
      <div class="line">
        <select
          :value="section.kind"
          aria-label="Kind of section"
          @change="
            setSection(
              ($event.target as HTMLSelectElement).value === 'tube'
                ? { kind: 'tube', material: 'steel', od: 10, wall: 1, build: undefined, bore: undefined, clampAllowed: undefined }
                : { kind: 'hose', build: 'rubber', bore: 9, wall: 3, material: undefined, od: undefined },
            )
          "
        >
          <option value="tube">tube</option>
          <option value="hose">hose</option>
        </select>
        <select
          v-if="section.kind === 'tube'"
          :value="section.material"
          aria-label="Material"
          @change="setSection({ material: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="item in ['steel', 'aluminium', 'copper-nickel', 'plastic']" :key="item">{{ item }}</option>
        </select>
        <select
          v-else
          :value="section.build"
          aria-label="Build"
          @change="setSection({ build: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="item in ['rubber', 'braided', 'silicone']" :key="item">{{ item }}</option>
        </select>
        <span v-for="key in section.kind === 'tube' ? ['od', 'wall'] : ['bore', 'wall']" :key="key" class="line"
          >{{ key === 'od' ? 'outside' : key }}
          <input
            class="num"
            inputmode="decimal"
            :aria-label="key"
            :value="(section as unknown as Record<string, number>)[key]"
            @change="value($event) !== undefined && setSection({ [key]: value($event) })"
          />
          mm</span
        >
        <span v-if="ownLength !== undefined" class="soft">{{ formatNumber(ownLength, 0) }} mm</span
        ><button v-if="sections.length > 1" type="button" class="mini" @click="dropSection">take away</button>
      </div>
      <div class="tabs" role="group" aria-label="How the course is given">
        <v-btn-choice :aria-pressed="mode === 'points'" @click="mode = 'points'">Points</v-btn-choice
        ><v-btn-choice :aria-pressed="mode === 'table'" @click="mode = 'table'">Paste a table</v-btn-choice
        ><v-btn-choice :aria-pressed="mode === 'measured'" @click="measure">Straights and bends</v-btn-choice>
      </div>
      <table v-if="mode === 'points'" class="grid tight">
        <thead>
          <tr>
            <th />
            <th class="n">x</th>
            <th class="n">y</th>
            <th class="n">z</th>
            <th class="n">radius</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="(point, i) in section.points" :key="i">
            <td>{{ i + 1 }}</td>
            <td v-for="axis in [0, 1, 2]" :key="axis" class="n">
              <input
                class="num"
                inputmode="decimal"
                :aria-label="`Point ${i + 1} ${'xyz'[axis]}`"
                :value="point.at[axis]"
                @change="setCoordinate(i, axis, $event)"
              />
            </td>
            <td class="n">
              <input
                v-if="i > 0 && i < section.points.length - 1"
                class="num"
                inputmode="decimal"
                :aria-label="`Point ${i + 1} radius`"
                :value="point.radius"
                @change="setRadius(i, $event)"
              />
            </td>
            <td>
              <button type="button" class="mini" :aria-label="`Add a point after ${i + 1}`" @click="addPoint(i)">+</button
              ><button
                v-if="section.points.length > 2"
                type="button"
                class="mini"
                :aria-label="`Take point ${i + 1} away`"
                @click="setPoints(section.points.filter((_, k) => k !== i))"
              >
                −
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <div v-else-if="mode === 'table'" class="stack">
        <label
          >One point a row: x, y, z, radius, in mm<textarea
            v-model="pasted"
            rows="6"
            placeholder="0, 0, 500&#10;100, 0, 500, 25&#10;100, 80, 480"
          />
        </label>
        <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
        <v-btn-main size="small" @click="usePasted">Use these points</v-btn-main>
      </div>
      <div v-else class="stack">
        <p class="soft">
          From the section’s start along its first straight, as the tape and the protractor have it: straight between tangent points, turn
          about the tube’s own axis, bend, radius of the bend.
        </p>
        <table class="grid tight">
          <thead>
            <tr>
              <th />
              <th class="n">straight mm</th>
              <th class="n">turn °</th>
              <th class="n">bend °</th>
              <th class="n">radius mm</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, i) in rows" :key="i">
              <td>{{ i + 1 }}</td>
              <td v-for="key in ['straight', 'rotate', 'bend', 'radius'] as const" :key="key" class="n">
                <input
                  class="num"
                  inputmode="decimal"
                  :aria-label="`Row ${i + 1} ${key}`"
                  :value="row[key]"
                  @change="setRow(i, key, $event)"
                />
              </td>
              <td>
                <button type="button" class="mini" :aria-label="`Take row ${i + 1} away`" @click="rows = rows.filter((_, k) => k !== i)">
                  −
                </button>
              </td>
            </tr>
          </tbody>
        </table>
        <div class="line">
          <button type="button" class="mini" @click="rows = [...rows, { straight: 50, rotate: 0, bend: 0, radius: 0 }]">add a row</button
          ><span v-if="made && !made.ok" class="bad">{{ bendWords(made.error) }}</span
          ><span v-else-if="gap !== undefined" class="soft">ends {{ formatNumber(gap, 1) }} mm from where it ended</span>
        </div>
        <v-btn-main size="small" :disabled="!made?.ok" @click="useMeasured">Use this shape</v-btn-main>
      </div>
    </template>
  </fieldset>
</template>

<style scoped>
.course {
  border: 1px solid var(--line);
  padding: 6px 10px 10px;
  display: grid;
  gap: 8px;
  min-width: 0;
}
legend {
  font-weight: 600;
  padding: 0 4px;
  font-size: 14.5px;
}
.line {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
.tight td {
  padding: 3px 5px;
}
input,
select,
textarea {
  border: 2px solid var(--line);
  border-radius: 3px;
  background: var(--card);
  color: var(--ink);
  font: 500 16px/1.3 var(--face);
  padding: 5px 7px;
  min-height: 38px;
}
textarea {
  width: 100%;
  font-variant-numeric: tabular-nums;
}
.num {
  width: 84px;
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.mini {
  border: 1px solid var(--line);
  border-radius: 3px;
  background: none;
  color: var(--ink);
  font: 500 14px/1.2 var(--face);
  padding: 5px 10px;
  min-height: 32px;
  cursor: pointer;
}
.bad {
  color: var(--bad);
  font-weight: 600;
}
</style>
