import { defineVuetifyConfiguration } from 'vuetify-nuxt-module/custom-configuration'

export default defineVuetifyConfiguration({ icons: { defaultSet: 'mdi-svg' }, theme: { defaultTheme: 'desk', themes: { desk: { dark: false, colors: {} } } } })
