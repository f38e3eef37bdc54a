import { defineConfig } from 'vite'

/** The benchmarks as one file, built as the product is: a loader's helpers would be measured along with every closure. */
export default defineConfig({
  build: { ssr: 'scripts/bench.ts', outDir: 'dist/bench', emptyOutDir: true, target: 'node20', minify: false },
})
