import { defineConfig } from 'vitest/config'

const decorators = { oxc: { decorator: { legacy: true } } }

export default defineConfig({
  ...decorators,
  test: {
    projects: [
      { ...decorators, test: { name: 'unit', include: ['src/**/*.test.ts'], testTimeout: 30_000, hookTimeout: 60_000 } },
      { ...decorators, test: { name: 'reference', include: ['tests/reference/**/*.test.ts'], testTimeout: 60_000 } },
      { ...decorators, test: { name: 'interface', include: ['tests/e2e/**/*.test.ts'], testTimeout: 60_000, hookTimeout: 90_000, fileParallelism: false } },
    ],
  },
})
