// What every command needs first: packages, and the built interface and server. Node's own modules only.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('..', import.meta.url))

/** Runs a program and stops with its exit code when it fails. */
export function run(command, args, options = {}) {
  const r = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options })
  if (r.error) {
    console.error(`${command}: ${r.error.message}`)
    process.exit(1)
  }
  if (r.status !== 0) process.exit(r.status ?? 1)
}

/** npm writes this last: where it is missing or older than the lock file, the packages are not those of the lock file. */
const installed = join(root, 'node_modules/.package-lock.json')

/** Installs the npm packages when they are missing or the lock file changed. */
export function packages() {
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(join(root, 'package-lock.json')).mtimeMs)
    return
  console.log('Installing packages.')
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
}

function newest(path) {
  const s = statSync(path)
  return s.isDirectory() ? Math.max(0, ...readdirSync(path).map(f => newest(join(path, f)))) : s.mtimeMs
}

const stamp = join(root, 'dist/built')
const SOURCES = ['src', 'package-lock.json', 'vite.config.ts', 'vite.server.config.ts']
const newestSource = () => Math.max(...SOURCES.map(f => newest(join(root, f))))

/** Whether what is built is of these sources. */
export const isBuilt = () => existsSync(stamp) && Number(readFileSync(stamp, 'utf8')) >= newestSource()

/** Builds interface, server and command line when a source is newer than what is built. */
export function built() {
  if (isBuilt()) return
  console.log('Building.')
  const at = newestSource()
  // What is shipped, whoever asks: a test runner's own mode would build React's slow development version.
  const env = { ...process.env, NODE_ENV: 'production' }
  for (const config of ['vite.config.ts', 'vite.server.config.ts'])
    run(
      process.execPath,
      [join(root, 'node_modules/vite/bin/vite.js'), 'build', '-c', config, '--logLevel', 'warn'],
      { env },
    )
  run(process.execPath, [join(root, 'dist/server/main.js'), '--make-empty'], { env })
  mkdirSync(join(root, 'dist'), { recursive: true })
  writeFileSync(stamp, String(at))
}

/** Programs that tests and measurements use, and the Debian packages that bring them. */
const DEBIAN = {
  'chromium-headless-shell': 'chromium-headless-shell',
  ngspice: 'ngspice',
  pdftoppm: 'poppler-utils',
  initdb: 'postgresql',
  openssl: 'openssl',
  certutil: 'libnss3-tools',
}
/** Debian keeps the database server's programs out of the path. */
const isThere = program =>
  program === 'initdb' ? existsSync('/usr/lib/postgresql') : spawnSync('which', [program]).status === 0

/** Installs programs that are missing, beside whatever else goes on; where that cannot be done it ends with their names. */
export const programs = wanted => {
  const names = wanted.filter(p => !isThere(p)).map(p => DEBIAN[p])
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
        `This drives a browser and its certificates, a circuit simulator, a database server. Install them, then run again: apt-get install ${names.join(' ')}`,
      )
      process.exit(1)
    }),
  )
}
