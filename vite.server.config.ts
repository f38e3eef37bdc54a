import { defineConfig } from 'vite'

/** Server and command line with their packages in few files, so that they start at once: only the embedded database, whose program lies in files beside it, stays in node_modules. */
export default defineConfig({
  build: {
    ssr: true,
    outDir: 'dist/server',
    emptyOutDir: true,
    target: 'node20',
    minify: false,
    rolldownOptions: { input: { main: 'src/server/main.ts', commands: 'src/cli/main.ts' } },
  },
  ssr: { noExternal: true, external: ['@electric-sql/pglite'] },
})
