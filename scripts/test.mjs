// Installs what the tests need, then runs format, types, lint, unit, reference and interface tests; with --long what is
// exhaustive too.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { packages, programs, root, run } from './prepare.mjs'

const given = process.argv.slice(2),
  isLong = given.includes('--long')
if (isLong) process.env.LONG = '1'

const installed = programs(['chromium-headless-shell', 'ngspice', 'pdftoppm', 'initdb', 'openssl', 'certutil'])

packages()

/** Runs a package's program beside others: its output is shown in one piece when it has ended. */
const node = (what, script, ...args) =>
  new Promise(done => {
    const begun = Date.now(),
      child = spawn(process.execPath, [join(root, script), ...args], {
        cwd: root,
        stdio: ['ignore', 'pipe', 'pipe'],
      })
    let said = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', d => (said += d))
    child.on('close', code => {
      console.log(`${what}: ${code === 0 ? 'well' : 'NOT WELL'}, ${Math.round((Date.now() - begun) / 1000)} s.`)
      if (said.trim()) console.log(said)
      done(code === 0)
    })
  })
const modules = 'node_modules/',
  layers = ['--config', '.dependency-cruiser.cjs', '--output-type', 'err']
/** What is looked at before anything runs, the longest first, on both cores of a small machine. */
const looks = [
  () => node('Build', 'scripts/built.mjs'),
  () => node('Types', `${modules}typescript-native/bin/tsc`, '--noEmit'),
  () => node('Layers', `${modules}dependency-cruiser/bin/dependency-cruise.mjs`, 'src', 'bin', ...layers),
  () => node('Lint', `${modules}oxlint/bin/oxlint`),
  () => node('Format', 'scripts/format.mjs'),
  () => node('Notices', 'scripts/notices.mjs', '--check'),
]
console.log('Lint, format, build, types, layers, notices.')
let next = 0,
  well = true
const hand = async () => {
  while (next < looks.length) well = (await looks[next++]()) && well
}
await Promise.all([hand(), hand()])
if (!well) process.exit(1)
await installed
console.log('Tests.')
run(process.execPath, [join(root, 'node_modules/vitest/vitest.mjs'), 'run', ...given.filter(a => a !== '--long')])
