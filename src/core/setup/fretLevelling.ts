import { asWritten, mm, num, type Said, say } from '../say/said.ts'
import { LAID } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { partIn } from '../document/references.ts'
import { buzzWork } from './buzz.ts'

/** A crown lower than this is not levelled any more: the fret is replaced, mm [from memory]. */
export const LOWEST_CROWN = 0.6
/** What a file takes where it just kisses every fret, mm [from memory]. */
const KISS = 0.03
/** Hours: marking and taping, each fret crowned and polished, what is read after [common practice: about two for a neck]. */
const HOURS = { begin: 0.6, fret: 0.06, after: 0.2 } as const
/** Frets beside a high one that are blended when only it is dressed [common practice]. */
const BESIDE = 1

export interface FretTake {
  fret: number
  off: number
  /** What comes off it, and the crown that is left, mm. */
  take: number
  crown: number | undefined
}

export interface FretLevelling {
  /** All of the neck levelled to one plane. */
  all: FretTake[]
  hours: number
  /** Only the high ones dressed, which is less work where few stand off. */
  few: { frets: number[]; take: number; hours: number } | undefined
  /** Own hours at what an hour is reckoned at, and what a shop asks; undefined where neither is known. */
  price: { own: number | undefined; shop: number | undefined } | undefined
  /** Frets that would be too low after it. */
  tooLow: number[]
  says: Said
}

/**
 * A levelling of frets from what was read: the file comes down to the lowest crown, so that each loses what it stands over
 * it and a kiss more. Undefined where no fret was read to stand off.
 */
export const fretLevelling = fact([...LAID, 'preferences'], (build): FretLevelling | undefined => {
  const w = buzzWork(build),
    height = partIn(build, 'neck')?.dims.fretHeight?.value
  if (!w || ![...w.neck.off.values()].some(v => v !== 0)) return undefined
  const off = (fret: number) => w.neck.off.get(fret) ?? 0,
    lowest = Math.min(...Array.from({ length: w.neck.frets }, (_, i) => off(i + 1)))
  const all = Array.from({ length: w.neck.frets }, (_, i): FretTake => {
    const take = off(i + 1) - lowest + KISS
    return { fret: i + 1, off: off(i + 1), take, crown: height === undefined ? undefined : height - take }
  })
  const tooLow = all.filter(f => f.crown !== undefined && f.crown < LOWEST_CROWN).map(f => f.fret),
    high = all.filter(f => f.off > 0).map(f => f.fret),
    hours = HOURS.begin + HOURS.after + HOURS.fret * w.neck.frets
  // A low fret cannot be dressed up: then all others come down to it.
  const few =
    lowest >= 0 && high.length * (1 + 2 * BESIDE) < w.neck.frets / 2
      ? {
          frets: high,
          take: Math.max(...high.map(off)),
          hours: HOURS.begin / 2 + HOURS.after + HOURS.fret * high.length * (1 + 2 * BESIDE),
        }
      : undefined
  const { rate } = build.preferences,
    shop = build.setup.levellingPrice,
    own = rate === undefined ? undefined : rate * (few?.hours ?? hours)
  return {
    all,
    hours,
    few,
    price: own === undefined && shop === undefined ? undefined : { own, shop },
    tooLow,
    says: tooLow.length
      ? say`Fret ${tooLow.join(', ')} would be lower than ${asWritten(LOWEST_CROWN)}: replace ${tooLow.length > 1 ? 'those' : 'it'} first.`
      : few
        ? say`Dress fret ${few.frets.join(', ')} alone, by ${mm(few.take, 2)}, blended into the frets beside: about ${num(few.hours, 1, 'h')}. All of them would be ${num(hours, 1, 'h')}.`
        : say`Level them all: ${mm(KISS - lowest, 2)} off most, about ${num(hours, 1, 'h')}.`,
  }
})
