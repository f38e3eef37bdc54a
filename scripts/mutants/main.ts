import { fork, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { cpus, tmpdir } from 'node:os'
import { dirname, join, relative } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { build } from 'esbuild'
import { breakable, WRITERS, type Place } from './places.ts'
import type { Answer, Asked } from './worker.ts'

/**
 * Breaks formulas and limits one at a time and sees whether a test of the core or of the trade's references goes red.
 * npm run mutants [count] [seed] [folder,…] [--scout] [--files=part-of-name,…] [--tests=part-of-path,…]
 * All places are made breakable at once in bundles of the test files, which run again and again in two processes, each
 * place against the files that come to it, the quick ones first. A sample is drawn; 0 takes all. A scout gives each place
 * a few seconds: what lives there may still be killed by slower tests.
 */
const root = fileURLToPath(new URL('../..', import.meta.url)),
  given = process.argv.slice(2),
  [countText = '40', seedText = '1', foldersText = 'fit,match,drill,layout'] = given.filter(
    a => !a.startsWith('--'),
  ),
  seed = Number(seedText),
  scout = given.includes('--scout'),
  parts = (option: string): readonly string[] | undefined =>
    given
      .find(a => a.startsWith(`--${option}=`))
      ?.slice(option.length + 3)
      .split(','),
  only = parts('tests'),
  within = parts('files')
/** What a scout spends on a place at the most, ms of tests that come to it. */
const SCOUTED = 8000
/** A place that makes a test run so many times as long, and so much longer, has stopped it. */
const SLOWER = 10,
  LONGER = 8000

/** Packages whose default a bundle that calls them from outside does not find. */
const WITHIN: readonly (readonly [RegExp, string?])[] = [
  [/^jsts\//],
  [/^ical-generator$/, 'ical-generator/dist/index.mjs'],
]

const source = (folder: string, wanted: (name: string) => boolean): string[] =>
  readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter(n => n.endsWith('.ts') && wanted(n))
    .map(n => join(folder, n))
const isTest = (n: string) => n.endsWith('.test.ts')

const places: Place[] = [],
  texts = new Map<string, string>()
for (const f of foldersText.split(','))
  for (const file of source(
    join('src/core', f),
    n => !isTest(n) && !WRITERS.test(`${f}/${n}`) && (!within || within.some(w => n.includes(w))),
  )) {
    const b = breakable(file, readFileSync(join(root, file), 'utf8'), places.length)
    places.push(...b.places)
    texts.set(join(root, file), b.text)
  }
if (!places.length) {
  console.error(`No place to break in ${foldersText}${within ? ` in files named ${within.join(' or ')}` : ''}.`)
  process.exit(1)
}

const work = mkdtempSync(join(tmpdir(), 'mutants-'))
process.on('exit', () => rmSync(work, { recursive: true, force: true }))
const tests = [...source('src/core', isTest), ...source('tests/reference', isTest)].filter(
  t => !only || only.some(o => t.includes(o)),
)
const bundles = new Map<string, string>()
for (const [k, t] of tests.entries()) {
  const out = join(work, `${k}.cjs`)
  await build({
    entryPoints: [join(root, t)],
    outfile: out,
    bundle: true,
    platform: 'node',
    format: 'cjs',
    packages: 'external',
    tsconfig: join(root, 'tsconfig.json'),
    logLevel: 'error',
    plugins: [
      {
        name: 'breakable',
        setup(b) {
          b.onResolve({ filter: /^vitest$/ }, () => ({ path: 'vitest', namespace: 'short' }))
          for (const [name, at] of WITHIN)
            b.onResolve({ filter: name }, ({ path }) => ({ path: join(root, 'node_modules', at ?? path) }))
          b.onLoad({ filter: /.*/, namespace: 'short' }, () => ({
            contents: 'module.exports = globalThis.__vitest',
          }))
          b.onLoad({ filter: /\.ts$/ }, ({ path }) => ({
            contents: (texts.get(path) ?? readFileSync(path, 'utf8')).replaceAll(
              'import.meta.url',
              JSON.stringify(pathToFileURL(path).href),
            ),
            loader: 'ts',
            resolveDir: dirname(path),
          }))
        },
      },
    ],
  })
  bundles.set(out, t)
}

/** A process that runs tests, begun anew when a broken place has stopped it. */
class Hand {
  private child: ChildProcess | undefined
  ask(asked: Asked, longest: number): Promise<Answer | undefined> {
    // From the project's folder, where tests look for what lies beside them.
    this.child ??= fork(fileURLToPath(new URL('./worker.ts', import.meta.url)), {
      cwd: root,
      execArgv: ['--import', 'tsx'],
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    })
    const child = this.child
    return new Promise(done => {
      const end = (a?: Answer) => {
        clearTimeout(timer)
        child.removeAllListeners()
        if (!a) {
          child.kill('SIGKILL')
          this.child = undefined
        }
        done(a)
      }
      const timer = setTimeout(() => end(), longest)
      child.on('message', a => end(a as Answer))
      child.on('exit', () => end())
      child.send(asked)
    })
  }
  close(): void {
    this.child?.kill('SIGKILL')
  }
}
const hands = cpus()
  .slice(0, 2)
  .map(() => new Hand())
/** Every item through the next free hand. */
async function share<T>(items: readonly T[], act: (hand: Hand, item: T) => Promise<void>): Promise<void> {
  let next = 0
  await Promise.all(
    hands.map(async h => {
      while (next < items.length) await act(h, items[next++]!)
    }),
  )
}

const took = new Map<string, number>(),
  comesTo = new Map<number, string[]>()
await share([...bundles.keys()], async (hand, b) => {
  const a = await hand.ask({ bundles: [b], place: -1, places: places.length }, scout ? 3 * SCOUTED : 600_000)
  // What is red before anything is broken tells nothing.
  if (!a || a.red) return console.error(`${bundles.get(b)} is left out: ${a?.why ?? 'it did not end'}`)
  took.set(b, a.ms)
  for (const k of a.met) comesTo.set(k, [...(comesTo.get(k) ?? []), b])
})
console.log(
  `${took.size} of ${tests.length} test files, ${Math.round([...took.values()].reduce((s, t) => s + t, 0) / 1000)} s; ${comesTo.size} of ${places.length} places are come to.`,
)

/** A small generator of its own, so that a seed gives the same sample everywhere. */
let state = Math.imul(seed, 2654435761)
const random = (): number => {
  state = (Math.imul(state ^ (state >>> 15), 2246822519) + 374761393) | 0
  return (state >>> 0) / 2 ** 32
}
const order = places.map((_, k) => [random(), k] as const).sort((a, b) => a[0] - b[0]),
  count = Number(countText) || places.length,
  picked = order.slice(0, count).map(([, k]) => k)

const lived: number[] = []
let dead = 0
/** How often each test file has killed a place in a file: those come first there. */
const kills = new Map<string, number>()
const killsBy = (file: string, bundle: string) => `${file} ${bundle}`
await share(picked, async (hand, k) => {
  let left = scout ? SCOUTED : Infinity
  const against = (comesTo.get(k) ?? [])
    .map(b => [took.get(b)! / (1 + 8 * (kills.get(killsBy(places[k]!.file, b)) ?? 0)), b] as const)
    .sort((a, b) => a[0] - b[0])
    .map(([, b]) => b)
    .filter(b => (left -= took.get(b)!) > 0)
  let killed = false,
    red: string | undefined
  // One after another, so that a place that never ends stops the first that comes to it and no more time.
  for (const b of against) {
    const a = await hand.ask({ bundles: [b], place: k, places: places.length }, took.get(b)! * SLOWER + LONGER)
    killed = !a || a.red !== undefined
    if (killed) {
      red = b
      break
    }
  }
  const p = places[k]!
  if (killed) {
    dead++
    const by = killsBy(p.file, red!)
    kills.set(by, (kills.get(by) ?? 0) + 1)
  } else lived.push(k)
  console.log(`${killed ? 'killed' : against.length ? 'LIVED ' : 'NEVER '} ${p.file}:${p.line}  ${p.was} → ${p.by}`)
})
for (const h of hands) h.close()
console.log(
  `${dead} of ${picked.length} killed, ${Math.round((100 * dead) / Math.max(1, picked.length))} %; ${places.length} places in all, seed ${seed}${scout ? ', scouted' : ''}.`,
)
const by = new Map<string, number>()
for (const k of lived) by.set(places[k]!.file, (by.get(places[k]!.file) ?? 0) + 1)
for (const [file, n] of [...by].sort((a, b) => b[1] - a[1]))
  console.log(`${n} lived in ${relative('src/core', file)}`)
