import { mm, num, type Said, say } from '../say/said.ts'
import { servedWord } from '../parts/servedWord.ts'
import type { Shaped } from '../document/docs.ts'
import { readingText, type HoleAxis } from '../document/readingRef.ts'
import { partIn } from '../document/references.ts'
import { halfBoardAt, stringAt, type Layout } from '../layout/layOut.ts'
import { readingOf } from '../layout/readingOf.ts'
import { sizeOfTuner } from '../layout/tunerRow.ts'
import { doubtOf } from '../units/quantity.ts'
import type { Hole } from './hole.ts'

/** Name of a reading of a drilled hole's place: `along` as it is marked, `across` off the centre line. */
export const holeReading = (hole: string, axis: HoleAxis): string => readingText({ kind: 'hole', hole, axis })

export interface WayOut {
  way: 'live with it' | 'open the hole' | 'plug and redrill' | 'hide under the ferrule'
  says: Said
  best: boolean
}
export interface OffPlace {
  along: number
  /** Which end of the instrument it lies towards: on the head that is the tip or the nut. */
  towards: 'tip' | 'nut' | 'tail'
  across: number
  off: number
  doubt: number
  effects: Said[]
  ways: WayOut[]
}

/** Play that a hole gives its screw, mm on either side: what it passes, less the screw [common practice]. */
const playOf = (h: Hole, build: Shaped): number => {
  if (h.under && h.screw) {
    const own = partIn(build, h.under.slot)?.features.find(f => f.id === h.under?.feature)
    return own ? Math.max(0, ((own.dims.diameter?.value ?? h.screw.diameter) - h.screw.diameter) / 2) : 0
  }
  if (h.purpose === 'passing hole' && h.screw)
    return Math.max(0, ((h.bits.at(-1)?.mm ?? h.wanted) - h.screw.diameter) / 2)
  return h.group === 'neck' ? 0.25 : 0.1
}

/** What a hole that lies off its place by so much does to the instrument [geometry]. */
function effectsOf(h: Hole, build: Shaped, l: Layout, dx: number, dy: number): Said[] {
  const out: Said[] = []
  if (h.group === 'tuners' && h.purpose === 'bushing' && h.string !== undefined) {
    const n = h.string,
      s = l.strings[n - 1],
      post = sizeOfTuner(partIn(build, 'tuners')?.dims).post
    if (s?.tuner) {
      const side = s.tuner[1] < 0 ? -1 : 1,
        angle = (x: number, y: number) => (Math.atan2(y - side * (post / 2) - s.nut[1], -x) * 180) / Math.PI
      out.push(
        say`String ${num(n)} turns ${num(Math.abs(angle(s.tuner[0] + dx, s.tuner[1] + dy)), 1, '°')} at the nut instead of ${num(Math.abs(angle(s.tuner[0], s.tuner[1])), 1, '°')}.`,
      )
      const mates = l.tuners.spots.filter(t => t.string !== n),
        near = mates.reduce(
          (m, t) => Math.min(m, Math.hypot(t.at[0] - s.tuner![0] - dx, t.at[1] - s.tuner![1] - dy)),
          Infinity,
        )
      if (Number.isFinite(near))
        out.push(
          say`${mm(near - sizeOfTuner(partIn(build, 'tuners')?.dims).bodyWidth, 1)} between its body and the next.`,
        )
    }
  }
  if (h.group === 'bridge' && h.face === 'body top') {
    const ahead = l.line.ahead.value - dx
    if (Math.abs(dx) >= 0.05)
      out.push(
        say`If the bridge follows, its saddles come ${mm(Math.abs(dx), 1)} ${dx > 0 ? 'further back' : 'forward'}: ${ahead < l.line.low || ahead > l.line.high ? say`outside their travel by ${mm(Math.max(l.line.low - ahead, ahead - l.line.high), 1)}` : say`${mm(Math.min(ahead - l.line.low, l.line.high - ahead), 1)} of travel left to the nearer end`}.`,
      )
    if (Math.abs(dy) >= 0.05) {
      const x = l.lastFret,
        first = l.strings[0]!,
        last = l.strings.at(-1)!,
        t = x / l.scaleLength
      out.push(
        say`If the bridge follows, the strings move ${mm(Math.abs(dy * t), 1)} at the last fret: ${mm(halfBoardAt(l, x) - stringAt(first, x) - first.diameter / 2 - dy * t, 1)} to the edge on the treble side, ${mm(halfBoardAt(l, x) + stringAt(last, x) - last.diameter / 2 + dy * t, 1)} on the bass side.`,
      )
      for (const p of l.pickups)
        out.push(
          say`Over the ${servedWord(p.slot)} pickup they run ${mm(Math.abs((dy * p.centre[0]) / l.scaleLength), 1)} further to the ${dy > 0 ? 'treble' : 'bass'} side.`,
        )
    }
  }
  if (h.group === 'strings')
    out.push(
      say`String ${num(h.string ?? 0)} leaves its saddle ${mm(Math.abs(dy), 1)} to the ${dy > 0 ? 'treble' : 'bass'} side${Math.abs(dx) >= 0.05 ? say` and ${mm(Math.abs(dx), 1)} ${dx > 0 ? 'further back' : 'nearer'}` : ''}.`,
    )
  if (h.group === 'neck')
    out.push(say`The screw pulls the heel ${mm(Math.hypot(dx, dy), 1)} aside, or does not go in at all.`)
  return out
}

