import { TREMOLOS } from '../document/build.ts'
import type { Laid } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import type { StringGauge } from '../parts/part.ts'
import { buzzWork } from './buzz.ts'
import { DRAWER } from './drawer.ts'
import { tremoloWork } from './ends.ts'
import { saddleBehind } from './intonation.ts'
import { noteHz } from './pitch.ts'
import { tension } from './tension.ts'
import { stringTable } from './stringTable.ts'
import { balanceOf, USUAL_ROCKER } from './tremolo.ts'

/** What is wanted of a set: a pull for every string, N, or what each pulls today. */
export type Wanted = { kind: 'as now' } | { kind: 'each'; newtons: number }

/** One string as it is, and as it would be. */
export interface StringChange {
  number: number
  from: { note: string; gauge: StringGauge; newtons: number }
  to: { note: string; gauge: StringGauge; newtons: number }
  /** Another string than the one that is on it. */
  other: boolean
  /** How far its saddle's starting place moves, mm, back +. */
  saddle: number | undefined
  /** What the change asks of slot and holes. */
  asks: string[]
}

export interface ChangeOfStrings {
  strings: StringChange[]
  pull: { from: number; to: number }
  /** Greatest pull over the least, less one: how evenly the set feels. */
  unevenness: { from: number; to: number }
  /** Relief that the neck takes on before the rod is touched, mm, and its half-width. */
  relief: { by: number; doubt: number }
  /** Rear edge of a floating tremolo, mm up; undefined where nothing floats. */
  floats: number | undefined
  /** Whether the springs that are in it are enough. */
  springs: { count: number; fewest: number } | undefined
}

/**
 * Relief that a newton of pull bends into a neck, mm, and its half-width [computed with figures from memory: a beam of
 * 460 mm and 12 GPa, 52 × 20 mm half round, the pull 8 mm over its middle line, M·l²/(8·E·I); rods and woods spread it].
 */
export const RELIEF_PER_NEWTON = [
  (8 * 460 ** 2) / (8 * 12_000 * 0.62 * ((52 * 20 ** 3) / 12)),
  ((8 * 460 ** 2) / (8 * 12_000 * 0.62 * ((52 * 20 ** 3) / 12))) * 0.6,
] as const

/** A slot is cut for its string: one so much thicker binds in it, one so much thinner rattles, mm [from memory]. */
const BINDS = 0.05
const RATTLES = 0.15
/** Air that a string wants in a hole it passes, mm [common practice: at least 0.1]. */
const IN_HOLE = 0.1

/** The gauge of the drawer that pulls nearest to what is wanted at a note on a scale. Wound where it is wound today. */
export function gaugeFor(wanted: number, scale: number, hz: number, wound: boolean): StringGauge {
  const all: StringGauge[] = DRAWER[wound ? 'wound' : 'plain'].map(diameter => ({ diameter, wound }))
  return all.reduce((a, b) =>
    Math.abs(tension(b, scale, hz) - wanted) < Math.abs(tension(a, scale, hz) - wanted) ? b : a,
  )
}

/** A plain string thicker than this sounds dull, a wound one thinner has no core left to speak of, mm [common practice: a wound third begins at .018 to .020]. */
const THICKEST_PLAIN = 0.56

/** A set for wanted pulls at the notes of a tuning, out of the drawer. */
export function setFor(build: Laid, tuning: readonly string[], wanted: Wanted): StringGauge[] | undefined {
  const now = stringTable(build),
    scale = partIn(build, 'neck')?.dims.scaleLength?.value,
    gauges = partIn(build, 'strings')?.gauges
  if (!scale || !gauges || now.length === 0) return undefined
  return now.map((s, i) => {
    const hz = noteHz(tuning[i] ?? '') ?? s.hz,
      newtons = wanted.kind === 'each' ? wanted.newtons : s.newtons,
      same = wanted.kind === 'as now' && Math.abs(1200 * Math.log2(hz / s.hz)) < 1
    if (same) return gauges[i]!
    const as = gaugeFor(newtons, scale, hz, s.wound)
    return !as.wound && as.diameter > THICKEST_PLAIN ? gaugeFor(newtons, scale, hz, true) : as
  })
}

const unevenness = (of: readonly number[]): number => {
  const least = Math.min(...of)
  return least > 0 ? Math.max(...of) / least - 1 : 0
}

/**
 * What other strings or another tuning do before they are bought: every pull, what the neck gives, where a tremolo
 * comes to stand with all strings in tune, how far saddles move, and which slots and holes they bind in. Undefined
 * without a neck or strings.
 */
export function changeOfStrings(
  build: Laid,
  tuning: readonly string[],
  gauges: readonly StringGauge[],
): ChangeOfStrings | undefined {
  const now = stringTable(build),
    scale = partIn(build, 'neck')?.dims.scaleLength?.value,
    own = partIn(build, 'strings')?.gauges,
    w = buzzWork(build)
  if (!scale || !own || now.length === 0) return undefined
  const hole = partIn(build, 'bridge')?.dims.stringHole?.value
  const strings = now.map((s, i): StringChange => {
    const note = tuning[i] ?? s.note,
      hz = noteHz(note) ?? s.hz,
      gauge = gauges[i] ?? own[i]!,
      was = own[i]!,
      b = w?.strings.find(x => x.number === s.number),
      starts = (g: StringGauge, f: number) =>
        b && w && f > 0
          ? saddleBehind(
              {
                gauge: g,
                hz: f,
                neck: w.neck,
                saddleHeight: b.string.saddleHeight,
                nutHeight: b.string.nutHeight,
              },
              Math.min(12, w.neck.frets),
            )
          : undefined
    const before = starts(was, s.hz),
      after = starts(gauge, hz),
      thicker = gauge.diameter - was.diameter
    return {
      number: s.number,
      from: { note: s.note, gauge: was, newtons: s.newtons },
      to: { note, gauge, newtons: tension(gauge, scale, hz) },
      other: gauge.wound !== was.wound || Math.abs(thicker) > 1e-4,
      saddle: before === undefined || after === undefined ? undefined : after - before,
      asks: [
        ...(thicker > BINDS ? ['open its nut slot'] : []),
        ...(thicker < -RATTLES ? ['its nut slot is wide for it: it may rattle'] : []),
        ...(hole !== undefined && hole - gauge.diameter < IN_HOLE ? ['too thick for the bridge’s hole'] : []),
      ],
    }
  })
  const total = (k: 'from' | 'to') => strings.reduce((t, s) => t + s[k].newtons, 0),
    pull = { from: total('from'), to: total('to') },
    more = pull.to - pull.from,
    tremolo = TREMOLOS.includes(build.instrument.bridge) ? tremoloWork(build) : undefined
  const stiff = tremolo?.balance.atPitch
  return {
    strings,
    pull,
    unevenness: {
      from: unevenness(strings.map(s => s.from.newtons)),
      to: unevenness(strings.map(s => s.to.newtons)),
    },
    relief: { by: more * RELIEF_PER_NEWTON[0], doubt: Math.abs(more) * RELIEF_PER_NEWTON[1] },
    floats: stiff !== undefined && stiff > 0 ? (more * USUAL_ROCKER.above * USUAL_ROCKER.rear) / stiff : undefined,
    springs: tremolo && {
      count: tremolo.springs,
      fewest: balanceOf(
        strings.map(s => s.to.gauge),
        strings.map(s => s.to.newtons),
        tremolo.springs,
      ).fewest,
    },
  }
}
