import type { Build } from '../document/build.ts'
import { slotsOf } from '../document/slots.ts'
import type { DimensionSpec } from '../parts/dimensionSpec.ts'
import { dimensionAt, labelAt, specAt, withDimension } from '../parts/dimensionAt.ts'
import type { Part } from '../parts/part.ts'
import { PART_KINDS, type PartKind } from '../parts/partKinds.ts'
import { assumedDimension } from '../parts/typicalPart.ts'
import { outOfRange } from '../shelf/readValue.ts'
import { cutText } from '../text/text.ts'
import { claimed } from '../units/doubt.ts'
import { MM_PER_INCH } from '../units/length.ts'
import { figuresIn, normalised, type Figure } from './figures.ts'
import { BARE, BOXES, NAMES, PLACE_NAMES, RANGES, SUBJECTS, wordsOf, type Subject } from './lexicon.ts'

/** One dimension of one part of the build that a leaflet gives. */
export interface Claim {
  partId: string
  partName: string
  path: string
  label: string
  value: number
  doubt: number
  line: string
}

/** What a pasted text says of a build, and what of it was not understood. */
export interface LeafletRead {
  claims: Claim[]
  unclear: { line: string; reason: string }[]
}

/** Longest text that is read, characters. */
const MOST_TEXT = 200_000
/** Two figures for one thing, as in 25.5" (648 mm), agree within this share. */
const AGREE = 0.006

interface Clause {
  words: string[]
  figure: Figure
  line: string
}

/** A dimension that words may name. */
interface Target {
  part: Part
  path: string
  spec: DimensionSpec
  subject: Subject
  alone: readonly string[][]
  beside: readonly string[][]
}

/** Words that say which way something is measured, and not of what. */
const isMeasure = (w: string): boolean =>
  w in PLACE_NAMES || ['thickness', 'height', 'mass', 'diameter'].includes(w)

const has = (words: readonly string[], name: readonly string[]): boolean => name.every(w => words.includes(w))

/** Whether a subject of the text speaks of a target's part or place. */
function speaksOf(s: Subject, t: Subject): boolean {
  if (s.kind !== t.kind || s.role !== t.role) return false
  return (s.slot === undefined || s.slot === t.slot) && (s.serves === undefined || s.serves === t.serves)
}

/** All dimensions of the build's parts, with the words that name each. */
function targetsOf(build: Build): Target[] {
  const split = (names: readonly string[]) => names.map(n => n.split(' '))
  return slotsOf(build.instrument).flatMap(slot => {
    const part = build.parts.find(p => p.id === build.slots[slot.id])
    if (!part) return []
    const own = (Object.entries(PART_KINDS[part.kind].dims) as [string, DimensionSpec][])
      .filter(([key]) => key !== 'count' && key !== 'coils')
      .map(([key, spec]): Target => {
        const names = NAMES[part.kind]?.[key]
        return {
          part,
          path: `dims.${key}`,
          spec,
          subject: { kind: part.kind, slot: slot.id },
          alone: split(names?.alone ?? []),
          beside: [...split([...(names?.beside ?? []), ...(names?.alone ?? [])]), wordsOf(spec.label)],
        }
      })
    const places = part.features.flatMap(f =>
      Object.keys(f.dims).flatMap((key): Target[] => {
        const spec = specAt(part, `features.${f.id}.${key}`),
          names = PLACE_NAMES[key]
        return spec && names
          ? [
              {
                part,
                path: `features.${f.id}.${key}`,
                spec,
                subject: { kind: part.kind, role: f.role, ...(f.serves ? { serves: f.serves } : {}) },
                alone: [],
                beside: split(names),
              },
            ]
          : []
      }),
    )
    return [...own, ...places]
  })
}

/** Subjects that words name, longest phrases first, and the words that are left. */
function subjectsIn(words: readonly string[]): { subjects: Subject[]; rest: string[] } {
  const subjects: Subject[] = [],
    rest = [...words]
  for (const [phrase, subject] of SUBJECTS) {
    const p = phrase.split(' '),
      at = rest.findIndex((_, i) => p.every((w, k) => rest[i + k] === w))
    if (at < 0) continue
    rest.splice(at, p.length)
    subjects.push(subject)
  }
  return { subjects, rest }
}

