// Stands in for what Vuetify's tabs and sliders ask for sizes (nuxt.config.ts): theirs measures the page while it is put together.
export { useSize as useElementSize } from '~/composables/useSize'
