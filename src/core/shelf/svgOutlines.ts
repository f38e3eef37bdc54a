import { num, say } from '../say/said.ts'
import { XMLParser } from 'fast-xml-parser'
import svgpath from 'svgpath'
import type { Point } from '../geometry/outline.ts'
import type { Refusal } from './outlineCheck.ts'

/** Lines of a drawing in mm, or in its own units when it does not say which. */
export interface DrawnLines {
  ok: true
  lines: { name: string; points: Point[] }[]
  units: 'mm' | 'unknown'
  words: string[]
}

const MOST_BYTES = 4 * 1024 * 1024
const MOST_LINES = 400
/** Chords that one curve is drawn with. */
const CHORDS = 16
/** Points that a drawing may have in all, and commands that one path may: an outline is kept with two thousand [our choice]. */
export const MOST_DRAWN = 200_000
const MOST_COMMANDS = 20_000
const COMMAND = /[a-zA-Z]/g
/** Numbers behind one letter are as many commands. */
const NUMBER = /[\d.]+/g
const commandsIn = (d: string): number =>
  Math.max(d.match(COMMAND)?.length ?? 0, (d.match(NUMBER)?.length ?? 0) / 7)
const ACCEPTED = 'an SVG drawing up to 4 MB with its size in mm, cm or inches'

type Node = Record<string, unknown> & { ':@'?: Record<string, string> }

const PER_UNIT: Record<string, number> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6, m: 1000 }

const number = (s: string | undefined, or = 0): number => {
  const n = Number.parseFloat(s ?? '')
  return Number.isFinite(n) ? n : or
}

/** Path data of a basic shape; undefined for what draws no line. */
function dataOf(tag: string, a: Record<string, string>): string | undefined {
  const v = (k: string) => number(a[k])
  switch (tag) {
    case 'path':
      return a.d
    case 'polygon':
      return a.points ? `M${a.points.trim()}Z` : undefined
    case 'polyline':
      return a.points ? `M${a.points.trim()}` : undefined
    case 'rect':
      return `M${v('x')} ${v('y')}h${v('width')}v${v('height')}h${-v('width')}Z`
    case 'circle':
    case 'ellipse': {
      const rx = tag === 'circle' ? v('r') : v('rx'),
        ry = tag === 'circle' ? v('r') : v('ry'),
        x = v('cx'),
        y = v('cy')
      return `M${x - rx} ${y}A${rx} ${ry} 0 1 0 ${x + rx} ${y}A${rx} ${ry} 0 1 0 ${x - rx} ${y}Z`
    }
    default:
      return undefined
  }
}

/** Runs of points of path data, curves as chords; one for each `M`. */
function flatten(d: string, transforms: readonly string[]): Point[][] {
  const path = transforms
    .reduceRight((p, t) => p.transform(t), svgpath(d))
    .abs()
    .unshort()
    .unarc()
  const runs: Point[][] = []
  let at: Point = [0, 0],
    start: Point = [0, 0]
  path.iterate(s => {
    const n = s.slice(1) as number[],
      last = runs.at(-1)
    const to = (p: Point) => {
      last?.push(p)
      at = p
    }
    const curve = (ps: Point[]) => {
      for (let k = 1; k <= CHORDS; k++) to(bezier(ps, k / CHORDS))
    }
    switch (s[0]) {
      case 'M':
        at = start = [n[0]!, n[1]!]
        runs.push([at])
        break
      case 'L':
        to([n[0]!, n[1]!])
        break
      case 'H':
        to([n[0]!, at[1]])
        break
      case 'V':
        to([at[0], n[0]!])
        break
      case 'C': {
        const from = at
        curve([from, [n[0]!, n[1]!], [n[2]!, n[3]!], [n[4]!, n[5]!]])
        break
      }
      case 'Q': {
        const from = at
        curve([from, [n[0]!, n[1]!], [n[2]!, n[3]!]])
        break
      }
      case 'Z':
      case 'z':
        to(start)
        break
    }
  })
  return runs
}

