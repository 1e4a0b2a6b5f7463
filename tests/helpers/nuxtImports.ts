import { vi } from 'vitest'

/** Nuxt's own imports, as far as components under test use them. */
export const navigateTo = vi.fn()
export const useRoute = () => ({ path: '/', query: {}, params: {}, fullPath: '/' })
export const useHead = () => {}
export const definePageMeta = () => {}
