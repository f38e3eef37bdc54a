import { cutText } from '../text/text.ts'
import type { Dimension } from '../units/dimension.ts'
import type { DimensionSpec } from '../parts/dimensionSpec.ts'
import type { Part } from '../parts/part.ts'
import { PART_KINDS, type PartKind } from '../parts/partKinds.ts'
import { claimed } from '../units/doubt.ts'
import { outOfRange, readValue } from './readValue.ts'

/** What a listing says, as far as it was understood. */
export interface ListingRead {
  understood: { key: string; label: string; value: number; doubt: number; line: string }[]
  /** Lines with a figure in them that were not understood, and why. */
  unclear: { line: string; reason: string }[]
  /** Dimensions that the listing gives twice with other numbers: none of them is taken. */
  contradictions: { key: string; label: string; values: string[] }[]
}

/** Words that listings use for our dimensions, beside the labels' own [common practice]. */
const ALSO: Record<string, readonly string[]> = {
  scaleLength: ['scale'],
  frets: ['number of frets', 'fret count'],
  widthAtNut: ['nut width', 'width of nut'],
  widthAtLastFret: ['width at last fret', 'width at 22nd fret', 'width at end of fingerboard'],
  radius: ['fretboard radius', 'radius'],
  heelWidth: ['heel width', 'neck heel', 'pocket width of neck'],
  heelThickness: ['heel thickness', 'heel depth', 'thickness at heel'],
  headThickness: ['head thickness', 'headstock'],
  mass: ['weight', 'mass'],
  thickness: ['thickness', 'depth', 'body depth'],
  stringSpread: ['string spacing e to e', 'string spread', 'e to e', 'string spacing'],
  saddleTravel: ['intonation travel', 'travel'],
  plateLength: ['length'],
  plateWidth: ['width'],
  postSpacing: ['post spacing', 'stud spacing', 'distance of posts'],
  bushingDiameter: ['bushing', 'bushing diameter', 'ferrule diameter'],
  bodyWidth: ['housing width'],
  poleSpread: ['pole spacing', 'pole spread', 'magnet spacing'],
  dcResistance: ['dc resistance', 'dcr', 'resistance', 'output resistance'],
  inductance: ['inductance'],
  capacitance: ['capacitance', 'value'],
  resistance: ['resistance', 'value'],
  threadDiameter: ['thread', 'bushing diameter', 'mounting hole'],
  threadLength: ['thread length', 'bushing length', 'shaft thread'],
  shaftDiameter: ['shaft', 'shaft diameter'],
  leadLength: ['cable length', 'lead length', 'wire length'],
  mountSpread: ['mounting holes', 'screw spacing', 'mounting spacing'],
  length: ['length'],
  width: ['width'],
  height: ['height'],
  count: ['quantity', 'pieces', 'pcs'],
  blockDepth: ['block height', 'block depth'],
  bore: ['bore', 'inner diameter'],
  outsideDiameter: ['outer diameter', 'diameter'],
}

const words = (s: string): string[] =>
  s
    .toLowerCase()
    .replace(/[^a-z0-9 ]+/g, ' ')
    .split(/\s+/)
    .filter(t => t.length > 1 && !['of', 'the', 'at', 'in', 'mm', 'inch', 'inches', 'to', 'its'].includes(t))

/** How well a listing's label names a dimension, 0 to 1: words in common over words in either. */
function likeness(label: string, name: string): number {
  const a = new Set(words(label)),
    b = new Set(words(name))
  if (a.size === 0 || b.size === 0) return 0
  let both = 0
  for (const x of a) if (b.has(x)) both++
  return both / (a.size + b.size - both)
}

/** A label has to share at least this much with a dimension's name. */
const ENOUGH = 0.5

/** The dimension of a kind that a label names best; undefined when none comes near. */
export function dimensionNamed(kind: PartKind, label: string): { key: string; spec: DimensionSpec } | undefined {
  let best: { key: string; spec: DimensionSpec; score: number } | undefined
  for (const [key, spec] of Object.entries(PART_KINDS[kind].dims as Record<string, DimensionSpec>)) {
    const names = [spec.label, key.replace(/([A-Z])/g, ' $1'), ...(ALSO[key] ?? [])]
    const score = Math.max(...names.map(n => likeness(label, n)))
    if (score >= ENOUGH && (!best || score > best.score + 1e-9)) best = { key, spec, score }
  }
  return best
}

