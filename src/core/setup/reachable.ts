import { LAID } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { partIn } from '../document/references.ts'
import { viewOf } from '../document/view.ts'
import { layOut } from '../layout/layOut.ts'
import { nutHeight, saddleHeight, stringRise } from '../layout/saddleHeight.ts'
import { doubtOf } from '../units/quantity.ts'
import { SADDLE_SCREW_PITCH } from './saddleScrews.ts'
import { stringTable } from './stringTable.ts'

/** One string's reach with its saddle at the bottom and at the top. */
export interface ReachRow {
  number: number
  note: string
  /** Gap at fret 12 with the saddle lowest and highest, mm. */
  lowest: number
  highest: number
  /** Height of its saddle over its lowest for the target, mm, and the turns of its screw that are. */
  above: number
  turns: number
}

export interface Reachable {
  rows: ReachRow[]
  /** Half-width of every gap, mm. */
  doubt: number
  /** Target at fret 12 of the strings' mean. */
  wanted: number
  /** What is wrong at an end of the travel, if anything, and the way out. */
  says: string
}

/** How much lower a cylinder of a radius lies at a distance off its top, mm [geometry]. */
export const sagitta = (off: number, radius: number): number =>
  radius > Math.abs(off) ? radius - Math.sqrt(radius * radius - off * off) : 0

/**
 * The action that saddles and neck allow before a string is on, string by string: the frets lie lower under the outer
 * strings by the board's radius, so that their saddles stand lower for the same gap [geometry]. Undefined where neck,
 * bridge, body or strings are not known.
 */
export const reachable = fact(LAID, (build): Reachable | undefined => {
  const h = saddleHeight(build),
    l = layOut(build),
    rows = stringTable(build)
  if (!h || !l || !rows.length) return undefined
  const rise = stringRise(viewOf(build)),
    nut = nutHeight(build),
    wanted = (rise + nut) / 2,
    radius = partIn(build, 'neck')?.dims.radius?.value,
    pitch = SADDLE_SCREW_PITCH[partIn(build, 'bridge')?.traits.saddleScrew ?? ''] ?? 0.5
  const out = rows.map((r, i): ReachRow => {
    const y = l.strings[i]?.saddle[1] ?? 0,
      sag = radius ? sagitta(y, radius) : 0,
      above = h.aboveLowest.value - sag
    return {
      number: r.number,
      note: r.note,
      lowest: wanted - above / 2,
      highest: wanted + (h.range.value - above) / 2,
      above,
      turns: above / pitch,
    }
  })
  const stuck = out.filter(r => r.above < 0),
    short = out.filter(r => r.above > h.range.value),
    list = (of: readonly ReachRow[]) => of.map(r => r.number).join(', ')
  return {
    rows: out,
    doubt: doubtOf(h.aboveLowest) / 2,
    wanted,
    says: stuck.length
      ? `String ${list(stuck)}: the saddle is at its bottom before the target. A shim in the pocket turns the neck back, as at the Fit station; one saddle alone at its bottom wants a bridge that follows the board’s radius.`
      : short.length
        ? `String ${list(short)}: the saddle is at its top before the target. A spacer under the bridge, of metal where it carries the ground.`
        : 'Every saddle reaches its target with travel left.',
  }
})
