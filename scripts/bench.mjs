// Measures speed and memory, and prints them with the machine's name.
import { join } from 'node:path'
import { built, packages, programs, root, run } from './prepare.mjs'

// Before anything is measured: a browser that is missing is not found out after minutes.
await programs(['chromium-headless-shell'])
packages()
built()
run(process.execPath, [
  join(root, 'node_modules/vite/bin/vite.js'),
  'build',
  ...['-c', 'vite.bench.config.ts', '--logLevel', 'warn'],
])
run(process.execPath, [join(root, 'dist/bench/bench.js'), ...process.argv.slice(2)])