/** Whether a figure can be a value of a dimension. */
function canBe(f: Figure, spec: DimensionSpec): boolean {
  if (spec.quantity === 'count') return f.counts === 'none' && Number.isInteger(f.values[0]) && !f.fraction
  if (spec.quantity === 'length') return f.counts === 'length' || f.counts === 'none'
  return f.counts === spec.quantity
}

/** The figure's values in the unit the dimension is stored in. */
const valuesFor = (f: Figure, spec: DimensionSpec, bare: 'mm' | 'inch'): number[] =>
  spec.quantity === 'length' && f.counts === 'none' && (f.fraction || bare === 'inch')
    ? f.values.map(v => v * MM_PER_INCH)
    : f.values

/**
 * The dimensions that words name: by the longest name that is in them. Names that do not stand alone need their part,
 * from the clause itself, else from the line, else from the heading above it.
 */
function named(
  targets: readonly Target[],
  words: readonly string[],
  topic: readonly string[],
  levels: readonly (readonly Subject[])[],
  f: Figure,
): Target[] {
  let best: { level: number; length: number; found: Target[] } | undefined
  for (const t of targets) {
    if (!canBe(f, t.spec)) continue
    const level = levels.findIndex(subjects => subjects.some(s => speaksOf(s, t.subject)))
    const all = [...words, ...topic]
    const names = [...t.alone, ...(level >= 0 ? t.beside : [])].filter(
      n => n.length > 0 && has(all, n) && n.some(w => words.includes(w)),
    )
    if (names.length === 0) continue
    const length = Math.max(...names.map(n => n.length)),
      at = level < 0 ? levels.length : level
    if (!best || length > best.length || (length === best.length && at < best.level))
      best = { level: at, length, found: [t] }
    else if (length === best.length && at === best.level) best.found.push(t)
  }
  // Two names of equal length for one part name neither.
  const paths = (part: Part) =>
    new Set(best?.found.filter(t => t.part === part && !t.subject.role).map(t => t.path))
  return best?.found.every(t => paths(t.part).size <= 1) ? best.found : []
}

/** Dimensions of a kind of quantity that a part has only one of: no word is needed to name them. */
function onlyOne(targets: readonly Target[], subjects: readonly Subject[], f: Figure): Target[] {
  if (f.counts === 'length' || f.counts === 'none' || f.counts === 'angle') return []
  const own = targets.filter(t => subjects.some(s => speaksOf(s, t.subject)) && canBe(f, t.spec))
  const keys = new Set(own.map(t => t.path))
  if (keys.size === 1) return own
  // A pickup's ohms without a word are its winding's.
  return own.filter(t => t.path === 'dims.dcResistance')
}

/** Dimensions that 56 x 76 fills: by the letters beside it, else the order that comes nearest to what the part has. */
function boxed(
  targets: readonly Target[],
  subject: Subject,
  values: readonly number[],
  letters: readonly string[],
): [Target, number][] {
  const keys = BOXES[subject.role ?? subject.kind]
  if (!keys || values.length > keys.length) return []
  const own = targets.filter(t => speaksOf(subject, t.subject))
  const parts = [...new Set(own.map(t => t.part))]
  return parts.flatMap(part => {
    const at = (key: string) => own.find(t => t.part === part && t.path.endsWith(`.${key}`))
    const lettered = letters.map(w => keys.find(k => k.toLowerCase().endsWith(w)))
    const orders =
      letters.length === values.length && lettered.every(Boolean)
        ? [lettered as string[]]
        : arrangements(keys, values.length)
    const expected = (key: string) => {
      const t = at(key)
      return t ? (dimensionAt(part, t.path)?.value ?? assumedDimension(part.kind, key).value) : undefined
    }
    const cost = (order: readonly string[]) =>
      order.reduce(
        (s, k, i) => s + Math.abs(Math.log(Math.max(values[i]!, 1e-3) / Math.max(expected(k) ?? 1e-3, 1e-3))),
        0,
      )
    const best = orders.filter(o => o.every(k => at(k))).sort((a, b) => cost(a) - cost(b))[0]
    return best ? best.map((k, i): [Target, number] => [at(k)!, values[i]!]) : []
  })
}

