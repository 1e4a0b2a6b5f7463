import { defineVuetifyConfiguration } from 'vuetify-nuxt-module/custom-configuration'

// Theme, defaults and aliases are one blueprint: app/vuetify/workshop.ts, given to Vuetify by app/plugins/vuetify.ts.
export default defineVuetifyConfiguration({ icons: { defaultSet: 'mdi-svg' }, theme: { defaultTheme: 'desk' } })
