#!/usr/bin/env node
import { fileURLToPath } from 'node:url'

// Whoever reads may stop reading, as `head` does: that is no failure.
process.stdout.on('error', e => {
  if (e.code === 'EPIPE') process.exit(0)
  throw e
})

const loader = await import('tsx/esm/api').catch(() => undefined)
if (loader) {
  loader.register({ tsconfig: fileURLToPath(new URL('../tsconfig.json', import.meta.url)) })
  const { main } = await import('../src/cli/main.ts')
  process.exitCode = await main(process.argv.slice(2))
} else {
  process.stderr.write('Packages are missing: run npm install in the project first\n')
  process.exitCode = 1
}