/** All ways to pick `n` of the keys in some order. */
function arrangements(keys: readonly string[], n: number): string[][] {
  if (n === 0) return [[]]
  return keys.flatMap(k =>
    arrangements(
      keys.filter(x => x !== k),
      n - 1,
    ).map(rest => [k, ...rest]),
  )
}

/** Lines of the text; a line that is only a figure belongs to the label above it. */
function linesOf(text: string): string[] {
  const out: string[] = []
  for (const raw of normalised(text.slice(0, MOST_TEXT)).split(/\r?\n/)) {
    const line = raw.trim()
    if (!line) continue
    const before = out.at(-1)
    const figures = figuresIn(line)
    const alone =
      figures.length === 1 && wordsOf(line.slice(0, figures[0]!.from) + line.slice(figures[0]!.to)).length === 0
    if (alone && before && figuresIn(before).length === 0 && before.length < 60)
      out[out.length - 1] = `${before}: ${line}`
    else out.push(line)
  }
  return out
}

const cellsOf = (line: string): string[] | undefined => {
  const split = line.includes('\t')
    ? line.split('\t')
    : line.includes('|')
      ? line.replace(/^\||\|$/g, '').split('|')
      : []
  return split.length >= 2 ? split.map(c => c.trim()) : undefined
}

const unitIn = (text: string): 'mm' | 'inch' | undefined =>
  /\b(mm|millimet)/i.test(text) ? 'mm' : /\binch(es)?\b|\(in\)/i.test(text) ? 'inch' : undefined

