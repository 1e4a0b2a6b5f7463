import { defineAsyncComponent, h, type FunctionalComponent } from 'vue'

// Every field of Vuetify’s draws its loading bar, shown or not, and the bar measures the page as it is mounted.
const Bar = defineAsyncComponent(() => import('vuetify/components/VProgressLinear').then(({ VProgressLinear }) => VProgressLinear))

/** Stands in for the bar of a field, a button or a card (nuxt.config.ts): drawn where something is being loaded. */
export const VProgressLinear: FunctionalComponent = (_, { attrs }) => (attrs.active ? h(Bar, attrs) : undefined)
