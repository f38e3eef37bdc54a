import { defineConfig } from 'vite'

/** Server and command line with their packages in few files, so that they start at once: only what has programs in files beside it, the embedded database and the pool of threads, stays in node_modules. */
export default defineConfig({
  build: {
    ssr: true,
    outDir: 'dist/server',
    emptyOutDir: true,
    target: 'node20',
    minify: false,
    rolldownOptions: {
      input: { main: 'src/server/main.ts', commands: 'src/cli/main.ts', work: 'src/server/jobs/work.ts' },
    },
  },
  ssr: { noExternal: true, external: ['@electric-sql/pglite', 'piscina'] },
})
