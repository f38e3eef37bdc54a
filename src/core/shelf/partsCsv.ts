import { slug } from '../text/slug.ts'
import { unmarked, writeCsv } from '../text/csv.ts'
import { cutText } from '../text/text.ts'
import Papa from 'papaparse'
import type { Problem } from '../document/problem.ts'
import { readPart } from '../document/readBuild.ts'
import type { DimensionSpec } from '../parts/dimensionSpec.ts'
import { ID } from '../parts/ids.ts'
import type { Part, Stock } from '../parts/part.ts'
import { PART_KINDS, PART_KIND_NAMES, type PartKind, type PartKindSpec } from '../parts/partKinds.ts'
import { typicalPart } from '../parts/typicalPart.ts'
import { claimed } from '../units/doubt.ts'
import { parsed } from '../units/parsed.ts'
import { outOfRange, readValue } from './readValue.ts'
import { dimensionNamed } from './readListing.ts'

export interface CsvRead {
  parts: Part[]
  /** Headings that were understood as a dimension or a field, and those that were not. */
  headings: { heading: string; meaning: string | undefined }[]
  problems: Problem[]
}

/** Headings of a part's own fields. */
const FIELDS: Record<string, string> = {
  id: 'id',
  kind: 'kind',
  type: 'kind',
  name: 'name',
  part: 'name',
  description: 'name',
  note: 'note',
  price: 'price',
  cost: 'price',
  supplier: 'supplier',
  seller: 'supplier',
  place: 'place',
  state: 'state',
  due: 'due',
  wait: 'waitDays',
  'wait days': 'waitDays',
  freight: 'freight',
  shipping: 'freight',
  count: 'pieces',
  pieces: 'pieces',
  quantity: 'pieces',
}
const MOST_ROWS = 25_000

/** Numbers as a table writes them: with decimal commas where the separator is not the comma. */
const number = (text: string): number | undefined => {
  const n = Number(
    text
      .trim()
      .replace(/\s/g, '')
      .replace(/^(-?\d+),(\d+)$/, '$1.$2'),
  )
  return text.trim() !== '' && Number.isFinite(n) ? n : undefined
}

/**
 * Reads parts from a table of comma, semicolon, tab or bar separated values with headings in its first row. Needed are
 * a kind (or one for the whole table) and a name; every other heading is understood as a field or a dimension of the
 * row's kind, or named as not understood. A row with a bad value is left out and told with its line; the rest come in.
 */
