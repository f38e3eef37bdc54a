import type { Problem } from '../../core/document/problem.ts'
import { labelAt, specAt } from '../../core/parts/dimensionAt.ts'
import type { Part } from '../../core/parts/part.ts'

type Json = Record<string, unknown>
const isObject = (x: unknown): x is Json => typeof x === 'object' && x !== null

/** Sections of a build file in the builder's words. */
const SECTIONS: Record<string, string> = {
  instrument: 'the instrument',
  slots: 'which part sits where',
  placements: 'where parts are placed',
  fixes: 'the chosen fixes',
  cuts: 'the cutting work',
  circuit: 'the circuit',
  finish: 'the finish',
  setup: 'the set-up targets',
  calendar: 'the calendar',
  climate: 'the air',
  costs: 'the cost sheet',
  readings: 'the readings',
  steps: 'the ticked steps',
  log: 'the log',
  preferences: 'the preferences',
}

/** A refusal in the words of what the file is about: which part, which dimension, what would be accepted. */
export function sayProblem(document: unknown, p: Problem): string {
  const part = /^parts\[(\d+)\](?:\.(.+))?$/.exec(p.path)
  if (part && isObject(document) && Array.isArray(document.parts)) {
    const found = document.parts[Number(part[1])] as Part | undefined
    const name = typeof found?.name === 'string' && found.name ? `“${found.name}”` : `part ${Number(part[1]) + 1}`
    const path = (part[2] ?? '').replace(/\.(value|doubt|basis|on|with)$/, '')
    try {
      if (found && specAt(found, path)) return `In ${name}, ${labelAt(found, path)}: ${p.reason}.`
    } catch {
      // A part of an unknown kind has no labels: its path has to do.
    }
    return `In ${name}${path ? `, ${path}` : ''}: ${p.reason}.`
  }
  const head = /^([a-zA-Z]+)/.exec(p.path)?.[1] ?? ''
  const section = SECTIONS[head]
  if (section) return `In ${section}${p.path === head ? '' : ` (${p.path})`}: ${p.reason}.`
  return p.path ? `${p.path}: ${p.reason}.` : `The file ${p.reason}.`
}

export type Dropped =
  | { sort: 'build'; document: Json; text: string }
  | { sort: 'shelf'; parts: unknown[] }
  | { sort: 'table'; text: string }
  | { sort: 'leaflet'; text: string }
  | { sort: 'wrong'; title: string; lines: string[] }

/** First bytes of files that people pick by mistake, and what to call them. */
const LOOKS: readonly (readonly [RegExp, string])[] = [
  [/^%PDF/, 'a PDF document'],
  [/^.PNG/, 'a picture'],
  [/^\uFFFD\uFFFD\uFFFD\uFFFD|^.{6}JFIF|^.{6}Exif/s, 'a picture'],
  [/^GIF8/, 'a picture'],
  [/^RIFF.{4}WEBP/s, 'a picture'],
  [/^PK[^ -~]{2}/, 'a packed archive or an office document'],
  [/^\s*<(!doctype html|html)/i, 'a web page'],
  [/^\s*<(\?xml|svg)/i, 'a drawing'],
]

const ACCEPTED =
  'Accepted: a build file or a shelf file (.json) of this application, a table of parts (.csv), a leaflet’s text (.txt).'

/** What a file is, by what is in it. A wrong one is told in the builder's words. */
export function lookAt(text: string, name: string): Dropped {
  const wrong = (title: string, ...lines: string[]): Dropped => ({
    sort: 'wrong',
    title,
    lines: [...lines, ACCEPTED],
  })
  if (!text.trim()) return wrong(`${name} is empty.`)
  const looks = LOOKS.find(([re]) => re.test(text))
  if (looks?.[1] === 'a web page')
    return wrong(
      `${name} is a web page.`,
      'Copy its text and paste it when you start a build: what it says of the parts is then read.',
    )
  if (looks)
    return wrong(
      `${name} is ${looks[1]}, not a build.`,
      looks[1] === 'a PDF document' ? 'Copy the leaflet’s text out of it and paste it when you start a build.' : '',
    )
  let document: unknown
  try {
    document = JSON.parse(text)
  } catch {
    if (/^[\s]*[{[]/.test(text))
      return wrong(
        `${name} is cut off or damaged: it begins like a build file and cannot be read to its end.`,
        'Save it again where it came from, or take an older copy.',
      )
    if (/\.csv$/i.test(name) || /^[^\n]*\bkind\b[^\n]*[,;\t]/i.test(text)) return { sort: 'table', text }
    return /[\uFFFD\0]/.test(text) ? wrong(`${name} is no text that could be read.`) : { sort: 'leaflet', text }
  }
  if (
    isObject(document) &&
    Array.isArray(document.parts) &&
    document.format === undefined &&
    document.instrument === undefined
  )
    return { sort: 'shelf', parts: document.parts }
  if (isObject(document) && document.format === 'snugbolt-build') return { sort: 'build', document, text }
  return wrong(`${name} is a file of another application: nothing in it says that it is a build.`)
}
