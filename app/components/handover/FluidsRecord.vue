<script setup lang="ts">
import type { buildRecord } from '#core/job/record/buildRecord'
import type { Sheet } from '#core/sheet/types'
import { formatEntered, formatQuantity } from '#core/units/formatQuantity'
import { fluidHowWords } from '#shared/words/fluidWords'
import { readingWords, roundWords, testWords } from '#shared/words/recordWords'
import { useUnits } from '~/stores/units'
import { whenWords } from '~/utils/whenWords'

/** What went out and in, where it stands, and how it was bled and tried. */
defineProps<{ record: ReturnType<typeof buildRecord>; sheet: Sheet }>()
const units = useUnits()
</script>

<template>
  <section class="card">
    <h2>Fluid{{ record.sheet.fluid ? `: ${record.sheet.fluid}` : '' }}</h2>
    <v-table class="boxed cards">
      <thead>
        <tr>
          <th />
          <th class="n">Entered</th>
          <th class="n">mL</th>
          <th>How</th>
          <th>When</th>
          <th>Who</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(item, i) in record.fluids" :key="i">
          <td class="name">
            {{ item.kind === 'added' ? 'in' : 'out'
            }}<span v-if="item.circuit || item.drained" class="sub"
              >{{ item.circuit }}{{ item.drained ? ' what was drained, clean' : '' }}</span
            >
          </td>
          <td class="n" data-label="Entered">{{ formatEntered('volume', item.entered) }}</td>
          <td class="n" data-label="mL">{{ formatQuantity('volume', item.millilitres, 'mL') }}</td>
          <td data-label="How">{{ fluidHowWords(item) }}</td>
          <td data-label="When">{{ whenWords(item.at) }}</td>
          <td data-label="Who">{{ item.by }}</td>
        </tr>
      </tbody>
    </v-table>
    <p>
      Out {{ record.balance.out === undefined ? 'not measured' : units.volume(record.balance.out) }}, in
      {{ units.volume(record.balance.in) }}.
    </p>
    <p v-for="(level, i) in record.levels" :key="i">
      {{ level.name }}: <b>{{ readingWords[level.reading] }}</b>{{
        level.entered ? ` at ${formatEntered('temperature', level.entered)}` : ''
      }}, engine {{ level.engine }}. {{ level.by }}, {{ whenWords(level.at) }}
    </p>
    <p v-for="(round, i) in record.rounds" :key="`round${i}`">{{ roundWords(round) }}. {{ round.by }}, {{ whenWords(round.at) }}</p>
    <p v-for="(clear, i) in record.clearances" :key="`clear${i}`">
      {{ clear.name }}: clear all along. {{ clear.by }}, {{ whenWords(clear.at) }}
    </p>
    <p v-for="test in record.tests" :key="test.test">{{ testWords(test, sheet) }}. {{ test.by }}, {{ whenWords(test.at) }}</p>
    <p v-if="record.roadTest">
      Road test: {{ record.roadTest.result === 'good' ? 'good' : 'not good' }}{{ record.roadTest.note ? `, ${record.roadTest.note}` : '' }}.
      {{ record.roadTest.by }}, {{ whenWords(record.roadTest.at) }}
    </p>
  </section>
</template>