export function readPartsCsv(
  text: string,
  options: { kind?: PartKind; taken?: ReadonlySet<string>; source?: string } = {},
): CsvRead {
  const out: CsvRead = { parts: [], headings: [], problems: [] }
  const table = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t', '|'],
    transform: unmarked,
  })
  const [head, ...rows] = table.data
  if (!head || rows.length === 0) {
    out.problems.push({ path: 'line 1', reason: 'needs a row of headings and at least one row of values' })
    return out
  }
  if (rows.length > MOST_ROWS) {
    out.problems.push({ path: '', reason: `holds ${rows.length} rows; up to ${MOST_ROWS} are read at once` })
    return out
  }
  const headings = head.map(h => h.trim())
  const twice = headings.filter((h, i) => h && headings.findIndex(x => x.toLowerCase() === h.toLowerCase()) !== i)
  if (twice.length) {
    out.problems.push({
      path: 'line 1',
      reason: `names ${[...new Set(twice)].map(t => `“${t}”`).join(', ')} more than once; give each column its own heading`,
    })
    return out
  }
  const fields = headings.map(h => FIELDS[h.toLowerCase()])
  const has = (f: string) => fields.includes(f)
  if (!has('kind') && !options.kind) {
    out.problems.push({ path: 'line 1', reason: `has no column “kind”; kinds are ${PART_KIND_NAMES.join(', ')}` })
    return out
  }
  const meanings = new Map<string, string>()
  const ids = new Set(options.taken ?? [])
  rows.forEach((row, r) => {
    const line = `line ${r + 2}`,
      cell = (f: string) => {
        const i = fields.indexOf(f)
        return i < 0 ? '' : (row[i] ?? '').trim()
      }
    const kind = (cell('kind').toLowerCase().replace(/\s+/g, '-') || options.kind) as PartKind
    if (!PART_KIND_NAMES.includes(kind)) {
      out.problems.push({
        path: `${line}, kind`,
        reason: `“${cell('kind')}” is no kind of part; kinds are ${PART_KIND_NAMES.join(', ')}`,
      })
      return
    }
    const name = cell('name') || PART_KINDS[kind].label
    const given = cell('id').toLowerCase()
    let id = ID.test(given) ? given : slug(name, { otherwise: 'part' })
    for (let n = 2; ids.has(id); n++) id = `${slug(name, { otherwise: 'part' })}-${n}`
    const part = typicalPart(kind, id, cutText(name, 120)),
      before = out.problems.length
    headings.forEach((h, i) => {
      const text = (row[i] ?? '').trim()
      if (!h || !text) return
      if (fields[i] && fields[i] !== 'pieces') {
        meanings.set(h, fields[i])
        return
      }
      const traits: Record<string, { label: string; values: readonly string[] }> = (
        PART_KINDS[kind] as PartKindSpec
      ).traits
      const trait = Object.entries(traits).find(([k, t]) => k === h.toLowerCase() || t.label === h.toLowerCase())
      if (trait) {
        meanings.set(h, trait[1].label)
        const value = trait[1].values.find(v => v.toLowerCase() === text.toLowerCase())
        if (value) part.traits[trait[0]] = value
        else
          out.problems.push({ path: `${line}, ${h}`, reason: `“${text}” is none of ${trait[1].values.join(', ')}` })
        return
      }
      const bare = h.replace(/[([]?\b(mm|inch(es)?|in)\b[)\]]?/gi, ' ').trim(),
        own = (PART_KINDS[kind].dims as Record<string, DimensionSpec>)[h]
      const named = own ? { key: h, spec: own } : dimensionNamed(kind, bare)
      if (!named) return
      meanings.set(h, named.spec.label)
      const plain = number(text)
      // A column under a dimension's own name holds plain numbers in the unit that it is stored in.
      const read =
        own && plain !== undefined
          ? parsed(plain)
          : readValue(
              named.spec,
              plain === undefined ? text : String(plain),
              /\b(inch(es)?|in)\b/i.test(h) ? 'inch' : 'mm',
            )
      if (!read.ok) {
        out.problems.push({ path: `${line}, ${h}`, reason: read.reason })
        return
      }
      const why = outOfRange(named.spec, read.value)
      if (why) {
        out.problems.push({ path: `${line}, ${h}`, reason: why })
        return
      }
      part.dims[named.key] = {
        ...(named.spec.quantity === 'length'
          ? claimed(read.value)
          : {
              value: read.value,
              doubt: named.spec.quantity === 'count' ? 0 : Number((Math.abs(read.value) * 0.1).toPrecision(3)),
              basis: 'claimed' as const,
            }),
        ...(options.source ? { with: cutText(options.source, 80) } : {}),
      }
    })
    const stock: Stock = {}
    for (const f of ['price', 'freight', 'waitDays'] as const) {
      const t = cell(f)
      if (!t) continue
      const n = number(t.replace(/[^\d.,-]/g, ''))
      if (n === undefined || n < 0) out.problems.push({ path: `${line}, ${f}`, reason: `“${t}” is not an amount` })
      else stock[f] = n
    }
    for (const f of ['supplier', 'place', 'due'] as const) if (cell(f)) stock[f] = cutText(cell(f), 80)
    const state = cell('state').toLowerCase()
    if (state && !['here', 'ordered', 'to buy'].includes(state))
      out.problems.push({ path: `${line}, state`, reason: `“${state}” is none of here, ordered, to buy` })
    else if (state) stock.state = state as 'here'
    if (cell('note')) part.note = cutText(cell('note'), 2000)
    if (Object.keys(stock).length) part.stock = stock
    if (out.problems.length > before) return
    const checked = readPart(part)
    if (!checked.ok) {
      out.problems.push(...checked.problems.map(p => ({ path: `${line}, ${p.path}`, reason: p.reason })))
      return
    }
    ids.add(id)
    out.parts.push(checked.part)
  })
  out.headings = headings.filter(Boolean).map(heading => ({ heading, meaning: meanings.get(heading) }))
  return out
}

/** A table of parts of the shelf: fields and, for one kind, its dimensions; opens in any spreadsheet and reads back. */
export function writePartsCsv(parts: readonly Part[]): string {
  const dims = [...new Set(parts.flatMap(p => Object.keys(p.dims)))],
    traits = [...new Set(parts.flatMap(p => Object.keys(p.traits)))]
  return writeCsv({
    fields: [
      'id',
      'kind',
      'name',
      'price',
      'supplier',
      'place',
      'state',
      'due',
      'wait days',
      'freight',
      ...traits,
      ...dims,
    ],
    data: parts.map(p => [
      p.id,
      p.kind,
      p.name,
      p.stock?.price ?? '',
      p.stock?.supplier ?? '',
      p.stock?.place ?? '',
      p.stock?.state ?? '',
      p.stock?.due ?? '',
      p.stock?.waitDays ?? '',
      p.stock?.freight ?? '',
      ...traits.map(t => p.traits[t] ?? ''),
      ...dims.map(d => p.dims[d]?.value ?? ''),
    ]),
  })
}
