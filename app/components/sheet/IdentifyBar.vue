<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Identification } from '#core/identify/identifyLayouts'
import type { Sheet } from '#core/sheet/types'
import { formatNumber } from '#core/units/formatQuantity'
import { layoutWords } from '#shared/words/layoutWords'
import { plural, lookoutWords } from '#shared/words/vocabulary'

/** The one thing to look at on the car next, what each answer looks like, and the layouts that are left. */
const props = defineProps<{ identification: Identification; sheets: readonly Sheet[]; busy?: boolean; unseen: number }>()
const emit = defineEmits<{
  answer: [look: { sheet: string; question: string; answer: string }]
  cannotSee: [look: { sheet: string; question: string }]
  again: []
}>()
const open = ref(false)

const look = computed(() => props.identification.looks[0])
const left = computed(() => props.identification.layouts)
</script>

<template>
  <section v-if="left.length > 1" class="ask" aria-label="Look at the car">
    <template v-if="look">
      <div>
        <span class="tag fill">{{ lookoutWords[look.question.stand] }}</span> <b class="q">{{ look.question.text }}</b>{{ ' '
        }}<span class="soft"
          >about {{ look.question.minutes }} min<template v-if="look.minutes > look.question.minutes"
            >, {{ formatNumber(look.minutes, 0) }} min until it is settled</template
          ></span
        >
      </div>
      <div class="answers">
        <v-btn-second
          v-for="answer in look.question.answers"
          :key="answer.id"
          :disabled="busy"
          @click="emit('answer', { sheet: look.sheet, question: look.question.id, answer: answer.id })"
        >
          <span
            >{{ answer.label }}<small>{{ answer.looksLike }}</small></span
          >
        </v-btn-second>
        <v-btn-quiet class="cannot" :disabled="busy" @click="emit('cannotSee', { sheet: look.sheet, question: look.question.id })">
          <span>I cannot see it<small>Asks the next best look instead.</small></span>
        </v-btn-quiet>
      </div>
    </template>
    <div v-else>
      <b>No look is left that tells them apart.</b> Go by the part itself, or look again.
      <v-btn-quiet v-if="unseen" size="small" @click="emit('again')">Ask what could not be seen again</v-btn-quiet>
    </div>
    <v-btn-plain class="left" :aria-expanded="open" @click="open = !open">
      {{ plural(left.length, 'layout') }} left <span aria-hidden="true">{{ open ? '▴' : '▾' }}</span>
    </v-btn-plain>
    <ul v-if="open" class="layouts">
      <li v-for="(layout, i) in left.slice(0, 12)" :key="i">
        <span class="share">{{ formatNumber(layout.share * 100, 0) }} %</span>{{ layoutWords(layout, sheets) }}
      </li>
      <li v-if="left.length > 12" class="soft">and {{ left.length - 12 }} more</li>
    </ul>
    <p v-if="identification.missing.length" class="soft">
      The {{ identification.missing.join(' and the ') }} off the papers would narrow it without a look.
    </p>
  </section>
</template>

<style scoped>
.ask {
  border: 3px solid var(--ink);
  background: var(--card);
  padding: 12px 16px;
  display: grid;
  gap: 10px;
}
.q {
  font-size: 17px;
}
.answers {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}
.v-btn {
  text-align: left;
  justify-content: flex-start;
  align-items: flex-start;
}
.answers .v-btn {
  flex: 1 1 240px;
  min-height: 60px;
}
.answers .cannot {
  flex: 0 1 200px;
}
small {
  display: block;
  font-weight: 400;
}
.v-btn.left {
  font: 500 14.5px/1.3 var(--face);
  color: var(--soft);
  min-height: 28px;
  justify-self: start;
}
.layouts {
  display: grid;
  gap: 3px;
}
.share {
  display: inline-block;
  width: 58px;
  font-weight: 700;
  text-align: right;
  padding-right: 12px;
}
</style>