const DOUBT = /(?:±|\+\/-|\+-)\s*([\d.,]+)/

/**
 * Reads the lines of a listing, `Label: value` or a table's rows, and tells which dimensions of the kind it claims.
 * A value that names its tolerance carries it; others the doubt of a claim. Nothing is guessed: a line that is not
 * understood is given back with the reason, and a dimension with two different numbers is not taken at all.
 */
export function readListing(text: string, kind: PartKind): ListingRead {
  const out: ListingRead = { understood: [], unclear: [], contradictions: [] }
  const found = new Map<string, ListingRead['understood']>()
  for (const raw of text.slice(0, 200_000).split(/\r?\n/)) {
    const line = raw.trim()
    if (!line || !/\d/.test(line)) continue
    const cut = /^(.*?[A-Za-z)][^:=\t|;]*?)\s*(?:[:=\t|;]|\s{2,}|\s(?=[.\d]))\s*(.+)$/.exec(line)
    if (!cut) {
      out.unclear.push({ line, reason: 'has no label before its figure' })
      continue
    }
    const label = cut[1]!.replace(/\((mm|inch|in|kΩ|kohm|H)\)/i, ' $1'),
      unit = /\b(mm|inch|inches|in|k|kohm)\b/i.exec(label)?.[1]
    const named = dimensionNamed(kind, label.replace(/\b(mm|inch|inches|kohm)\b/gi, ''))
    if (!named) {
      out.unclear.push({ line, reason: `names no dimension of a ${PART_KINDS[kind].label.toLowerCase()}` })
      continue
    }
    const tolerance = DOUBT.exec(cut[2]!)
    const figure = cut[2]!
      .replace(DOUBT, '')
      .split(/[/(|;\t]\s*(?=[\d.]+\s*(?:"|in|inch|mm))/i)[0]!
      .replace(/[()]/g, '')
      .replace(/\bapprox\.?|\bca\.?|~|about/gi, '')
      .trim()
    const read = readValue(
      named.spec,
      unit && /^in/i.test(unit) && !/["a-z]/i.test(figure) ? `${figure} in` : figure,
    )
    if (!read.ok) {
      out.unclear.push({ line, reason: `${named.spec.label}: ${read.reason}` })
      continue
    }
    const why = outOfRange(named.spec, read.value)
    if (why) {
      out.unclear.push({ line, reason: why })
      continue
    }
    const doubt = tolerance ? readValue(named.spec, tolerance[1]!) : undefined
    const usual =
      named.spec.quantity === 'length'
        ? claimed(read.value).doubt
        : named.spec.quantity === 'count'
          ? 0
          : Number((Math.abs(read.value) * 0.1).toPrecision(3))
    const entry = {
      key: named.key,
      label: named.spec.label,
      value: read.value,
      doubt: doubt?.ok ? doubt.value : usual,
      line,
    }
    found.set(named.key, [...(found.get(named.key) ?? []), entry])
  }
  for (const [key, entries] of found) {
    const first = entries[0]!
    const same = entries.every(e => Math.abs(e.value - first.value) <= Math.max(first.doubt, e.doubt, 1e-12))
    if (same) out.understood.push(first)
    else out.contradictions.push({ key, label: first.label, values: entries.map(e => e.line) })
  }
  return out
}

/** The part with what a listing claims; what was measured stays. */
export function withListing(part: Part, read: ListingRead, source: string): Part {
  const dims: Record<string, Dimension> = { ...part.dims }
  for (const u of read.understood)
    if (dims[u.key]?.basis !== 'measured')
      dims[u.key] = {
        value: u.value,
        doubt: u.doubt,
        basis: 'claimed',
        ...(source ? { with: cutText(source, 80) } : {}),
      }
  return { ...part, dims }
}
