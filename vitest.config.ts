import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

const alias = {
  '~': fileURLToPath(new URL('./app', import.meta.url)),
  '#core': fileURLToPath(new URL('./core', import.meta.url)),
  '#shared': fileURLToPath(new URL('./shared', import.meta.url)),
}

export default defineConfig({
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'unit',
          include: ['core/**/*.test.ts', 'shared/**/*.test.ts', 'lint/**/*.test.ts', 'launch/**/*.test.ts'],
          // Nothing here replaces a module or leaves anything in one: each is read once a worker, not once a file.
          isolate: false,
          // How long a computation takes is for bench/: a machine that is busy with other things fails nothing here.
          testTimeout: 120_000,
          // Nothing else runs meanwhile: every core has one.
          maxWorkers: '100%',
        },
      },
      {
        resolve: { alias },
        test: { name: 'parts', include: ['app/**/*.test.ts', 'server/**/*.test.ts'], testTimeout: 60_000, maxWorkers: '100%' },
      },
      {
        plugins: [vue()],
        // What Nuxt gives a component without an import is given by the tests.
        resolve: { alias: { ...alias, '#imports': fileURLToPath(new URL('./tests/helpers/nuxtImports.ts', import.meta.url)) } },
        test: {
          name: 'components',
          // All components and Vuetify are read in once a worker; what a test mounts, it takes down.
          isolate: false,
          testTimeout: 60_000,
          maxWorkers: '100%',
          include: ['tests/components/**/*.test.ts'],
          environment: 'happy-dom',
          // Vuetify brings its style sheets along.
          server: { deps: { inline: ['vuetify'] } },
          css: false,
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'server',
          include: ['tests/server/**/*.test.ts'],
          globalSetup: 'tests/helpers/globalSetup.ts',
          testTimeout: 30_000,
          hookTimeout: 60_000,
          // Each file has its own server process and database; two cores carry three, as each of them waits a third of its time.
          maxWorkers: 3,
        },
      },
    ],
  },
})
