import { LAID } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { fretPosition } from '../parts/frets.ts'
import { layOut } from '../layout/layOut.ts'
import { partIn } from '../document/references.ts'
import { lineOver } from './buzz.ts'
import { slotReading, stringTable } from './stringTable.ts'

/** One slot of the nut: where it is, how high its string stands, what has to go. */
export interface SlotRow {
  number: number
  note: string
  /** Its middle from the fingerboard's bass edge, along the nut, mm, and to the next thicker string between surfaces. */
  fromBassEdge: number
  gap: number | undefined
  /** Gap over fret 1 as it is wanted, and as it was read. */
  target: number
  reading: number | undefined
  /** What comes off the slot's floor, mm; less than nothing where it is too deep. */
  file: number | undefined
}

export interface NutWork {
  slots: SlotRow[]
  /** A sliver under the nut that brings every slot that is too deep up to its gap: thick at the bass and treble edge, mm. */
  sliver: { bass: number; treble: number } | undefined
  /** What is left to file off each slot above it, mm. */
  after: number[]
  width: number
}

/** A gap over fret 1 within this is left alone, mm [from memory]. */
export const NUT_WITHIN = 0.04

/**
 * The nut slot by slot: places measured from the bass edge, gaps wanted between those of the outer strings, what is filed,
 * and the sliver that lifts what was filed too deep [geometry]. Undefined without a neck or strings.
 */
export const nutWork = fact(LAID, (build): NutWork | undefined => {
  const l = layOut(build),
    rows = stringTable(build),
    scale = partIn(build, 'neck')?.dims.scaleLength?.value
  if (!l || !rows.length || !scale) return undefined
  const t = build.setup,
    share = t.nutSchool === 'gap over fret 1' ? (scale - fretPosition(scale, 1)) / scale : 1,
    last = rows.length - 1
  const slots = rows.map((r, i): SlotRow => {
    const s = l.strings[i],
      next = l.strings[i + 1],
      u = last ? i / last : 0,
      target = t.nutTreble + (t.nutBass - t.nutTreble) * u
    // The outer strings' own readings are those of the nut's two sides.
    const reading = slotReading(build, r.number, rows.length)
    return {
      number: r.number,
      note: r.note,
      fromBassEdge: (s?.nut[1] ?? 0) + l.halfNut,
      gap: s && next ? Math.abs(s.nut[1] - next.nut[1]) - (s.diameter + next.diameter) / 2 : undefined,
      target,
      reading,
      file: reading === undefined ? undefined : (reading - target) / share,
    }
  })
  const deep = slots.filter(s => s.file !== undefined && s.file < -NUT_WITHIN)
  const width = 2 * l.halfNut,
    over = (y: number) => (width > 0 ? y / width : 0),
    // Every slot that was read is either lifted to its gap or has more to come off.
    line = deep.length
      ? lineOver(slots.flatMap(s => (s.file === undefined ? [] : [[over(s.fromBassEdge), -s.file] as const])))
      : undefined
  const sliver = line && { bass: Math.max(0, line.from), treble: Math.max(0, line.to) }
  return {
    slots,
    sliver,
    after: slots.map(s =>
      s.file === undefined || !sliver
        ? Math.max(0, s.file ?? 0)
        : Math.max(0, s.file + sliver.bass + (sliver.treble - sliver.bass) * over(s.fromBassEdge)),
    ),
    width,
  }
})
