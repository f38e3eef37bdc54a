import { spawnSync } from 'node:child_process'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/**
 * Writes NOTICES: every package that is shipped, with its licence as it came and the day on which that version was
 * published. Made from the lock file and what is installed; `--check` says whether the
 * file in the repository is of them. A registry is asked only for versions that NOTICES does not know yet.
 */
const root = fileURLToPath(new URL('..', import.meta.url)),
  file = join(root, 'NOTICES')

/** The licence's text as the package has it; none, then what its manifest says. */
function textOf(folder) {
  const name = readdirSync(folder).find(n => /^(licen[cs]e|copying|ofl)/i.test(n) && !/\.(js|ts|json)$/i.test(n))
  return name === undefined ? '' : readFileSync(join(folder, name), 'utf8').replace(/\r\n/g, '\n').trim()
}

const COPYRIGHT = /^\s*(?:\*\s*)?(?:copyright\b.*(?:\d{4}|\(c\)|©)|\(c\)\s*\d{4}|©)/i
/** A text without the lines that say whose it is: what is the same in every package of a licence. */
const common = text =>
  text
    .split('\n')
    .filter(l => !COPYRIGHT.test(l))
    .join('\n')
    .trim()
/** The lines that say whose it is. */
const whose = text => [
  ...new Set(
    text
      .split('\n')
      .filter(l => COPYRIGHT.test(l))
      .map(l => l.trim()),
  ),
]

/** Whether an installed package is only for another machine's sort: it is not there, and ships with nothing here. */
const isHere = folder => {
  try {
    readdirSync(folder)
    return true
  } catch {
    return false
  }
}

const DATED = /^(\S+ \S+): .*, published (\d{4}-\d\d-\d\d)$/gm
/** The days that NOTICES knows, by name and version. */
const known = () => new Map([...readFileSync(file, 'utf8').matchAll(DATED)].map(([, of, day]) => [of, day]))

/** The day on which a version was published, as the registry says; undefined where none answers. */
function published(name, version) {
  const r = spawnSync('npm', ['view', name, 'time', '--json'], { cwd: root, encoding: 'utf8', timeout: 30_000 })
  try {
    return JSON.parse(r.stdout)[version]?.slice(0, 10)
  } catch {
    return undefined
  }
}

/** @param ask whether the registry is asked for what is not known */
export function notices(ask = false) {
  const days = known()
  const lock = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8')),
    seen = new Map()
  for (const [path, entry] of Object.entries(lock.packages)) {
    if (!path.startsWith('node_modules/') || entry.dev || entry.devOptional || entry.optional) continue
    const folder = join(root, path)
    if (!isHere(folder)) continue
    const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length)
    seen.set(`${name} ${entry.version}`, {
      name,
      version: entry.version,
      licence: entry.license ?? 'not said',
      text: textOf(folder),
    })
  }
  const all = [...seen.values()].sort((a, b) =>
    a.name < b.name ? -1 : a.name > b.name ? 1 : a.version < b.version ? -1 : 1,
  )
  // Each licence's text stands once, as most of its packages have it.
  const texts = new Map()
  for (const p of all) {
    if (!p.text) continue
    const of = texts.get(p.licence) ?? new Map()
    of.set(common(p.text), (of.get(common(p.text)) ?? 0) + 1)
    texts.set(p.licence, of)
  }
  return [
    'Packages and fonts that are shipped with Snug Bolt, and their licences.',
    `${all.length} packages; made from what is installed by \`npm run notices\`.`,
    '',
    ...all.flatMap(p => {
      const of = `${p.name} ${p.version}`,
        day = days.get(of) ?? (ask ? published(p.name, p.version) : undefined)
      return [`${of}: ${p.licence}${day ? `, published ${day}` : ''}`, ...whose(p.text).map(l => `    ${l}`)]
    }),
    ...[...texts]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .flatMap(([licence, of]) => ['', '='.repeat(78), licence, '', [...of].sort((a, b) => b[1] - a[1])[0][0]]),
    '',
  ].join('\n')
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const text = notices(!process.argv.includes('--check'))
  if (process.argv.includes('--check')) {
    if (readFileSync(file, 'utf8') !== text) {
      console.error('NOTICES is not of the packages that are installed: npm run notices')
      process.exit(1)
    }
  } else writeFileSync(file, text)
}
