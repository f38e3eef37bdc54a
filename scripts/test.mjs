// Installs what the tests need, then runs format, types, lint, unit, reference and interface tests.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { packages, root, run } from './prepare.mjs'

/** Programs that the tests use, and the Debian packages that bring them. */
const PROGRAMS = [
  ['chromium-headless-shell', 'chromium-headless-shell'],
  ['ngspice', 'ngspice'],
  ['pdftoppm', 'poppler-utils'],
]
const missing = PROGRAMS.filter(([program]) => spawnSync('which', [program]).status !== 0)
// Debian keeps the database server's programs out of the path.
if (!existsSync('/usr/lib/postgresql')) missing.push(['initdb', 'postgresql'])

/** Installs what is missing while packages are installed and looked at: only the tests themselves use it. */
const programs = () => {
  const names = missing.map(([, name]) => name)
  if (!names.length) return Promise.resolve()
  console.log(`Installing ${names.join(' and ')}.`)
  const apt = spawn(
    'sh',
    ['-c', 'apt-get update -qq && apt-get install -y -qq --no-install-recommends "$@"', 'apt', ...names],
    { stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } },
  )
  return new Promise(done =>
    apt.on('close', code => {
      if (code === 0) return done()
      console.error(
        `These tests drive a browser, a circuit simulator and a database server. Install them, then run again: apt-get install ${names.join(' ')}`,
      )
      process.exit(1)
    }),
  )
}
const installed = programs()

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
  () => node('Lint', `${modules}eslint/bin/eslint.js`, '.', '--max-warnings', '0'),
  () => node('Format', `${modules}prettier/bin/prettier.cjs`, '--check', '--log-level', 'warn', '.'),
  () => node('Build', 'scripts/built.mjs'),
  () => node('Types', `${modules}typescript-native/bin/tsc`, '--noEmit'),
  () => node('Layers', `${modules}dependency-cruiser/bin/dependency-cruise.mjs`, 'src', 'bin', ...layers),
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
run(process.execPath, [join(root, 'node_modules/vitest/vitest.mjs'), 'run', ...process.argv.slice(2)])