/** A point of a Bézier curve by de Casteljau's construction. */
function bezier(p: readonly Point[], t: number): Point {
  let row = [...p]
  while (row.length > 1)
    row = row
      .slice(1)
      .map((q, i): Point => [row[i]![0] + (q[0] - row[i]![0]) * t, row[i]![1] + (q[1] - row[i]![1]) * t])
  return row[0]!
}

/**
 * Lines of an SVG drawing, y upwards turned to our sense (y down stays as drawn). Entities and document types are
 * refused, scripts and foreign objects are not looked at; nothing is fetched.
 */
export function svgLines(text: string): DrawnLines | Refusal {
  if (text.length > MOST_BYTES)
    return { ok: false, reason: say`is ${num(text.length / 1048576, 1)} MB`, accepted: ACCEPTED }
  if (/<!DOCTYPE|<!ENTITY/i.test(text))
    return { ok: false, reason: 'declares a document type or entities; take those lines out', accepted: ACCEPTED }
  let tree: Node[]
  try {
    tree = new XMLParser({
      ignoreAttributes: false,
      attributeNamePrefix: '',
      preserveOrder: true,
      processEntities: false,
      allowBooleanAttributes: true,
    }).parse(text, true) as Node[]
  } catch (e) {
    return {
      ok: false,
      reason: say`is not well-formed: ${e instanceof Error ? e.message.split('\n')[0]! : 'unreadable'}`,
      accepted: ACCEPTED,
    }
  }
  const root = tree.find(n => 'svg' in n)
  if (!root) return { ok: false, reason: 'holds no <svg>', accepted: ACCEPTED }
  const attributes = root[':@'] ?? {}
  const size = /^\s*([\d.eE+-]+)\s*([a-z%]*)\s*$/i.exec(attributes.width ?? ''),
    box = (attributes.viewBox ?? '')
      .trim()
      .split(/[\s,]+/)
      .map(Number)
  const unit = PER_UNIT[(size?.[2] ?? '').toLowerCase()]
  const wide = box.length === 4 && box.every(Number.isFinite) && box[2]! > 0 ? box[2]! : undefined
  const scale = unit === undefined ? 1 : wide ? (Number(size![1]) * unit) / wide : unit
  const lines: DrawnLines['lines'] = [],
    words: string[] = []
  let points = 0
  if (/<script|\son\w+\s*=|javascript:/i.test(text)) words.push('It holds scripts; they were not looked at.')
  const walk = (nodes: readonly Node[], transforms: readonly string[]) => {
    for (const node of nodes) {
      const tag = Object.keys(node).find(k => k !== ':@')
      if (
        !tag ||
        [
          'script',
          'foreignObject',
          'defs',
          'clipPath',
          'mask',
          'style',
          '#text',
          'metadata',
          'title',
          'desc',
        ].includes(tag)
      )
        continue
      const a = node[':@'] ?? {},
        own = a.transform ? [...transforms, a.transform] : transforms
      const d = dataOf(tag, a)
      if (d && commandsIn(d) > MOST_COMMANDS) {
        words.push(`${a.id ?? tag} has more than ${MOST_COMMANDS} pieces and was left out.`)
      } else if (d && lines.length < MOST_LINES && points < MOST_DRAWN) {
        try {
          for (const run of flatten(d, own))
            if (run.length > 2 && (points += run.length) <= MOST_DRAWN)
              lines.push({
                name: a.id ?? `${tag} ${lines.length + 1}`,
                points: run.map(([x, y]): Point => [x * scale, y * scale]),
              })
        } catch {
          words.push(`${a.id ?? tag} could not be read.`)
        }
      }
      const inner = node[tag]
      if (Array.isArray(inner)) walk(inner as Node[], own)
    }
  }
  walk(root.svg as Node[], [])
  if (lines.length === 0)
    return {
      ok: false,
      reason: words.find(w => w.includes('pieces'))
        ? 'is drawn in far more pieces than an outline needs'
        : 'holds no line of three points or more',
      accepted: ACCEPTED,
    }
  if (points > MOST_DRAWN) words.push(`It has more than ${MOST_DRAWN} points; the rest was left out.`)
  return { ok: true, lines, units: unit === undefined ? 'unknown' : 'mm', words }
}
