import Papa from 'papaparse'
import type { Hole } from './hole.ts'

const mm = (x: number | undefined): string => (x === undefined ? '' : String(Math.round(x * 1000) / 1000))

/** The hole list as a table, millimetres, a row for each hole in the order in which they are drilled [published: RFC 4180]. */
export const holeCsv = (holes: readonly Hole[]): string =>
  Papa.unparse(
    holes.map((h, i) => ({
      number: i + 1,
      what: h.label,
      purpose: h.purpose,
      face: h.face,
      from: h.from,
      along: mm(h.along),
      across: mm(h.across),
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
      warnings: h.warnings.join(' '),
    })),
  )
