<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import type { Body, Contested, Family, Needs, Predicate, Section, Sheet, Sourced } from '#core/sheet/types'
import { refChoices, sourceChoices, titleOfItem, type Field } from '~/utils/sheetFields'

/**
 * One field of the format, by its kind; groups and lists hold fields in turn. Emits the whole new value; `undefined` takes an optional
 * field away.
 */
const props = defineProps<{
  field: Field
  modelValue: unknown
  sheet: Sheet
  families: readonly Family[]
  path: string
  wrong: ReadonlySet<string>
}>()
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>()
const uid = useId()

const set = (value: unknown) => emit('update:modelValue', value)
const text = computed(() => (typeof props.modelValue === 'string' ? props.modelValue : ''))
const setText = (event: Event) => {
  const { value } = event.target as HTMLInputElement
  set(props.field.optional && value.trim() === '' ? undefined : value)
}
const numberOf = (event: Event): number | undefined => {
  const { value } = event.target as HTMLInputElement
  const parsed = Number(value.replace(',', '.'))
  return value.trim() === '' || !Number.isFinite(parsed) ? undefined : parsed
}
// A required number keeps its last value while the box is empty: an empty box is not zero.
const setNumber = (event: Event) => {
  const value = numberOf(event)
  if (value !== undefined || props.field.optional) set(value)
}
const list = computed(() => (Array.isArray(props.modelValue) ? (props.modelValue as unknown[]) : []))
const object = computed(
  () => (typeof props.modelValue === 'object' && props.modelValue !== null ? props.modelValue : {}) as Record<string, unknown>,
)
const setKey = (key: string, value: unknown) =>
  set(
    value === undefined
      ? Object.fromEntries(Object.entries(object.value).filter(([name]) => name !== key))
      : { ...object.value, [key]: value },
  )
const setAt = (i: number, value: unknown) => set(list.value.map((item, k) => (k === i ? value : item)))
const without = (i: number) => set(list.value.filter((_, k) => k !== i))
const isNumbers = computed(() => props.field.key === 'alternates')
const words = computed(() => list.value.join(isNumbers.value ? ', ' : '\n'))
function setWords(event: Event) {
  const parts = (event.target as HTMLInputElement).value
    .split(isNumbers.value ? /[,;\s]+/ : '\n')
    .map(part => part.trim())
    .filter(Boolean)
  set(isNumbers.value ? parts.map(Number).filter(Number.isFinite) : props.field.optional && parts.length === 0 ? undefined : parts)
}
const isOn = (value: string) => list.value.includes(value)
const flip = (value: string) => set(isOn(value) ? list.value.filter(item => item !== value) : [...list.value, value])

// Contested: several sourced values side by side, or unknown.
const contested = computed(() => props.modelValue as Contested<unknown> | undefined)
const values = computed(() => (contested.value === undefined || contested.value === 'unknown' ? [] : contested.value.values))
const today = () => new Date().toISOString().slice(0, 10)
const blankValue = () =>
  props.field.kind === 'contested' && props.field.value === 'window'
    ? { low: 10, high: 12 }
    : props.field.kind === 'contested' && props.field.value === 'text'
      ? 'grade'
      : 100
const addValue = () =>
  set({
    ...(values.value.length > 0 ? (contested.value as object) : {}),
    values: [...values.value, { value: values.value.at(-1)?.value ?? blankValue(), source: 'service-information', date: today() }],
  })
const setValue = (i: number, change: Partial<Sourced<unknown>>) =>
  set({
    ...(contested.value as object),
    values: values.value.map((item, k) =>
      k === i ? Object.fromEntries(Object.entries({ ...item, ...change }).filter(([, value]) => value !== undefined)) : item,
    ),
  })
function dropValue(i: number) {
  const left = values.value.filter((_, k) => k !== i)
  // What was settled among several is open again when one of them goes.
  set(left.length === 0 ? 'unknown' : { values: left })
}
const setWindow = (i: number, end: 'low' | 'high', event: Event) => {
  const value = numberOf(event)
  if (value !== undefined) setValue(i, { value: { ...(values.value[i]!.value as object), [end]: value } })
}