/** A line's clauses: each figure with the words before it, and those after it up to the next. */
function clausesOf(line: string): { pre: string; post: string; figure: Figure }[] {
  // A count before an article is no size: 1x Body.
  const text = line.replace(/(?<![\w.,])\d+\s*(?:x|×|pcs?\.?)\s+(?=[A-Za-z]|[\d.,]+\s?(?:[nuµp]F|k|M))/g, '')
  const figures = figuresIn(text)
  return figures.map((figure, i) => {
    const start = figures[i - 1]?.to ?? 0,
      end = figures[i + 1]?.from ?? text.length
    const between = text.slice(start, figure.from),
      after = text.slice(figure.to, end)
    // What stands behind a comma, a bracket or a stop belongs to the next figure.
    const cut = (s: string) => s.search(/[,;:/|•(]|\.\s|\band\b/i)
    const k = cut(between),
      m = cut(after)
    return {
      pre: i > 0 && k >= 0 ? between.slice(k) : between,
      post: m >= 0 ? after.slice(0, m) : i < figures.length - 1 && wordsOf(after).length > 1 ? '' : after,
      figure,
    }
  })
}

/** A text that is being read, line by line. */
class Reading {
  readonly unclear: LeafletRead['unclear'] = []
  private readonly found = new Map<string, Claim[]>()
  /** The unit of figures that name none, what is spoken of, and the headings of the table in hand. */
  private bare: 'mm' | 'inch' = 'mm'
  private context: Subject[] = []
  private header: string[] | undefined
  constructor(private readonly targets: readonly Target[]) {}

  take(t: Target, value: number, f: Figure, line: string): boolean {
    const why = outOfRange(t.spec, value)
    if (why) return false
    const usual =
      t.spec.quantity === 'length'
        ? claimed(value).doubt
        : t.spec.quantity === 'count'
          ? 0
          : Number((Math.abs(value) * 0.1).toPrecision(3))
    const rough = /\b(approx|about|ca|circa)\b|~/i.test(line) ? 2 : 1
    const ref = `${t.part.id}/${t.path}`
    this.found.set(ref, [
      ...(this.found.get(ref) ?? []),
      {
        partId: t.part.id,
        partName: t.part.name,
        path: t.path,
        label: labelAt(t.part, t.path),
        value: Number(value.toPrecision(9)),
        doubt: Number((f.doubt ?? usual * rough).toPrecision(6)),
        line,
      },
    ])
    return true
  }

  /** Takes a clause; false when it names nothing. */
  settle(c: Clause, levels: readonly (readonly Subject[])[], topic: readonly string[]): boolean {
    const { figure: f } = c
    const near = levels.find(l => l.length > 0) ?? []
    if (f.form === 'box') {
      for (const s of near) {
        const spec = this.targets.find(t => speaksOf(s, t.subject) && t.spec.quantity === 'length')?.spec
        const values = spec ? valuesFor(f, spec, this.bare) : f.values
        const filled = boxed(this.targets, s, values, letters(c.line, f, values.length))
        if (filled.length) return filled.map(([t, v]) => this.take(t, v, f, c.line)).some(Boolean)
      }
      return false
    }
    if (f.form === 'range') {
      const pair = RANGES.find(
        r =>
          levels.some(l => l.some(s => s.kind === r.kind && !s.role)) &&
          r.names.some(n => has(c.words, n.split(' '))),
      )
      if (!pair) return false
      const own = pair.keys.map(k =>
        this.targets.filter(t => t.subject.kind === pair.kind && t.path === `dims.${k}`),
      )
      return own
        .map((ts, i) => ts.map(t => this.take(t, valuesFor(f, t.spec, this.bare)[i]!, f, c.line)).some(Boolean))
        .some(Boolean)
    }
    // "25 mm thick" behind "the heel is": a measure without a noun is one of what was spoken of last.
    let hit = c.words.every(isMeasure) && topic.length ? named(this.targets, c.words, topic, levels, f) : []
    if (hit.length === 0) hit = named(this.targets, c.words, [], levels, f)
    if (hit.length === 0 && topic.length) hit = named(this.targets, c.words, topic, levels, f)
    if (hit.length === 0) hit = onlyOne(this.targets, near, f)
    if (hit.length === 0) {
      const bareOf = levels[0]!.map(s => ({ s, b: BARE[s.role ?? s.kind] })).find(x => x.b && c.words.length <= 2)
      if (bareOf) {
        const { s, b } = bareOf
        hit = this.targets.filter(
          t =>
            t.path.endsWith(`.${b!.key}`) &&
            (s.role ? speaksOf(s, t.subject) : t.subject.kind === b!.kind && !t.subject.role) &&
            canBe(f, t.spec),
        )
      }
    }
    return hit.map(t => this.take(t, valuesFor(f, t.spec, this.bare)[0]!, f, c.line)).some(Boolean)
  }

  line(line: string): void {
    const unit = unitIn(line),
      figures = figuresIn(line)
    const cells = cellsOf(line)
    if (cells) {
      if (/^[\s|:-]+$/.test(line)) return
      if (figures.length === 0) {
        this.header = cells
        if (unit) this.bare = unit
        return
      }
      if (this.header && cells.length <= this.header.length + 1) {
        this.row(line, cells, this.header)
        return
      }
    } else this.header = undefined

    const all = subjectsIn(wordsOf(line))
    if (figures.length === 0) {
      if (all.subjects.length) this.context = all.subjects.slice(0, 1)
      if (unit && (all.subjects.length > 0 || /dimension|measure|size|all/i.test(line))) this.bare = unit
      return
    }
    this.prose(line, clausesOf(line))
  }

  /** A table's row: its first cell names the thing, the headings name the measures. */
  private row(line: string, cells: readonly string[], header: readonly string[]): void {
    const own = subjectsIn(wordsOf(cells[0]!))
    const tolerance = header.findIndex(h => /toleran|±/i.test(h))
    let any = false
    cells.slice(1).forEach((cell, i) => {
      const j = i + 1
      const cf = figuresIn(cell)[0]
      if (j === tolerance || !cf) return
      const doubt =
        tolerance > 0 ? figuresIn((cells[tolerance] ?? '').replace(/[±]|\+\/-/, ''))[0]?.values[0] : undefined
      const was = this.bare
      this.bare = unitIn(header[j] ?? '') ?? this.bare
      const c = {
        words: wordsOf(`${cells[0]} ${header[j] ?? ''}`),
        figure: { ...cf, ...(doubt === undefined ? {} : { doubt }) },
        line,
      }
      if (this.settle(c, [own.subjects, this.context], [])) any = true
      this.bare = was
    })
    if (!any) this.unclear.push({ line, reason: 'names no dimension of this build’s parts' })
  }

  /** A line of prose or of a list, clause by clause. */
  private prose(line: string, clauses: ReturnType<typeof clausesOf>): void {
    let topic: string[] = [],
      lineSubjects: Subject[] = [],
      last: number | undefined,
      any = false
    // A line that begins with nothing but a part is a heading for those below it.
    const lead = subjectsIn(wordsOf(line.split(/[:,(]|\s{2,}/)[0] ?? ''))
    const heads = lead.subjects.length === 1 && lead.rest.length === 0
    const missed: string[] = []
    for (const { pre, post, figure } of clauses) {
      const before = wordsOf(pre),
        after = wordsOf(post)
      const here = subjectsIn([...before, ...after])
      if (before.length === 0 && after.length === 0 && last !== undefined && figure.form === 'one') {
        const again = figure.counts === 'length' || figure.counts === 'none' ? figure.values[0]! : undefined
        if (again !== undefined && Math.abs(again - last) <= AGREE * Math.abs(last)) continue
      }
      const levels = [here.subjects, lineSubjects, this.context]
      const trials = [[...before, ...after], before, after]
      const hit = trials.some(
        words =>
          words.length + topic.length + lineSubjects.length + this.context.length > 0 &&
          this.settle({ words, figure, line }, levels, topic),
      )
      if (hit) {
        any = true
        last = figure.form === 'one' ? figure.values[0] : undefined
      } else missed.push(figure.text)
      if (here.subjects.length) lineSubjects = here.subjects
      const nouns = [...before, ...after].filter(w => !isMeasure(w))
      if (nouns.length) topic = nouns
    }
    if (!any) this.unclear.push({ line, reason: 'names no dimension of this build’s parts' })
    else if (missed.length > 1 || (missed.length === 1 && clauses.length > 1))
      this.unclear.push({ line, reason: `${missed.join(', ')}: not understood; the rest of the line is` })
    if (heads) this.context = lead.subjects
  }

  /** What was found once, or alike each time; what contradicts itself is unclear. */
  claims(): Claim[] {
    const claims: Claim[] = []
    for (const entries of this.found.values()) {
      const [first] = entries
      if (entries.every(e => Math.abs(e.value - first!.value) <= Math.max(first!.doubt, e.doubt, 1e-12)))
        claims.push(first!)
      else
        this.unclear.push({
          line: [...new Set(entries.map(e => e.line))].join(' / '),
          reason: `${first!.partName}, ${first!.label}: given as ${entries.map(e => Number(e.value.toPrecision(4))).join(' and ')}; neither is taken, measure it`,
        })
    }
    return claims
  }
}

/**
 * Reads a kit's leaflet or a shop's page as a whole and splits it over the parts of a build. Lists, tables, prose,
 * headings with units, fractions, boxes and ranges are understood; everything else with a figure in it is given back.
 * Nothing is guessed: a figure that names no dimension, lies outside what a part can measure, or contradicts another
 * one is told and not taken.
 */
export function readLeaflet(text: string, build: Build): LeafletRead {
  const reading = new Reading(targetsOf(build))
  for (const line of linesOf(text)) reading.line(line)
  const claims = reading.claims()
  return { claims, unclear: reading.unclear }
}

/** Letters such as (L x W x H) beside a box, as words. */
function letters(line: string, f: Figure, n: number): string[] {
  const beside =
    /\(?\s*([LWHTD])\s*[x×*]\s*([LWHTD])(?:\s*[x×*]\s*([LWHTD]))?\s*\)?/i.exec(line.slice(f.to)) ??
    /([LWHTD])\s*[x×*]\s*([LWHTD])(?:\s*[x×*]\s*([LWHTD]))?/i.exec(line.slice(0, f.from))
  const found = beside ? beside.slice(1).filter(Boolean).flatMap(wordsOf) : []
  return found.length === n ? found : []
}

/** The build with what a leaflet claims; what was measured stays. */
export function withClaims(build: Build, claims: readonly Claim[], source: string): Build {
  const from = cutText(source, 80)
  return {
    ...build,
    parts: build.parts.map(p =>
      claims
        .filter(c => c.partId === p.id && dimensionAt(p, c.path)?.basis !== 'measured')
        .reduce(
          (q, c) =>
            withDimension(q, c.path, {
              value: c.value,
              doubt: c.doubt,
              basis: 'claimed',
              ...(from ? { with: from } : {}),
            }),
          p,
        ),
    ),
  }
}

/** Kinds of parts that a text speaks of, for a build that has none of them yet. */
export const kindsIn = (text: string): PartKind[] => [
  ...new Set(subjectsIn(wordsOf(normalised(text))).subjects.map(s => s.kind)),
]
