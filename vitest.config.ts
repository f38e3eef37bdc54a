import { defineConfig } from 'vitest/config'

const decorators = { oxc: { decorator: { legacy: true } } }
/** Three files at a time on two cores: what works with servers and their disks waits a quarter of its time, what drives a browser a third. The browser's tests come after the others. */
const COMPUTING = {
  maxWorkers: 3,
  isolate: false,
  setupFiles: 'tests/support/seed.ts',
  sequence: { groupOrder: 0 },
}
const DRIVING = { maxWorkers: 3, maxConcurrency: 3, isolate: false, sequence: { groupOrder: 1 } }

export default defineConfig({
  ...decorators,
  test: {
    projects: [
      {
        ...decorators,
        test: {
          name: 'unit',
          // One project: every worker loads the core once for all of them.
          include: ['src/**/*.test.ts', 'tests/reference/**/*.test.ts'],
          testTimeout: 120_000,
          hookTimeout: 180_000,
          ...COMPUTING,
        },
      },
      {
        ...decorators,
        test: {
          name: 'interface',
          globalSetup: 'tests/support/workshops.ts',
          include: ['tests/e2e/**/*.test.ts'],
          testTimeout: 180_000,
          hookTimeout: 200_000,
          // A busy machine saves later: what is waited for is the state, not the time.
          expect: { poll: { timeout: 20_000 } },
          ...DRIVING,
        },
      },
    ],
  },
})
