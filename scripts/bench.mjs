// Measures speed and memory, and prints them with the machine's name.
import { join } from 'node:path'
import { built, packages, root, run } from './prepare.mjs'

packages()
built()
run(process.execPath, ['--import', 'tsx', join(root, 'scripts/bench.ts')])
