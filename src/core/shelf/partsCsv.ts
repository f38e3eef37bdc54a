import { freeId } from '../document/freshId.ts'
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

/** Why a table's headings cannot be read; undefined where they can. */
function headingTrouble(headings: readonly string[], kind: PartKind | undefined): string | undefined {
  const twice = headings.filter((h, i) => h && headings.findIndex(x => x.toLowerCase() === h.toLowerCase()) !== i)
  if (twice.length)
    return `names ${[...new Set(twice)].map(t => `“${t}”`).join(', ')} more than once; give each column its own heading`
  return kind || headings.some(h => FIELDS[h.toLowerCase()] === 'kind')
    ? undefined
    : `has no column “kind”; kinds are ${PART_KIND_NAMES.join(', ')}`
}

/** Puts one cell into a part: a choice or a dimension of its kind. What the heading means, and why the value was not taken; undefined where the heading is not understood. */
function readCell(
  part: Part,
  heading: string,
  text: string,
  source: string | undefined,
): { meaning: string; wrong?: string } | undefined {
  const traits: Record<string, { label: string; values: readonly string[] }> = (
    PART_KINDS[part.kind] as PartKindSpec
  ).traits
  const trait = Object.entries(traits).find(
    ([k, t]) => k === heading.toLowerCase() || t.label === heading.toLowerCase(),
  )
  if (trait) {
    const [key, { label, values }] = trait,
      value = values.find(v => v.toLowerCase() === text.toLowerCase())
    if (value) part.traits[key] = value
    return { meaning: label, ...(value ? {} : { wrong: `“${text}” is none of ${values.join(', ')}` }) }
  }
  const bare = heading.replace(/[([]?\b(mm|inch(es)?|in)\b[)\]]?/gi, ' ').trim(),
    own = (PART_KINDS[part.kind].dims as Record<string, DimensionSpec>)[heading]
  const named = own ? { key: heading, spec: own } : dimensionNamed(part.kind, bare)
  if (!named) return undefined
  const meaning = named.spec.label,
    plain = number(text)
  // A column under a dimension's own name holds plain numbers in the unit that it is stored in.
  const read =
    own && plain !== undefined
      ? parsed(plain)
      : readValue(
          named.spec,
          plain === undefined ? text : String(plain),
          /\b(inch(es)?|in)\b/i.test(heading) ? 'inch' : 'mm',
        )
  if (!read.ok) return { meaning, wrong: read.reason }
  const why = outOfRange(named.spec, read.value)
  if (why) return { meaning, wrong: why }
  part.dims[named.key] = {
    ...(named.spec.quantity === 'length'
      ? claimed(read.value)
      : {
          value: read.value,
          doubt: named.spec.quantity === 'count' ? 0 : Number((Math.abs(read.value) * 0.1).toPrecision(3)),
          basis: 'claimed' as const,
        }),
    ...(source ? { with: cutText(source, 80) } : {}),
  }
  return { meaning }
}

/** What a row says of price, place and day, and what of it cannot be read. */
function stockOf(cell: (field: string) => string): { stock: Stock; wrong: { field: string; reason: string }[] } {
  const stock: Stock = {},
    wrong: { field: string; reason: string }[] = []
  for (const field of ['price', 'freight', 'waitDays'] as const) {
    const t = cell(field)
    if (!t) continue
    const n = number(t.replace(/[^\d.,-]/g, ''))
    if (n === undefined || n < 0) wrong.push({ field, reason: `“${t}” is not an amount` })
    else stock[field] = n
  }
  for (const f of ['supplier', 'place', 'due'] as const) if (cell(f)) stock[f] = cutText(cell(f), 80)
  const state = cell('state').toLowerCase()
  if (state && !['here', 'ordered', 'to buy'].includes(state))
    wrong.push({ field: 'state', reason: `“${state}” is none of here, ordered, to buy` })
  else if (state) stock.state = state as 'here'
  return { stock, wrong }
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
  const headings = head.map(h => h.trim()),
    wrong = headingTrouble(headings, options.kind)
  if (wrong) {
    out.problems.push({ path: 'line 1', reason: wrong })
    return out
  }
  const fields = headings.map(h => FIELDS[h.toLowerCase()])
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
    const wanted = ID.test(given) ? given : slug(name, { otherwise: 'part' }),
      id = ids.has(wanted) ? freeId(slug(name, { otherwise: 'part' }), ids) : wanted
    const part = typicalPart(kind, id, cutText(name, 120)),
      before = out.problems.length
    headings.forEach((h, i) => {
      const text = (row[i] ?? '').trim()
      if (!h || !text) return
      if (fields[i] && fields[i] !== 'pieces') {
        meanings.set(h, fields[i])
        return
      }
      const read = readCell(part, h, text, options.source)
      if (!read) return
      meanings.set(h, read.meaning)
      if (read.wrong !== undefined) out.problems.push({ path: `${line}, ${h}`, reason: read.wrong })
    })
    const { stock, wrong } = stockOf(cell)
    out.problems.push(...wrong.map(w => ({ path: `${line}, ${w.field}`, reason: w.reason })))
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
