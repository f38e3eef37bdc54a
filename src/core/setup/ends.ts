import { TREMOLOS } from '../document/build.ts'
import { LAID } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { readingText } from '../document/readingRef.ts'
import { partIn } from '../document/references.ts'
import { layOut } from '../layout/layOut.ts'
import { buzzWork } from './buzz.ts'
import { centsOff, compensatedNut, saddleBehind, saddleMove, type NutOption, type Sounding } from './intonation.ts'
import { perTurn, type PerTurn } from './perTurn.ts'
import { noteHz } from './pitch.ts'
import { newest, setupReading, stringTable } from './stringTable.ts'
import { balanceOf, droppedString, type Balance, type Dropped } from './tremolo.ts'

/** Where one string's saddle belongs, what was read, and the move. */
export interface SaddlePlace {
  number: number
  note: string
  /** The fret at its octave, or the last one of a shorter neck. */
  fret: number
  /** Behind the scale length, mm: as computed from stretch, stiffness and height. */
  start: number
  /** Read at fret 12, cents; and what that asks of the saddle, mm, back +. */
  cents: number | undefined
  move: number | undefined
  /** What stays at every fret with the saddle right at fret 12, cents. */
  left: number[]
  /** How far its place lies behind the end of the bridge's travel (+), or before its beginning (−), mm; 0 where it is reached. */
  beyond: number
  /** With the nut so much nearer to fret 1 and the saddle to match: the best that both together do, as an option. */
  nut: NutOption
}

/** Where the saddles belong, string by string; undefined without a neck, strings or notes. */
export const intonationWork = fact(LAID, (build): SaddlePlace[] | undefined => {
  const w = buzzWork(build),
    gauges = partIn(build, 'strings')?.gauges
  if (!w || !gauges) return undefined
  const { neck } = w,
    travel = partIn(build, 'bridge')?.dims.saddleTravel?.value,
    foremost = layOut(build)?.bridge.foremost,
    reach =
      travel === undefined || foremost === undefined
        ? undefined
        : { from: foremost - neck.scaleLength, to: foremost - neck.scaleLength + travel }
  return w.strings.flatMap((s): SaddlePlace[] => {
    const gauge = gauges[s.number - 1],
      hz = noteHz(s.note)
    if (!gauge || !hz) return []
    const base: Omit<Sounding, 'saddleAt'> = {
        gauge,
        hz,
        neck,
        saddleHeight: s.string.saddleHeight,
        nutHeight: s.string.nutHeight,
      },
      fret = Math.min(12, neck.frets),
      start = saddleBehind(base, fret),
      saddleAt = neck.scaleLength + start
    const cents = newest(build, readingText({ kind: 'cents', string: s.number, fret }))?.value
    return [
      {
        number: s.number,
        note: s.note,
        fret,
        start,
        cents,
        move: cents === undefined ? undefined : saddleMove(neck.scaleLength, fret, cents),
        left: Array.from({ length: neck.frets }, (_, i) => centsOff({ ...base, saddleAt }, i + 1)),
        beyond: reach ? Math.max(0, start - reach.to) + Math.min(0, start - reach.from) : 0,
        nut: compensatedNut(base, start),
      },
    ]
  })
})

/** Rear edge of a floating plate above the body, mm [common practice: about 1]. */
export const FLOATS = 1
/** Semitones that a string is dropped by, for what it does to the others. */
const DROPPED = 2
/** Springs that are in it where nobody counted [common practice]. */
const SPRINGS = 3

/** A tremolo's balance, and the next move of its claw. */
export interface TremoloWork {
  balance: Balance
  springs: number
  /** The rear edge's gap as it was read, and as it is wanted. */
  gap: number | undefined
  wanted: number
  /** Turns out of both claw screws, in quarters: before the strings are tuned again, and at pitch. */
  turns: number | undefined
  turnsAtPitch: number | undefined
  learned: PerTurn
  /** Any one string dropped by two semitones, the others left alone, the thinnest first. */
  dropped: Dropped[]
  says: string
}

const quarters = (turns: number): number => Math.round(turns * 4) / 4
const turnsOf = (t: number): string => `${Math.abs(t)} turn${Math.abs(t) > 1 ? 's' : ''} ${t > 0 ? 'out' : 'in'}`

/** The balance of a build's tremolo; undefined where its bridge stands still. */
export const tremoloWork = fact(LAID, (build): TremoloWork | undefined => {
  const rows = stringTable(build),
    gauges = partIn(build, 'strings')?.gauges
  if (!TREMOLOS.includes(build.instrument.bridge) || !rows.length || !gauges) return undefined
  const springs = partIn(build, 'tremolo-springs')?.dims.count?.value ?? SPRINGS,
    balance = balanceOf(
      gauges,
      rows.map(s => s.newtons),
      springs,
    ),
    gap = newest(build, setupReading('tremolo.gap'))?.value,
    learned = perTurn(build.readings, 'claw'),
    off = gap === undefined ? undefined : FLOATS - gap
  const turns = off === undefined ? undefined : quarters(off / (learned.moves ? learned.value : balance.perTurn)),
    turnsAtPitch =
      off === undefined || balance.perTurnAtPitch === undefined ? undefined : quarters(off / balance.perTurnAtPitch)
  return {
    balance,
    springs,
    gap,
    wanted: FLOATS,
    turns,
    turnsAtPitch,
    learned,
    dropped: rows.map((_, i) =>
      droppedString(
        gauges,
        rows.map(s => s.newtons),
        i,
        DROPPED,
        balance,
      ),
    ),
    says:
      balance.perTurnAtPitch === undefined
        ? `On ${springs} spring${springs > 1 ? 's' : ''} it stands nowhere at pitch: fit ${balance.fewest}.`
        : turns === undefined
          ? 'Read the gap under the plate’s rear edge.'
          : turns === 0
            ? 'It floats as wanted: leave the claw.'
            : `Both claw screws ${turnsOf(turns)}, in quarters, counted alike; tune again after each.`,
  }
})
