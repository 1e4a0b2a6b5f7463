import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { onTestFinished } from 'vitest'
import type { Component } from 'vue'
import { createVuetify } from 'vuetify'
import * as vuetifyComponents from 'vuetify/components'
import { aliases, workshop } from '../../app/vuetify/workshop'

// Nuxt finds components by their names; here they are gathered the same way. What draws in space needs a graphics card.
const found = import.meta.glob<{ default: Component }>(['../../app/components/*/*.vue', '!**/route/*.vue'], { eager: true })
const parts = Object.fromEntries(
  Object.entries(found).flatMap(([path, { default: part }]) => {
    const name = path.split('/').at(-1)!.replace('.vue', '')
    return [
      [name, part],
      [`Lazy${name}`, part],
    ]
  }),
)

/** A component as it stands in the program: with Vuetify in our own hand, its stores, and the components it names. */
export function mountPart(part: Component, props: Record<string, unknown> = {}): VueWrapper {
  const pinia = createPinia()
  setActivePinia(pinia)
  const vuetify = createVuetify({ blueprint: workshop, aliases, components: vuetifyComponents })
  const wrapper = mount(part, {
    props,
    attachTo: document.body,
    global: { plugins: [pinia, vuetify], components: parts, stubs: { NuxtLink: { template: '<a><slot /></a>' } } },
  })
  onTestFinished(() => wrapper.unmount())
  return wrapper
}

/** What a model was set to last. */
export const lastOf = (wrapper: VueWrapper, name = 'modelValue'): unknown => wrapper.emitted(`update:${name}`)?.at(-1)?.[0]

/** The button that says so. */
export function button(wrapper: VueWrapper, words: string) {
  const all = wrapper.findAll('button')
  const one = all.find(candidate => candidate.text().includes(words))
  if (!one) throw new Error(`no button “${words}” among ${all.map(candidate => candidate.text()).join(' | ')}`)
  return one
}
