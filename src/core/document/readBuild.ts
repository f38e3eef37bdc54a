import { plainToInstance } from 'class-transformer'
import { validateSync, type ValidationError } from 'class-validator'
import { MOST_PROBLEMS, tooLong } from './bounds.ts'
import { Build, FORMAT, VERSION } from './build.ts'
import { migrate } from './migrations.ts'
import type { Problem } from './problem.ts'
import { WorkshopSettings } from './settings.ts'
import { unreadableTexts } from '../text/text.ts'
import { referenceProblems } from './references.ts'
import { Part } from '../parts/part.ts'

export type BuildRead = { ok: true; build: Build } | { ok: false; problems: Problem[] }

/** Problems of a class-validator run as paths and reasons. */
export function problemsOf(errors: readonly ValidationError[], at = ''): Problem[] {
  return errors.flatMap(e => {
    const path = /^\d+$/.test(e.property) ? `${at}[${e.property}]` : at ? `${at}.${e.property}` : e.property
    const own = Object.entries(e.constraints ?? {}).flatMap(([rule, text]) =>
      rule === 'dimensionsOf' || rule === 'traitsOf'
        ? text.split(' | ').map(t => {
            const i = t.indexOf(': ')
            return i > 0 ? { path: `${path}.${t.slice(0, i)}`, reason: t.slice(i + 2) } : { path, reason: t }
          })
        : [{ path, reason: rule === 'whitelistValidation' ? 'is not a field of this document' : text }],
    )
    return [...own, ...problemsOf(e.children ?? [], path)]
  })
}

const STRICT = { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true } as const

const isObject = (x: unknown): x is Record<string, unknown> =>
  typeof x === 'object' && x !== null && !Array.isArray(x)

/** A plain copy without class instances, as JSON would keep it. */
const plain = <T>(x: T): T => JSON.parse(JSON.stringify(x)) as T

/** A document brought up to the present version; one that is no document of its own version is refused as that. */
function migratedFrom(input: Record<string, unknown>): ReturnType<typeof migrate> {
  try {
    return migrate(input)
  } catch {
    return { ok: false, reason: `is ${String(input.version)}, and the document is none of that version` }
  }
}

/**
 * Reads a build document of any known version. Nothing is dropped or mended in silence: unknown fields, NaN,
 * infinities, sizes out of range and dangling references are refused with path and reason.
 */
export function readBuild(input: unknown): BuildRead {
  if (!isObject(input))
    return { ok: false, problems: [{ path: '', reason: 'must be a JSON object holding one build' }] }
  if (input.format !== FORMAT) return { ok: false, problems: [{ path: 'format', reason: `must be "${FORMAT}"` }] }
  const long = tooLong(Build, input)
  if (long.length) return { ok: false, problems: long }
  const broken = unreadableTexts(input)
  if (broken.length) return { ok: false, problems: broken.slice(0, MOST_PROBLEMS) }
  const migrated = migratedFrom(input)
  if (!migrated.ok) return { ok: false, problems: [{ path: 'version', reason: migrated.reason }] }
  const build = plainToInstance(Build, migrated.document)
  let problems: Problem[]
  try {
    problems = problemsOf(validateSync(build, STRICT))
  } catch {
    problems = [{ path: '', reason: 'has a field of a wrong type where an object or a list is needed' }]
  }
  if (problems.length === 0) problems = referenceProblems(build)
  return problems.length
    ? { ok: false, problems: problems.slice(0, MOST_PROBLEMS) }
    : { ok: true, build: plain(build) }
}

/** Reads the text of a build file. */
export function readBuildText(text: string): BuildRead {
  try {
    return readBuild(JSON.parse(text))
  } catch (e) {
    return {
      ok: false,
      problems: [
        { path: '', reason: `is not JSON: ${e instanceof Error ? e.message.replace(/\s+/g, ' ') : 'unreadable'}` },
      ],
    }
  }
}

/** The text of a build file: two-space JSON with a final line end, keys in the document's order. */
export const writeBuild = (build: Build): string =>
  JSON.stringify({ ...build, format: FORMAT, version: VERSION }, null, 2) + '\n'

/**
 * Reads plain data as a class of documents, strictly: unknown fields, broken text and values out of range are refused
 * with path and reason.
 * @param what it has to be, for a refusal: `a JSON object holding one part`
 */
export function readAs<T extends object>(
  Of: new () => T,
  input: unknown,
  what: string,
): { ok: true; value: T } | { ok: false; problems: Problem[] } {
  if (!isObject(input)) return { ok: false, problems: [{ path: '', reason: `must be ${what}` }] }
  const long = tooLong(Of, input)
  if (long.length) return { ok: false, problems: long }
  const broken = unreadableTexts(input)
  if (broken.length) return { ok: false, problems: broken.slice(0, MOST_PROBLEMS) }
  const read = plainToInstance(Of, input)
  let problems: Problem[]
  try {
    problems = problemsOf(validateSync(read, STRICT))
  } catch {
    problems = [{ path: '', reason: 'has a field of a wrong type where an object or a list is needed' }]
  }
  return problems.length
    ? { ok: false, problems: problems.slice(0, MOST_PROBLEMS) }
    : { ok: true, value: plain(read) }
}

/** Reads one part, as the shelf keeps it. */
export function readPart(input: unknown): { ok: true; part: Part } | { ok: false; problems: Problem[] } {
  const r = readAs(Part, input, 'a JSON object holding one part')
  return r.ok ? { ok: true, part: r.value } : r
}

/** Reads the workshop's settings. */
export function readSettings(
  input: unknown,
): { ok: true; settings: WorkshopSettings } | { ok: false; problems: Problem[] } {
  const r = readAs(WorkshopSettings, input, 'a JSON object of settings')
  return r.ok ? { ok: true, settings: r.value } : r
}
