import { expect, it } from 'vitest'
import { computed, ref } from 'vue'
import { steady } from './steady'

it('keeps the very object while it says the same, so that nothing behind it is worked out again', () => {
  const state = ref({ inputs: { lines: ['supply'] }, seq: 1 })
  let worked = 0
  const inputs = steady(() => ({ lines: [...state.value.inputs.lines] }))
  const plan = computed(() => {
    worked++
    return inputs.value.lines.join()
  })
  expect(plan.value).toBe('supply')
  const before = inputs.value
  state.value = { inputs: { lines: ['supply'] }, seq: 2 }
  expect(plan.value).toBe('supply')
  expect(inputs.value).toBe(before)
  expect(worked).toBe(1)
  state.value = { inputs: { lines: ['supply', 'return'] }, seq: 3 }
  expect(plan.value).toBe('supply,return')
  expect(worked).toBe(2)
})

it('nothing is something too: it comes and goes', () => {
  const inputs = ref<{ n: number } | undefined>(undefined)
  const kept = steady(() => inputs.value)
  expect(kept.value).toBeUndefined()
  inputs.value = { n: 1 }
  expect(kept.value).toEqual({ n: 1 })
  inputs.value = undefined
  expect(kept.value).toBeUndefined()
})