// Predicates of the common shape: all of "trait is value". Anything richer is kept and shown as it is written.
const predicate = computed(() => props.modelValue as Predicate | undefined)
const pairs = computed(() => {
  if (predicate.value === undefined) return []
  if ('trait' in predicate.value) return [predicate.value]
  if ('all' in predicate.value && predicate.value.all.every(item => 'trait' in item))
    return predicate.value.all as { trait: string; is: string }[]
  return undefined
})
function setPairs(next: { trait: string; is: string }[]) {
  set(next.length === 0 ? (props.field.optional ? undefined : { all: [] }) : next.length === 1 ? next[0] : { all: next })
}
const traitOf = (id: string) => props.sheet.traits.find(trait => trait.id === id)

const needs = computed(() => (props.modelValue ?? []) as Needs)
const operations = computed(() => refChoices('operations', props.sheet, props.families))
const setNeed = (i: number, value: string[]) =>
  set(value.length === 0 ? needs.value.filter((_, k) => k !== i) : needs.value.map((anyOf, k) => (k === i ? value : anyOf)))

const body = computed(() => props.modelValue as Body)
function setShape(shape: string) {
  const [a, b] = body.value.shape === 'box' ? [body.value.min, body.value.max] : [body.value.a, body.value.b]
  set(
    shape === 'box'
      ? { shape, min: a.map((value, i) => Math.min(value, b[i]!)), max: a.map((value, i) => Math.max(value, b[i]!)) }
      : { shape, a, b, radius: body.value.shape === 'box' ? 30 : body.value.radius },
  )
}
const setVec = (vec: readonly number[], i: number, event: Event) => {
  const value = numberOf(event)
  return vec.map((item, k) => (k === i ? (value ?? item) : item))
}
const open = ref<number>()
const wrongAt = (path: string) => [...props.wrong].some(item => item === path || item.startsWith(`${path}.`))
/** One more at the end, and open to be written. */
function add(item: unknown) {
  open.value = list.value.length
  set([...list.value, item])
}
</script>

