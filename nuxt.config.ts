export default defineNuxtConfig({ compatibilityDate: '2026-11-01' })
