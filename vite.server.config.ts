import { defineConfig } from 'vite'

/** The server as one file, so that it starts at once: packages stay in node_modules. */
export default defineConfig({
  build: { ssr: 'src/server/main.ts', outDir: 'dist/server', emptyOutDir: true, target: 'node20', minify: false },
})
