import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join, resolve, sep } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build, defineConfig, type Plugin } from 'vite'

/** What is kept of what was built. */
const KEPT = /\.(html|js|css|woff2|svg|png)$/
const ENTRY = fileURLToPath(new URL('src/web/workers/serviceWorker.ts', import.meta.url))

/** Every file in a folder, with its address and, where its name holds no hash of its own, that of what is in it. */
const filesIn = (folder: string): { url: string; revision: string | null }[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter(f => KEPT.test(f))
    .sort()
    .map(f => {
      const url = `/${f.replaceAll(sep, '/')}`
      return {
        url,
        revision: url.startsWith('/assets/')
          ? null
          : createHash('sha256')
              .update(readFileSync(join(folder, f)))
              .digest('hex'),
      }
    })

/** Builds the service worker last, with the list of everything that was built. */
const keptInTheBrowser = (): Plugin => {
  let outDir = ''
  return {
    name: 'kept-in-the-browser',
    apply: 'build',
    configResolved(config) {
      outDir = resolve(config.root, config.build.outDir)
    },
    async closeBundle() {
      await build({
        configFile: false,
        logLevel: 'warn',
        define: { OWN_FILES: JSON.stringify(filesIn(outDir)), 'process.env.NODE_ENV': '"production"' },
        build: {
          outDir,
          emptyOutDir: false,
          copyPublicDir: false,
          target: 'es2022',
          lib: { entry: ENTRY, formats: ['iife'], name: 'kept', fileName: () => 'sw.js' },
        },
      })
    },
  }
}

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
