import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Build } from '../core/document/build.ts'
import { readBuildText, readPart } from '../core/document/readBuild.ts'
import type { Part } from '../core/parts/part.ts'
import { readPartsCsv } from '../core/shelf/partsCsv.ts'

/** Something the person at the command line can put right; said in one line. */
export class InputError extends Error {}

const DEMO = fileURLToPath(new URL('../../demo/', import.meta.url))
/** Larger files are refused before they are read. */
const MOST_BYTES = 8 * 1024 * 1024

function text(file: string | undefined): string {
  if (file === undefined && process.stdin.isTTY)
    throw new InputError('no build file named, and nothing on standard input')
  try {
    const bytes = readFileSync(file === undefined || file === '-' ? 0 : file)
    if (bytes.length > MOST_BYTES) throw new InputError(`${file ?? 'standard input'}: is larger than 8 MB`)
    return bytes.toString('utf8')
  } catch (e) {
    if (e instanceof InputError) throw e
    throw new InputError(
      `${file ?? 'standard input'}: cannot be read (${(e as NodeJS.ErrnoException).code ?? 'error'})`,
    )
  }
}

/** Reads and checks a build file, or standard input when no file or `-` is named. */
export function loadBuild(file: string | undefined): Build {
  const r = readBuildText(text(file))
  if (r.ok) return r.build
  const [first] = r.problems
  throw new InputError(
    `${file ?? 'standard input'}: ${first!.path ? `${first!.path} ` : ''}${first!.reason}${r.problems.length > 1 ? ` (and ${r.problems.length - 1} more)` : ''}`,
  )
}

/** Reads and checks a shelf file: `{ parts: [...] }`, or a table of parts when its name ends in .csv. */
export function loadShelf(file: string): Part[] {
  const body = text(file)
  if (/\.csv$/i.test(file)) {
    const r = readPartsCsv(body)
    if (r.problems[0]) throw new InputError(`${file}: ${r.problems[0].path}: ${r.problems[0].reason}`)
    return r.parts
  }
  let parts: unknown
  try {
    parts = (JSON.parse(body) as { parts?: unknown }).parts
  } catch (e) {
    throw new InputError(
      `${file}: is not JSON: ${e instanceof Error ? e.message.replace(/\s+/g, ' ') : 'unreadable'}`,
    )
  }
  if (!Array.isArray(parts)) throw new InputError(`${file}: parts must be a list of parts`)
  return parts.map((p, i) => {
    const r = readPart(p)
    if (!r.ok) throw new InputError(`${file}: parts[${i}].${r.problems[0]!.path} ${r.problems[0]!.reason}`)
    return r.part
  })
}

/** A build of the demo workshop by name. */
export function loadSample(name: string): Build {
  const names = readdirSync(DEMO)
    .filter(f => f.endsWith('.json') && f !== 'shelf.json')
    .map(f => f.replace('.json', ''))
  const file = `${DEMO}${name}.json`
  if (!names.includes(name) || !existsSync(file))
    throw new InputError(`sample ${name}: no such sample; there is ${names.join(', ')}`)
  return loadBuild(file)
}
