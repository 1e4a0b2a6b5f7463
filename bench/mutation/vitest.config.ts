import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const at = (path: string) => fileURLToPath(new URL(`../../${path}`, import.meta.url))

/** The tests that judge a mutant of the job's rules: whole jobs, and each rule by itself. Those that draw for minutes stay out. */
export default defineConfig({
  root: at('.'),
  resolve: { alias: { '~': at('app'), '#core': at('core'), '#shared': at('shared') } },
  // The sandbox of a mutant has no generated settings to read.
  esbuild: { tsconfigRaw: '{}' },
  test: {
    include: [process.env.EFFERENT_MUTATION ?? 'core/{job,plan}/**/*.test.ts'],
    exclude: [
      'core/job/safeAndLive*.test.ts',
      'core/job/owed/leftOut.test.ts',
      'core/job/state/planRest.test.ts',
      'core/plan/search/pathological.test.ts',
    ],
  },
})
