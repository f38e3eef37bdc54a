// Installs what the tests need, then runs format, types, lint, unit, reference and interface tests.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { built, packages, root, run } from './prepare.mjs'

/** Programs that the tests use, and the Debian packages that bring them. */
const PROGRAMS = [
  ['chromium', 'chromium'],
  ['ngspice', 'ngspice'],
  ['pdftoppm', 'poppler-utils'],
]
const missing = PROGRAMS.filter(([program]) => spawnSync('which', [program]).status !== 0)
// Debian keeps the database server's programs out of the path.
if (!existsSync('/usr/lib/postgresql')) missing.push(['initdb', 'postgresql'])

if (missing.length) {
  const names = missing.map(([, name]) => name)
  console.log(`Installing ${names.join(' and ')}.`)
  const apt = args =>
    spawnSync('apt-get', args, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status === 0
  if (!(apt(['update', '-qq']) && apt(['install', '-y', '-qq', '--no-install-recommends', ...names]))) {
    console.error(
      `These tests drive a browser, a circuit simulator and a database server. Install them, then run again: apt-get install ${names.join(' ')}`,
    )
    process.exit(1)
  }
}

packages()
const node = (script, ...args) => run(process.execPath, [join(root, 'node_modules', script), ...args])
console.log('Format.')
node('prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.')
run(process.execPath, [join(root, 'scripts/notices.mjs'), '--check'])
console.log('Types.')
node('typescript/bin/tsc', '--noEmit')
console.log('Lint and layers.')
node('eslint/bin/eslint.js', '.', '--max-warnings', '0')
node(
  'dependency-cruiser/bin/dependency-cruise.mjs',
  'src',
  'bin',
  '--config',
  '.dependency-cruiser.cjs',
  '--output-type',
  'err',
)
built()
console.log('Tests.')
node('vitest/vitest.mjs', 'run', ...process.argv.slice(2))
