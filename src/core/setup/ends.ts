import { TREMOLOS } from '../build/build.ts'
import { LAID } from '../build/docs.ts'
import { fact } from '../build/fact.ts'
import { readingText } from '../build/readingRef.ts'
import { partIn } from '../build/references.ts'
import { buzzWork } from './buzz.ts'
import { centsOff, saddleBehind, saddleMove, type Sounding } from './intonation.ts'
import { perTurn, type PerTurn } from './perTurn.ts'
import { noteHz } from './pitch.ts'
import { newest, setupReading, stringTable } from './stringTable.ts'
import { balanceOf, type Balance } from './tremolo.ts'

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
}

/** Where the saddles belong, string by string; undefined without a neck, strings or notes. */
export const intonationWork = fact(LAID, (build): SaddlePlace[] | undefined => {
  const w = buzzWork(build),
    gauges = partIn(build, 'strings')?.gauges
  if (!w || !gauges) return undefined
  const { neck } = w
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
      },
    ]
  })
})

/** Rear edge of a floating plate above the body, mm [common practice: about 1]. */
export const FLOATS = 1
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
