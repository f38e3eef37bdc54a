import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { fileURLToPath } from 'node:url'
import { defineConfig, type Plugin } from 'vite'
import { generateSW } from 'workbox-build'
import { ANSWERS } from './src/web/stores/remember.ts'

const out = fileURLToPath(new URL('dist/web', import.meta.url))

/**
 * Writes the service worker that keeps the application's own files, so that it opens while the workshop is away. A new
 * version waits until every page of the old one is closed: a page never meets files of two versions.
 */
const keptInTheBrowser = (): Plugin => ({
  name: 'kept-in-the-browser',
  apply: 'build',
  async closeBundle() {
    await generateSW({
      globDirectory: out,
      globPatterns: ['**/*.{html,js,css,woff2,svg,png}'],
      swDest: `${out}/sw.js`,
      sourcemap: false,
      inlineWorkboxRuntime: true,
      maximumFileSizeToCacheInBytes: 16_000_000,
      // Names of built files hold their own hash.
      dontCacheBustURLsMatching: /\/assets\//,
      navigateFallback: '/index.html',
      navigateFallbackDenylist: [/^\/api\//],
      runtimeCaching: [
        {
          // What was read last stands in for a workshop that does not answer.
          urlPattern: /\/api\/(builds|settings|shelf|demo)(\/[a-z0-9-]+)?(\?.*)?$/,
          handler: 'NetworkFirst',
          options: { cacheName: ANSWERS, cacheableResponse: { statuses: [200] } },
        },
        {
          urlPattern: /\/api\/attachments\/[0-9a-f]{64}$/,
          handler: 'CacheFirst',
          options: {
            cacheName: 'snugbolt-attachments',
            cacheableResponse: { statuses: [200] },
            expiration: { maxEntries: 200, purgeOnQuotaError: true },
          },
        },
      ],
    })
  },
})

/** Faces of type that every page begins with: they come with the page, so that nothing jumps when they are there. */
const FIRST_FACES = /(barlow-semi-condensed-latin-(400|600)|ibm-plex-mono-latin-400)-normal-.*\.woff2$/
const facesFirst = (): Plugin => ({
  name: 'faces-first',
  apply: 'build',
  transformIndexHtml: {
    order: 'post',
    handler: (_html, { bundle }) =>
      Object.keys(bundle ?? {})
        .filter(f => FIRST_FACES.test(f))
        .map(f => ({
          tag: 'link',
          attrs: { rel: 'preload', as: 'font', type: 'font/woff2', crossorigin: true, href: `/${f}` },
          injectTo: 'head' as const,
        })),
  },
})

/** The polygon library does nothing when it is loaded, and does not say so: what nobody calls of it is left out. */
const treeshake = { moduleSideEffects: [{ test: /clipper2-ts/, sideEffects: false }] }

export default defineConfig({
  root: 'src/web',
  plugins: [react(), tailwindcss(), facesFirst(), keptInTheBrowser()],
  build: {
    outDir: '../../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 1100,
    rolldownOptions: {
      treeshake,
      output: {
        // What every station is made of is one file: thirty small ones come one behind another.
        codeSplitting: {
          groups: [
            {
              name: 'kit',
              test: /src\/web\/(components|hooks|map|devices|stores)\/|node_modules\/(@radix-ui|radix-ui|lucide-react)\//,
            },
          ],
        },
      },
    },
  },
  worker: { format: 'es', rolldownOptions: { treeshake } },
  server: { host: '127.0.0.1', port: 4182, proxy: { '/api': 'http://127.0.0.1:4180' } },
})
