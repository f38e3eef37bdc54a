import { defineConfig } from 'vitest/config'

const decorators = { oxc: { decorator: { legacy: true } } }

export default defineConfig({
  ...decorators,
  test: {
    projects: [
      { ...decorators, test: { name: 'unit', include: ['src/**/*.test.ts'], testTimeout: 120_000, hookTimeout: 180_000 } },
      { ...decorators, test: { name: 'reference', include: ['tests/reference/**/*.test.ts'], testTimeout: 120_000 } },
      { ...decorators, test: { name: 'interface', include: ['tests/e2e/**/*.test.ts'], testTimeout: 180_000, hookTimeout: 200_000, fileParallelism: false, maxConcurrency: 2 } },
    ],
  },
})
