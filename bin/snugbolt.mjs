#!/usr/bin/env node
import { fileURLToPath } from 'node:url'
import { isBuilt } from '../scripts/prepare.mjs'

// Whoever reads may stop reading, as `head` does: that is no failure.
process.stdout.on('error', e => {
  if (e.code === 'EPIPE') process.exit(0)
  throw e
})

/** The commands as they were built, or from their sources where those are newer, which takes three times as long to begin. */
const commands = async () => {
  if (isBuilt()) return import('../dist/server/commands.js')
  const loader = await import('tsx/esm/api').catch(() => undefined)
  loader?.register({ tsconfig: fileURLToPath(new URL('../tsconfig.json', import.meta.url)) })
  return loader && import('../src/cli/main.ts')
}

const found = await commands()
if (found) process.exitCode = await found.main(process.argv.slice(2))
else {
  process.stderr.write('Packages are missing: run npm install in the project first\n')
  process.exitCode = 1
}
