import { inMm } from '../say/spoken.ts'
import { list } from '../say/said.ts'
import { writeCsv } from '../text/csv.ts'
import type { Point } from '../geometry/outline.ts'
import type { Layout } from '../layout/layOut.ts'
import { ownLine, toldAcross, toldLine } from '../layout/lines.ts'
import type { Hole } from './hole.ts'
import { offWarnings } from './markList.ts'
import type { Work } from './templates/drawnFrom.ts'
import type { HoleThere } from './there.ts'

const mm = (x: number | undefined): string => (x === undefined ? '' : String(Math.round(x * 1000) / 1000))

/** The columns, so that a list without holes has its heading too. */
const COLUMNS = [
  'number',
  'state',
  'what',
  'purpose',
  'face',
  'from',
  'along',
  'across',
  'told from',
  'angle',
  'wanted',
  'bits',
  'depth',
  'tape on the bit',
  'counterbore diameter',
  'counterbore depth',
  'chamfer',
  'left under',
  'left beside',
  'beside',
  'screw',
  'bite',
  'wood',
  'when',
  'warnings',
] as const

/**
 * The hole list as a table, millimetres: a row for each hole in the order in which they are drilled, and one for each
 * that is drilled, where it lies [published: RFC 4180].
 */
export const holeCsv = ({ build, layout, holes, there }: Work): string =>
  writeCsv({
    fields: [...COLUMNS],
    data: [
      ...holes.map(h => ({ ...toDrill(h), ...told(build, layout, h.at) })),
      ...there.map(t => ({ ...drilled(t), ...told(build, layout, t.at) })),
    ].map((row, i) => ({ ...row, number: i + 1 })),
  })

const told = (build: Work['build'], l: Layout, at: Point): Row => ({
  across: mm(toldAcross(build, l.nutToHeelEnd, at)),
  'told from': at[0] > 0 ? toldLine(build) : ownLine(build),
})

type Row = Partial<Record<(typeof COLUMNS)[number], string | number>>

const toDrill = (h: Hole): Row => ({
  state: 'to drill',
  what: h.label,
  purpose: h.purpose,
  face: h.face,
  from: h.from,
  along: mm(h.along),
  angle: h.angleDeg,
  wanted: mm(h.wanted),
  bits: h.bits.map(b => b.name.replace('\u202f', ' ')).join(' > '),
  depth: h.depth === 'through' ? 'through' : mm(h.depth),
  'tape on the bit': mm(h.stopMark),
  'counterbore diameter': mm(h.counterbore?.diameter),
  'counterbore depth': mm(h.counterbore?.depth),
  chamfer: mm(h.chamfer),
  'left under': mm(h.leftUnder),
  'left beside': mm(h.leftBeside?.by),
  beside: h.leftBeside?.what ?? '',
  screw: h.screw ? `${mm(h.screw.diameter)} x ${mm(h.screw.length)}` : '',
  bite: mm(h.screw?.bite),
  wood: h.wood,
  when: h.when,
  warnings: inMm(list(h.warnings, ' ')),
})

const drilled = (t: HoleThere): Row => ({
  state: 'drilled',
  what: t.label,
  face: t.face,
  from: t.from,
  along: mm(t.along),
  wanted: mm(t.feature.dims.diameter?.value),
  depth: t.feature.through ? 'through' : mm(t.feature.dims.depth?.value),
  warnings: inMm(list(offWarnings(t), ' ')),
})