/**
 * A hole that was read off its place before it was kept as drilled. Undefined until both of its distances are read.
 */
export function offPlace(h: Hole, build: Shaped, l: Layout): OffPlace | undefined {
  const a = readingOf(build, holeReading(h.id, 'along'), 'place along'),
    c = readingOf(build, holeReading(h.id, 'across'), 'place across')
  if (!a || !c) return undefined
  return offBy(h, build, l, a.value - h.along, c.value - h.across, Math.hypot(doubtOf(a), doubtOf(c)))
}

/**
 * A hole that lies off where it is wanted: what that does, and the ways out.
 * @param dx towards the tail, on the head towards the nut, @param dy to the treble side, @param doubt of both together, mm
 */
export function offBy(h: Hole, build: Shaped, l: Layout, dx: number, dy: number, doubt: number): OffPlace {
  const off = Math.hypot(dx, dy)
  const play = playOf(h, build),
    size = h.bits.at(-1)?.mm ?? h.wanted
  const rim = h.counterbore ? (h.counterbore.diameter - size) / 2 : undefined
  const live = off <= Math.max(play, 0.1),
    hidden = rim !== undefined && off <= rim
  const opens =
    !live && off <= 1 && (h.purpose === 'passing hole' || h.purpose === 'control' || h.purpose === 'string')
  const ways: WayOut[] = [
    {
      way: 'live with it',
      best: live || off <= doubt,
      says: live
        ? say`${mm(off, 1)} is within the ${mm(Math.max(play, 0.1), 2)} of play.`
        : off <= doubt
          ? say`${mm(off, 1)} is no more than the readings leave open: measure again before you cut.`
          : say`It is ${mm(off - play, 1)} more than its play: it shows or binds.`,
    },
    ...(rim !== undefined
      ? [
          {
            way: 'hide under the ferrule' as const,
            best: !live && hidden,
            says: hidden
              ? say`The ferrule’s rim reaches ${mm(rim, 1)} past the hole: set the ferrule on its true place, the hole stays hidden.`
              : say`The ferrule’s rim reaches ${mm(rim, 1)}, the hole is ${mm(off, 1)} off: it would show.`,
          },
        ]
      : []),
    ...(h.purpose === 'screw pilot' || h.purpose === 'pressed bushing'
      ? []
      : [
          {
            way: 'open the hole' as const,
            best: !live && !hidden && opens,
            says: say`Open it to ${mm(size + 2 * off, 1)}, or file it oval by ${mm(off, 1)} towards its place; a washer covers it.`,
          },
        ]),
    {
      way: 'plug and redrill',
      best: !live && !hidden && !opens && off > doubt,
      says: say`Hardwood plug with the grain, ${mm(Math.max(size + 2, 2 * off + size), 0)} across, a night for the glue, then punch and drill again${h.when === 'before finish' ? ', before finish' : ''}.`,
    },
  ]
  const onHead = h.from === 'nut',
    towards = dx < 0 ? (onHead ? 'tip' : 'nut') : onHead ? 'nut' : 'tail'
  return {
    along: dx,
    towards,
    across: dy,
    off,
    doubt,
    effects: off > doubt ? effectsOf(h, build, l, dx, dy) : [],
    ways,
  }
}
