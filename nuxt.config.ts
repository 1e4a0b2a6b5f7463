import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build as bundle } from 'esbuild'
import { pageFiles, pathsOf, type PageFiles, type PagePath } from './launch/pageFiles'
import { pageParts } from './launch/pageParts'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))
const aliases = { '#core': here('./core'), '#shared': here('./shared') }

/** Zod carries its writer of JSON Schema in every schema; only the command line writes one, and a page is spared a tenth of its script. */
const withoutJsonSchema = {
  name: 'without-json-schema',
  enforce: 'pre' as const,
  apply: 'build' as const,
  resolveId: (source: string, importer = '') =>
    importer.includes('/zod/') && /\/(to-json-schema|json-schema-processors)\.js$/.test(source)
      ? here('./app/utils/noJsonSchema.ts')
      : undefined,
}

/** What of Vuetify's measures a page while it is put together: bars that nobody sees (app/vuetify/fieldLoader.ts), sizes (sizes.ts). */
const unmeasured = {
  name: 'unmeasured',
  enforce: 'pre' as const,
  apply: 'build' as const,
  resolveId(source: string, importer = '') {
    if (importer.endsWith('/vuetify/lib/composables/loader.js') && source.includes('/VProgressLinear/'))
      return here('./app/vuetify/fieldLoader.ts')
    if (/\/VSlide(Group|r)\.js$/.test(importer) && source.endsWith('/composables/resizeObserver.js')) return here('./app/vuetify/sizes.ts')
  },
}

// Told by the build, for the server to say with each page (server/plugins/ahead.ts).
let paths: PagePath[] = []
let files: PageFiles = { pages: [], letters: [] }

export default defineNuxtConfig({
  modules: ['@pinia/nuxt', 'vuetify-nuxt-module', '@nuxt/eslint', '@vite-pwa/nuxt'],
  // A signed-in tool on a shop network: the page is a shell, the data comes through the API (docs/decisions/0002).
  ssr: false,
  components: [{ path: '~/components', pathPrefix: false }],
  // Nuxt would import shared/ and components by magic; here every import is written, so that the layers can be linted.
  imports: { scan: false },
  devtools: { enabled: false },
  app: {
    head: {
      title: 'Efferent',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'theme-color', content: '#1c2f36' },
      ],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
      // Before any schema is made: the content policy forbids compiling them in the page, and even the try would be reported.
      script: [{ innerHTML: 'globalThis.__zod_globalConfig={jitless:true}', tagPosition: 'head' }],
      noscript: [{ innerHTML: 'Efferent needs JavaScript.' }],
    },
  },
  css: ['@fontsource-variable/atkinson-hyperlegible-next/wght.css', '~/assets/tokens.css', '~/assets/base.css', '~/assets/print.css'],
  spaLoadingTemplate: false,
  alias: aliases,
  build: { transpile: ['@mdi/js'] },
  compatibilityDate: '2026-11-01',
  nitro: {
    alias: aliases,
    compressPublicAssets: !process.env.CI,
    errorHandler: '~~/server/errorHandler',
    imports: { autoImport: false },
    virtual: { '#page-files': () => `export default ${JSON.stringify(files)}` },
    typescript: { tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
    routeRules: { '/_nuxt/**': { headers: { 'cache-control': 'public, max-age=31536000, immutable' } } },
  },
  vite: {
    plugins: [withoutJsonSchema, unmeasured],
    build: {
      sourcemap: false,
      rollupOptions: { output: { experimentalMinChunkSize: 3_000, manualChunks: pageParts(), onlyExplicitManualChunks: true } },
    },
    worker: { format: 'es' },
  },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  postcss: { plugins: { cssnano: false } },
  telemetry: false,
  // A page that a link leads to is fetched, and its script run, when a hand or the keyboard is on the link: never because it is in sight.
  experimental: {
    extraPageMetaExtractionKeys: ['layout'],
    // Which build is the newest is the service worker's to know.
    appManifest: false,
    // Nothing is drawn on the server: what would read its drafts back stays at home.
    renderJsonPayloads: false,
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
  hooks: {
    'pages:resolved'(pages) {
      paths = pathsOf(pages)
    },
    // What a page may want next is kept on the device by the service worker after the page stands, not fetched beside it.
    'build:manifest'(manifest) {
      for (const part of Object.values(manifest)) part.prefetch = false
      files = pageFiles(manifest, paths)
    },
    // The worker pool's script is a bundle of its own, beside the server's (server/utils/workers.ts).
    'nitro:init'(nitro) {
      nitro.hooks.hook('compiled', async () => {
        if (nitro.options.dev) return
        await bundle({
          entryPoints: [here('./server/worker/entry.ts')],
          outfile: join(nitro.options.output.serverDir, 'worker.mjs'),
          bundle: true,
          platform: 'node',
          format: 'esm',
          target: 'node20',
          external: ['pdfmake', 'sharp'],
        })
      })
    },
    // Nuxt 4.4.5 looks for a server entry in development even without server rendering, and finds none.
    'vite:extendConfig'(config, { isClient }) {
      const input = config.build?.rollupOptions?.input
      if (process.env.NODE_ENV === 'development' && isClient && typeof input === 'object' && !Array.isArray(input) && input.entry)
        input.server = input.entry
    },
  },
  // The program on the device (app/serviceWorker): a new version is offered, never pushed in (app/stores/program.ts).
  pwa: {
    strategies: 'injectManifest',
    srcDir: 'serviceWorker',
    filename: 'sw.ts',
    registerType: 'prompt',
    injectRegister: null,
    client: { registerPlugin: true, installPrompt: false, periodicSyncForUpdates: 3600 },
    manifest: {
      name: 'Efferent',
      short_name: 'Efferent',
      description: 'Fluid lines: looked up, planned, worked and proved',
      lang: 'en',
      display: 'standalone',
      start_url: '/',
      background_color: '#1c2f36',
      theme_color: '#1c2f36',
      icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
    },
    injectManifest: {
      globPatterns: ['**/*.{js,css,svg,woff2,webmanifest}'],
      // The page itself is made by the server, the same for every address: kept once, anew with every build.
      additionalManifestEntries: [{ url: '/', revision: Date.now().toString(36) }],
    },
  },
  eslint: { config: { stylistic: false } },
  vuetify: {
    // Only the styles of the components that are used, built with our settings.
    moduleOptions: { disableVuetifyStyles: false, styles: { configFile: 'assets/settings.scss' } },
    vuetifyOptions: './app/vuetify.config.ts',
  },
})
