import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'
import { getManifest } from 'workbox-build'
import { pageFiles } from './ops/pageFiles'
import { FIRST_PAGE, JOB_PAGE } from './shared/early'

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url))

const tests = ['app', 'core', 'shared', 'server', 'ops'].map(folder => `../${folder}/**/*.test.ts`)

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  telemetry: false,
  // The server is not made small: what went wrong in it is told by the names of its functions.
  sourcemap: false,
  // A build has a folder of its own, so that types and lint read what was prepared meanwhile.
  ...(process.env.ZINC_BUILD_FOLDER && { buildDir: process.env.ZINC_BUILD_FOLDER }),
  devtools: { enabled: false },
  // The pages need a person signed in and live data; the server renders nothing that it would have to guess.
  ssr: false,
  spaLoadingTemplate: true,
  modules: ['@nuxt/ui', '@pinia/nuxt', '@vueuse/nuxt', 'nuxt-auth-utils'],
  css: ['~/assets/main.css'],
  alias: { '#core': at('./core') },
  // Folders of components are rooms, not parts of their names.
  components: [{ path: '~/components', pathPrefix: false }],
  imports: { dirs: ['stores', 'composables/words'] },
  app: {
    head: {
      title: 'Zinc Bell',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'robots', content: 'noindex' },
      ],
      link: [
        { rel: 'icon', type: 'image/svg+xml', href: '/bell.svg' },
        { rel: 'manifest', href: '/manifest.webmanifest' },
      ],
    },
  },
  fonts: {
    providers: {
      google: false,
      googleicons: false,
      bunny: false,
      fontshare: false,
      fontsource: false,
      adobe: false,
      npm: false,
    },
  },
  // Only what is used of the components and of their colours is in the program; their values are in main.css.
  ui: { theme: { colors: ['primary', 'error'] }, experimental: { componentDetection: true } },
  icon: {
    provider: 'none',
    // As pictures: a rule of style for each icon would have every element of the page styled anew.
    mode: 'svg',
    serverBundle: false,
    clientBundle: { scan: { globInclude: ['app/**/*.{vue,ts}'], globExclude: ['node_modules'] }, sizeLimitKb: 512 },
  },
  // A page is fetched when somebody goes to it, not for being named on the rail.
  experimental: { defaults: { nuxtLink: { prefetchOn: { interaction: true, visibility: false } } } },
  colorMode: { preference: 'system', fallback: 'light' },
  runtimeConfig: {
    session: { name: 'zinc-bell', password: '', maxAge: 60 * 60 * 24 * 14, cookie: { sameSite: 'lax', secure: false } },
    // OWASP Password Storage Cheat Sheet: scrypt with N = 2^17, r = 8, p = 1, which takes 128 MiB.
    hash: { scrypt: { cost: 2 ** 17, blockSize: 8, parallelization: 1, maxMemory: 2 ** 28 } },
  },
  // Who is signed in is asked once, by the page that opens.
  auth: { loadStrategy: 'none' },
  vite: {
    worker: { format: 'es' },
    optimizeDeps: { include: ['vue-echarts'] },
    build: {
      rollupOptions: {
        output: {
          advancedChunks: {
            includeDependenciesRecursively: false,
            groups: [
              {
                name: pageFiles(at('./node_modules/nuxt/dist/app/entry.js'), [
                  ['sign-in', ['./app/layouts/plain.vue', './app/pages/sign-in.vue'].map(at)],
                  [FIRST_PAGE, ['./app/layouts/default.vue', './app/pages/index.vue'].map(at)],
                  [JOB_PAGE, [at('./app/pages/jobs/[id]/index.vue')]],
                ]),
              },
            ],
          },
          chunkFileNames: ({ name }: { name: string }) =>
            `_nuxt/${[FIRST_PAGE, JOB_PAGE].includes(name) ? `${name}.` : ''}[hash].js`,
        },
      } as object,
    },
  },
  // Tests are checked by tsconfig.core.json, which knows the test runner.
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true }, exclude: tests },
    sharedTsConfig: { exclude: tests },
    nodeTsConfig: { exclude: tests },
  },
  nitro: { typescript: { tsConfig: { exclude: tests } } },
  hooks: {
    // Pages say themselves what an answer holds: without this the types of all routes and of the database are checked with the pages.
    'ready'(nuxt) {
      nuxt.hook('prepare:types', ({ references }) => {
        const own = references.filter(each => !('path' in each && each.path.endsWith('types/nitro.d.ts')))
        references.splice(0, references.length, ...own)
      })
    },
    'app:resolve'(app) {
      // The colours stand in main.css; no page begins with what the server worked out.
      const without = ['@nuxt/ui/dist/runtime/plugins/colors', 'nuxt/dist/app/plugins/revive-payload.client']
      app.plugins = app.plugins.filter(plugin => !without.some(each => plugin.src.includes(each)))
    },
    // What a page needs is fetched when it is opened, and not all of the program before the first one.
    'build:manifest'(manifest) {
      for (const file of Object.values(manifest)) {
        file.prefetch = false
        file.dynamicImports = []
      }
    },
    // Work that would keep everybody waiting runs in threads and processes, each from a file of its own beside the server.
    'nitro:init'(nitro) {
      nitro.hooks.hook('types:extend', (types: { routes: object }) => {
        types.routes = {}
      })
      // Only the process that reads pictures brings it in.
      const { externals, errorHandler } = nitro.options as { externals?: object; errorHandler?: string | string[] }
      Object.assign(nitro.options, {
        // Before the framework's own, which goes on.
        errorHandler: [at('./server/utils/unhandled.ts'), errorHandler].flat(),
        compressPublicAssets: { gzip: true, brotli: true },
        externals: { ...externals, traceInclude: [at('./node_modules/sharp/lib/index.js')] },
      })
      nitro.hooks.hook('compiled', async () => {
        await build({
          entryPoints: ['readingsFile', 'holdEstimate', 'holdForecast', 'practiceCurve', 'practiceHunt', 'picture'].map(name =>
            at(`./server/workers/${name}.ts`),
          ),
          outdir: join(nitro.options.output.serverDir, 'workers'),
          outExtension: { '.js': '.mjs' },
          bundle: true,
          // Brings programs of its own for each machine, which lie beside the server.
          external: ['sharp'],
          platform: 'node',
          format: 'esm',
          target: 'node20',
        })
        // Last, since it names all files of the build; the record's printer is fetched when somebody prints.
        const { manifestEntries } = await getManifest({
          globDirectory: nitro.options.output.publicDir,
          globPatterns: ['_nuxt/**/*.{js,css,woff2}', '_fonts/**/*.woff2', 'bell*'],
          dontCacheBustURLsMatching: /^_nuxt\//,
          maximumFileSizeToCacheInBytes: 900_000,
        })
        await build({
          entryPoints: [at('./app/offline/serviceWorker.ts')],
          outfile: join(nitro.options.output.serverDir, 'workers', 'serviceWorker.js'),
          define: {
            'self.__WB_MANIFEST': JSON.stringify(manifestEntries),
            'process.env.NODE_ENV': '"production"',
          },
          bundle: true,
          minify: true,
          format: 'iife',
          target: 'es2022',
        })
      })
    },
  },
})
