import type { Reading } from '../document/build.ts'
import { LAID, type Laid } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { readingText } from '../document/readingRef.ts'
import { partIn } from '../document/references.ts'
import { viewOf } from '../document/view.ts'
import { fretPosition } from '../parts/frets.ts'
import { layOut } from '../layout/layOut.ts'
import {
  SADDLE_RESERVE,
  saddleHeight,
  shimAngle,
  shimFor,
  stringRise,
  type SaddleHeight,
} from '../layout/saddleHeight.ts'
import { breaksAtSaddle } from '../layout/stringReport.ts'
import { doubtOf } from '../units/quantity.ts'
import { newest, setupReading } from './stringTable.ts'

/** Travel that is left under the saddles, mean of the outer strings', mm. */
export const SADDLE_LEFT = setupReading('saddle-left')
const DRY = readingText({ kind: 'dry' })
/** What a wedge or a spacer gives beyond the saddles' reserve, mm [from memory]. */
const BEYOND = 0.5

/** What a shim under the heel's end moves, everything else left as it is, or the strings brought back to their action. */
export interface ShimEffect {
  /** At the heel's end, running out to nothing at the pocket's mouth, mm. */
  thick: number
  angleDeg: number
  /** How much higher the saddles stand for the same action, mm. */
  rise: number
  /** How much the strings fall at fret 12 with the saddles left alone, mm. */
  falls: number
  /** How much every pickup's poles stand farther from the strings, at the same action, mm. */
  pickups: { slot: string; opens: number }[]
  /** Break over the saddle before and after, degrees; undefined without an anchor. */
  breaks: { string: number; before: number | undefined; after: number | undefined }[]
}

export type NeckAngleFrom = 'strung' | 'clamped dry' | 'parts'

export interface NeckAngle {
  /** What the answer stands on: action and travel as read, a straightedge over the clamped neck, or the parts' dimensions. */
  from: NeckAngleFrom
  /** Way of the saddles left at the wanted action, down to their bottom and up to their top, mm; and its half-width. */
  below: number
  above: number
  doubt: number
  /** The neck is turned back: by a wedge of full contact or a strip across the heel's end. */
  wedge: ShimEffect | undefined
  /** The bridge is lifted instead: sheet of this thickness under it, mm. */
  spacer: number | undefined
  glued: boolean
  /** Its doubt is smaller than what it is off by: nothing has to be read before it is cut. */
  sure: boolean
}

/** What a shim of a thickness does here; undefined where neck, pocket, bridge or strings are not known. */
export function shimEffect(build: Laid, thick: number): ShimEffect | undefined {
  const h = saddleHeight(build),
    l = layOut(build),
    neck = partIn(build, 'neck')
  if (!h || !l || !neck) return undefined
  const { heelToSaddle, pocketLength } = h,
    // The whole heel rises by the shim at its end, and with the angle beyond it.
    lift = (x: number) => thick * (1 + (x - l.nutToHeelEnd) / pocketLength),
    rise = lift(l.nutToHeelEnd + heelToSaddle)
  const frets = neck.dims.frets?.value ?? 0,
    twelfth = fretPosition(l.scaleLength, Math.min(12, frets))
  const before = breaksAtSaddle(build, l, h.needed.value),
    after = breaksAtSaddle(build, l, h.needed.value + rise)
  return {
    thick,
    angleDeg: shimAngle(thick, pocketLength),
    rise,
    falls: (rise * twelfth) / (l.nutToHeelEnd + heelToSaddle),
    pickups: l.pickups.map(p => ({ slot: p.slot, opens: lift(p.centre[0]) })),
    breaks: l.strings.map((s, i) => ({ string: s.number, before: before[i], after: after[i] })),
  }
}

/** What the strings read, as the way their saddles still have to go down (+) for the wanted action, mm. */
function wayDown(build: Laid): { way: number; doubt: number } | undefined {
  const t = build.setup,
    neck = partIn(build, 'neck'),
    scale = neck?.dims.scaleLength?.value,
    bass = newest(build, setupReading('action.bass')),
    treble = newest(build, setupReading('action.treble'))
  if (!scale || !bass || !treble) return undefined
  const share = scale / (t.actionAt === 'fret 12' ? scale / 2 : fretPosition(scale, neck.dims.frets?.value ?? 0)),
    off = (bass.value + treble.value - t.actionBass - t.actionTreble) / 2
  return { way: off * share, doubt: (Math.hypot(bass.doubt, treble.doubt) / 2) * share }
}

/** Room below and above the saddles at the wanted action, by the best that is known. */
function roomOf(
  build: Laid,
  h: SaddleHeight,
  left: Reading | undefined,
): Pick<NeckAngle, 'from' | 'below' | 'doubt'> {
  const strung = wayDown(build),
    dry = newest(build, DRY)
  if (strung && left)
    return { from: 'strung', below: left.value - strung.way, doubt: Math.hypot(left.doubt, strung.doubt) }
  const low = partIn(build, 'bridge')?.dims.saddleLow
  // A shim that is in already lies under a neck that is clamped dry.
  if (dry && low)
    return {
      from: 'clamped dry',
      below: dry.value + stringRise(viewOf(build)) - low.value,
      doubt: Math.hypot(dry.doubt, low.doubt),
    }
  return { from: 'parts', below: h.aboveLowest.value, doubt: doubtOf(h.aboveLowest) }
}

/**
 * Whether the saddles reach the wanted action, and what is put under heel or bridge where they do not: from what was read
 * with strings on, from a straightedge over the clamped neck, else from the parts [geometry; handbook section 4].
 */
export const neckAngle = fact(LAID, (build): NeckAngle | undefined => {
  const h = saddleHeight(build)
  if (!h) return undefined
  const room = roomOf(build, h, newest(build, SADDLE_LEFT)),
    above = h.range.value - room.below,
    glued = build.instrument.neckJoint === 'glued'
  return {
    ...room,
    above,
    glued,
    sure: Math.min(Math.abs(room.below - SADDLE_RESERVE), Math.abs(above - SADDLE_RESERVE)) > room.doubt,
    wedge:
      room.below < SADDLE_RESERVE && !glued
        ? shimEffect(build, shimFor(SADDLE_RESERVE + BEYOND - room.below, h))
        : undefined,
    spacer: above < SADDLE_RESERVE ? SADDLE_RESERVE + BEYOND - above : undefined,
  }
})