<template>
  <div class="field" :class="[field.kind, { wrong: wrong.has(path) }]">
    <template v-if="field.kind === 'text'"
      ><label :for="uid"
        >{{ field.label }}<small v-if="field.hint" class="soft"> {{ field.hint }}</small></label
      >
      <textarea v-if="field.long" :id="uid" :value="text" rows="2" @input="setText" /><input
        v-else
        :id="uid"
        :value="text"
        @input="setText"
    /></template>
    <template v-else-if="field.kind === 'number'"
      ><label :for="uid">{{ field.label }}</label
      ><span class="with"
        ><input :id="uid" class="num" inputmode="decimal" :value="modelValue" @change="setNumber" /><span class="unit">{{
          field.unit
        }}</span></span
      ></template
    >
    <template v-else-if="field.kind === 'choice'"
      ><label :for="uid">{{ field.label }}</label
      ><select :id="uid" :value="modelValue ?? ''" @change="set(($event.target as HTMLSelectElement).value || undefined)">
        <option v-if="field.optional" value="">not said</option>
        <option v-for="item in field.choices" :key="item.value" :value="item.value">{{ item.title }}</option>
      </select></template
    >
    <template v-else-if="field.kind === 'ref'"
      ><label :for="uid">{{ field.label }}</label
      ><select :id="uid" :value="modelValue ?? ''" @change="set(($event.target as HTMLSelectElement).value || undefined)">
        <option v-if="field.optional || !modelValue" value="">none</option>
        <option v-for="item in refChoices(field.of, sheet, families)" :key="item.value" :value="item.value">{{ item.title }}</option>
        <option
          v-if="typeof modelValue === 'string' && !refChoices(field.of, sheet, families).some(item => item.value === modelValue)"
          :value="modelValue"
        >
          {{ modelValue }}: not on this sheet
        </option>
      </select></template
    >
    <fieldset v-else-if="field.kind === 'choices' || field.kind === 'refs'">
      <legend>{{ field.label }}</legend>
      <label v-for="item in field.kind === 'choices' ? field.choices : refChoices(field.of, sheet, families)" :key="item.value" class="tick"
        ><input type="checkbox" :checked="isOn(item.value)" @change="flip(item.value)" />{{ item.title }}</label
      >
    </fieldset>
    <label v-else-if="field.kind === 'flag'" class="tick"
      ><input
        type="checkbox"
        :checked="modelValue === true"
        @change="set(modelValue === true ? (field.optional ? undefined : false) : true)"
      />{{ field.label }}</label
    >
    <template v-else-if="field.kind === 'words'"
      ><label :for="uid"
        >{{ field.label }}<small class="soft"> {{ isNumbers ? 'mm, with commas between' : 'one a row' }}</small></label
      ><input v-if="isNumbers" :id="uid" :value="words" @change="setWords" /><textarea
        v-else
        :id="uid"
        :value="words"
        rows="2"
        @change="setWords"
      />
    </template>
    <template v-else-if="field.kind === 'years'"
      ><span class="label">{{ field.label }}</span
      ><span class="with"
        ><input
          v-for="i in [0, 1]"
          :key="i"
          class="num"
          inputmode="numeric"
          :aria-label="i === 0 ? 'First year' : 'Last year'"
          :value="list[i]"
          @change="set([0, 1].map(k => (k === i ? (numberOf($event) ?? 2000) : (list[k] ?? numberOf($event) ?? 2000))))"
        /><button v-if="modelValue" type="button" class="mini" @click="set(undefined)">any year</button></span
      ></template
    >
    <template v-else-if="field.kind === 'vec'"
      ><span class="label">{{ field.label }}</span
      ><span class="with"
        ><template v-if="modelValue"
          ><input
            v-for="(axis, i) in ['x', 'y', 'z']"
            :key="axis"
            class="num"
            inputmode="decimal"
            :aria-label="`${field.label} ${axis}`"
            :value="list[i]"
            @change="set(setVec(list as number[], i, $event))" /></template
        ><button v-if="field.optional" type="button" class="mini" @click="set(modelValue ? undefined : [0, 0, 1])">
          {{ modelValue ? 'take away' : 'add' }}
        </button></span
      ></template
    >

    <fieldset v-else-if="field.kind === 'needs'">
      <legend>{{ field.label }}</legend>
      <div v-for="(anyOf, i) in needs" :key="i" class="line">
        <span class="soft">{{ i === 0 ? 'any of' : 'and any of' }}</span><label v-for="item in operations" :key="item.value" class="tick"
          ><input
            type="checkbox"
            :checked="anyOf.includes(item.value)"
            @change="setNeed(i, anyOf.includes(item.value) ? anyOf.filter(id => id !== item.value) : [...anyOf, item.value])"
          />{{ item.title }}</label
        >
      </div>
      <button v-if="operations.length" type="button" class="mini" @click="set([...needs, [operations[0]!.value]])">
        {{ needs.length ? 'and' : 'something must be off' }}</button><span v-else class="soft">Nothing comes off on this sheet.</span>
    </fieldset>
    <fieldset v-else-if="field.kind === 'predicate'">
      <legend>{{ field.label }}</legend>
      <template v-if="pairs"
        ><div v-for="(pair, i) in pairs" :key="i" class="line">
          <select
            :value="pair.trait"
            :aria-label="`${field.label}: trait`"
            @change="
              setPairs(
                pairs!.map((item, k) =>
                  k === i
                    ? {
                        trait: ($event.target as HTMLSelectElement).value,
                        is: traitOf(($event.target as HTMLSelectElement).value)?.values[0]?.id ?? '',
                      }
                    : item,
                ),
              )
            "
          >
            <option v-for="trait in sheet.traits" :key="trait.id" :value="trait.id">{{ trait.name }}</option>
          </select>
          is
          <select
            :value="pair.is"
            :aria-label="`${field.label}: value`"
            @change="setPairs(pairs!.map((item, k) => (k === i ? { ...item, is: ($event.target as HTMLSelectElement).value } : item)))"
          >
            <option v-for="value in traitOf(pair.trait)?.values ?? []" :key="value.id" :value="value.id">{{ value.name }}</option></select
          ><button type="button" class="mini" @click="setPairs(pairs!.filter((_, k) => k !== i))">take away</button>
        </div>
        <button
          v-if="sheet.traits.length"
          type="button"
          class="mini"
          @click="setPairs([...pairs!, { trait: sheet.traits[0]!.id, is: sheet.traits[0]!.values[0]!.id }])"
        >
          {{ pairs.length ? 'and' : 'depends on a trait' }}</button><span v-else class="soft">No traits on this sheet.</span></template
      >
      <p v-else class="soft">
        {{ JSON.stringify(modelValue) }} <button type="button" class="mini" @click="setPairs([])">start over</button>
      </p>
    </fieldset>
    <fieldset v-else-if="field.kind === 'contested'">
      <legend>
        {{ field.label }}<template v-if="field.unit">, {{ field.unit }}</template>
      </legend>
      <p v-if="modelValue === 'unknown'" class="soft">Unknown: the sheet says to look it up.</p>
      <div v-for="(item, i) in values" :key="i" class="sourced">
        <template v-if="field.value === 'window'"
          ><input
            v-for="end in ['low', 'high'] as const"
            :key="end"
            class="num"
            inputmode="decimal"
            :aria-label="`${field.label} ${end}`"
            :value="(item.value as Record<string, number>)[end]"
            @change="setWindow(i, end, $event)"
        /></template>
        <input
          v-else-if="field.value === 'number'"
          class="num"
          inputmode="decimal"
          :aria-label="field.label"
          :value="item.value"
          @change="numberOf($event) !== undefined && setValue(i, { value: numberOf($event) })"
        /><input
          v-else
          :aria-label="field.label"
          :value="item.value"
          @change="setValue(i, { value: ($event.target as HTMLInputElement).value })"
        />
        <select
          :value="item.source"
          aria-label="Source"
          @change="setValue(i, { source: ($event.target as HTMLSelectElement).value as never })"
        >
          <option v-for="source in sourceChoices" :key="source.value" :value="source.value">{{ source.title }}</option>
        </select>
        <input
          type="date"
          :value="item.date"
          aria-label="Date"
          @change="setValue(i, { date: ($event.target as HTMLInputElement).value || today() })"
        /><input
          class="cite"
          :value="item.citation"
          placeholder="citation"
          aria-label="Citation"
          @change="setValue(i, { citation: ($event.target as HTMLInputElement).value.trim() || undefined })"
        /><button type="button" class="mini" @click="dropValue(i)">take away</button>
      </div>
      <div class="line">
        <button type="button" class="mini" @click="addValue">{{ values.length ? 'another source' : 'add a value' }}</button><button
          v-if="modelValue === undefined"
          type="button"
          class="mini"
          @click="set('unknown')"
        >
          say it is unknown</button
        ><button v-if="field.optional && modelValue !== undefined" type="button" class="mini" @click="set(undefined)">there is none</button>
      </div>
    </fieldset>
    <fieldset v-else-if="field.kind === 'body'">
      <legend>{{ field.label }}</legend>
      <div class="line">
        <select :value="body.shape" aria-label="Shape" @change="setShape(($event.target as HTMLSelectElement).value)">
          <option value="capsule">capsule</option>
          <option value="cylinder">cylinder</option>
          <option value="box">box</option></select
        ><span v-if="body.shape !== 'box'" class="with"
          >radius
          <input
            class="num"
            inputmode="decimal"
            aria-label="Radius"
            :value="body.radius"
            @change="numberOf($event) !== undefined && set({ ...body, radius: numberOf($event) })"
          />
          mm</span
        >
      </div>
      <div v-for="key in body.shape === 'box' ? ['min', 'max'] : ['a', 'b']" :key="key" class="with">
        <span class="unit">{{ key }}</span><input
          v-for="(axis, i) in ['x', 'y', 'z']"
          :key="axis"
          class="num"
          inputmode="decimal"
          :aria-label="`${key} ${axis}`"
          :value="(object[key] as number[])[i]"
          @change="setKey(key, setVec(object[key] as number[], i, $event))"
        />
      </div>
    </fieldset>
    <CourseEditor
      v-else-if="field.kind === 'course'"
      :sections="modelValue as readonly Section[]"
      :sheet="sheet"
      :line="path"
      @change="set"
    />
    <fieldset v-else-if="field.kind === 'group'">
      <legend>{{ field.label }}</legend>
      <template v-if="modelValue !== undefined"
        ><div class="inner">
          <FieldEditor
            v-for="inner in field.fields"
            :key="inner.key"
            :field="inner"
            :model-value="object[inner.key]"
            :sheet="sheet"
            :families="families"
            :path="`${path}.${inner.key}`"
            :wrong="wrong"
            @update:model-value="value => setKey(inner.key, value)"
          />
        </div>
        <button v-if="field.optional" type="button" class="mini" @click="set(undefined)">take away</button></template
      >
      <button
        v-else
        type="button"
        class="mini"
        @click="
          set(
            Object.fromEntries(
              field.fields
                .filter(inner => !inner.optional)
                .map(inner => [
                  inner.key,
                  inner.kind === 'number' ? 0 : inner.kind === 'choice' ? inner.choices[0]!.value : inner.kind === 'words' ? [] : 'say it',
                ]),
            ),
          )
        "
      >
        add
      </button>
    </fieldset>
    <fieldset v-else-if="field.kind === 'items'">
      <legend>{{ field.label }}</legend>
      <div v-for="(item, i) in list" :key="i" class="item" :class="{ wrong: wrongAt(`${path}.${i}`) }">
        <div class="line">
          <button type="button" class="open" :aria-expanded="open === i" @click="open = open === i ? undefined : i">
            <span aria-hidden="true">{{ open === i ? '▾' : '▸' }}</span> {{ titleOfItem(item, field.one, i) }}</button
          ><button type="button" class="mini" @click="without(i)">take away</button>
        </div>
        <div v-if="open === i" class="inner">
          <FieldEditor
            v-for="inner in field.fields"
            :key="inner.key"
            :field="inner"
            :model-value="(item as Record<string, unknown>)[inner.key]"
            :sheet="sheet"
            :families="families"
            :path="`${path}.${i}.${inner.key}`"
            :wrong="wrong"
            @update:model-value="
              value =>
                setAt(
                  i,
                  value === undefined
                    ? Object.fromEntries(Object.entries(item as object).filter(([name]) => name !== inner.key))
                    : { ...(item as object), [inner.key]: value },
                )
            "
          />
        </div>
      </div>
      <button type="button" class="mini" @click="add(field.blank(list.length + 1, sheet))">add a {{ field.one }}</button>
    </fieldset>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 3px;
  align-content: start;
}
.field.wrong,
.item.wrong {
  border-left: 4px solid var(--bad);
  padding-left: 8px;
}
label,
.label,
legend {
  font-weight: 600;
  font-size: 14.5px;
}
small {
  font-weight: 400;
  margin-left: 6px;
}
input:not([type='checkbox']),
select,
textarea {
  border: 2px solid var(--line);
  border-radius: 3px;
  background: var(--card);
  color: var(--ink);
  font: 500 16px/1.3 var(--face);
  padding: 6px 8px;
  min-height: 40px;
  width: 100%;
}
:is(input, select, textarea):focus-visible {
  border-color: var(--accent);
}
.num {
  width: 92px !important;
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.with,
.line {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
.line select {
  width: auto;
}
.unit {
  color: var(--soft);
  font-size: 14.5px;
}
fieldset {
  border: 1px solid var(--line);
  padding: 6px 10px 10px;
  display: grid;
  gap: 6px;
  min-width: 0;
}
legend {
  padding: 0 4px;
}
.tick {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 34px;
  font-weight: 500;
  margin-right: 14px;
}
.tick input {
  width: 20px;
  height: 20px;
  accent-color: var(--accent);
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
  justify-self: start;
}
.mini:hover {
  background: var(--well);
}
.open {
  border: 0;
  background: none;
  font: 600 15.5px/1.3 var(--face);
  color: var(--ink);
  cursor: pointer;
  text-align: left;
  flex: 1;
  min-height: 36px;
}
.item {
  border-top: 1px solid var(--line);
}
.inner {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 10px;
  padding: 4px 0 8px;
}
.inner > :is(.items, .needs, .predicate, .contested, .group, .choices, .refs) {
  grid-column: 1 / -1;
}
.sourced {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
  align-items: center;
}
.sourced select {
  width: auto;
}
.sourced input[type='date'] {
  width: 150px;
}
.cite {
  flex: 1 1 160px;
  width: auto !important;
}
</style>
