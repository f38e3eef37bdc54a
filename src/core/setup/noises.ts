import { mm, num, say, type Said } from '../say/said.ts'
import { ranked, type Likely } from '../text/ranked.ts'
import { fact } from '../document/fact.ts'
import { LAID, type Laid } from '../document/docs.ts'
import { layOut } from '../layout/layOut.ts'
import { LEAST_BREAK, stringReport } from '../layout/stringReport.ts'
import { buzzWork, type BuzzWork } from './buzz.ts'

/** What a player hears, in his words. */
export const NOISES = {
  sitar: 'Sings like a sitar, open',
  'behind the nut': 'Rattles behind the nut',
  'behind the bridge': 'Rattles at or behind the bridge',
  dead: 'A note dies at once',
  'one fret': 'Buzzes at one fret',
  'one string': 'One string buzzes everywhere',
  'open only': 'Buzzes open, not when fretted',
  'low frets': 'Buzzes at the first frets',
  'high frets': 'Buzzes from the middle up',
  'when hard': 'Only when struck hard',
  bends: 'Chokes when it is bent',
  loose: 'Something hums along at one note',
} as const
export type NoiseName = keyof typeof NOISES
export const NOISE_NAMES = Object.keys(NOISES) as NoiseName[]

/** What the instrument's own numbers say of one string. */
export interface NoiseFacts {
  string: number
  wound: boolean
  /** Degrees; undefined where head, tuners or anchor are not known. */
  overNut: number | undefined
  overSaddle: number | undefined
  /** Least room of the open string, of it held low (frets 1 to 5) and held high, mm; and over which fret each. */
  open: { room: number; over: number }
  low: { room: number; over: number; held: number }
  high: { room: number; over: number; held: number }
  /** Frets that were read high. */
  highFrets: readonly number[]
  relief: number
  reliefRead: boolean
}

interface Cause extends Likely<NoiseFacts> {
  id: string
  says: string
  /** What to read or try next. */
  next: string
}

const degrees = (v: number) => say`${num(v, 1, '°')}`
const lowBreak = (v: number | undefined, where: string) =>
  v === undefined
    ? undefined
    : v < LEAST_BREAK
      ? {
          times: 6,
          says: say`it breaks over the ${where} by ${degrees(v)}, ${num(LEAST_BREAK, undefined, '°')} are wanted`,
        }
      : { times: 0.3, says: say`it breaks over the ${where} by ${degrees(v)}: enough` }
const room = (r: { room: number; over: number }, how: string) =>
  r.room < 0
    ? { times: 5, says: say`${how} it swings ${mm(-r.room, 2)} into fret ${num(r.over)}` }
    : { times: 0.4, says: say`${how} ${mm(r.room, 2)} are left over fret ${num(r.over)}` }
const highFret = (f: NoiseFacts) =>
  f.highFrets.length
    ? { times: 5, says: `fret ${f.highFrets.join(' and ')} was read high` }
    : { times: 1, says: 'no fret was read high yet' }
const flat = (f: NoiseFacts) =>
  !f.reliefRead
    ? { times: 1, says: 'relief is not read yet' }
    : f.relief < 0.08
      ? { times: 4, says: say`relief reads ${mm(f.relief, 2)}: the neck is straight or bowed back` }
      : { times: 0.4, says: say`relief reads ${mm(f.relief, 2)}` }
const bowed = (f: NoiseFacts) =>
  f.reliefRead && f.relief > 0.35
    ? { times: 3, says: say`relief reads ${mm(f.relief, 2)}: much` }
    : { times: 0.6, says: f.reliefRead ? say`relief reads ${mm(f.relief, 2)}` : 'relief is not read yet' }
const woundOne = (f: NoiseFacts) =>
  f.wound ? { times: 2, says: 'it is wound' } : { times: 0, says: 'it is plain' }

const NUT_FRONT: Cause = {
  id: 'nut-front',
  says: 'The slot’s front edge is not its highest place',
  weight: 5,
  told: f => lowBreak(f.overNut, 'nut'),
  next: 'Look along the slot: its floor falls towards the head, the string leaves at the very front. A few strokes of the file, falling.',
}
const SLOT_WIDE: Cause = {
  id: 'slot-wide',
  says: 'The slot is wider than the string',
  weight: 3,
  next: 'Push the string sideways in its slot: it must not move. A thicker string, or the slot filled and cut again.',
}
const BREAK_NUT: Cause = {
  id: 'break-nut',
  says: 'Too little angle over the nut',
  weight: 4,
  told: f => lowBreak(f.overNut, 'nut'),
  next: 'Press the string down behind the nut while it sounds. If that stills it: more windings down the post, or a string tree.',
}
const NUT_LOW: Cause = {
  id: 'nut-low',
  says: 'The nut slot is too deep',
  weight: 5,
  told: f => room(f.open, 'open'),
  next: 'Gauge between fret 1 and the open string.',
}
const ONE_HIGH: Cause = {
  id: 'high-fret',
  says: 'One fret stands high, or is loose',
  weight: 6,
  told: highFret,
  next: 'Short straightedge over three frets about there: which rocks? Press on the fret’s ends: a loose one moves.',
}
const FLAT: Cause = {
  id: 'flat',
  says: 'The neck is too straight, or bows back',
  weight: 5,
  told: flat,
  next: 'Relief at fret 7 or 8, first and last fret held.',
}
const LOW_ACTION: Cause = {
  id: 'low',
  says: 'The action is lower than the strings swing',
  weight: 5,
  told: f => room(f.high, 'held high up'),
  next: 'Action at fret 12; the Buzz sheet says how low it can go.',
}
const SADDLE: Cause = {
  id: 'saddle',
  says: 'Too little angle over the saddle',
  weight: 4,
  told: f => lowBreak(f.overSaddle, 'saddle'),
  next: 'Press the string down behind its saddle while it sounds.',
}
const GROOVE: Cause = {
  id: 'groove',
  says: 'The saddle has a burr or a flat groove',
  weight: 3,
  next: 'Run a thread through its notch; round it with the finest paper over a string.',
}
const LOOSE_SCREW: Cause = {
  id: 'loose',
  says: 'A screw, spring or nut hums along',
  weight: 4,
  next: 'Play that note and touch one thing after another: saddle screws and their springs, tuner bushings and buttons, pickup springs, the rod, cavity covers.',
}
const ROD: Cause = {
  id: 'rod',
  says: 'The truss rod is slack and rattles in its channel',
  weight: 2,
  next: 'Tap the neck’s back; an eighth of a turn tighter, if relief allows.',
}
const WINDING: Cause = {
  id: 'winding',
  says: 'The winding is loose on its core',
  weight: 3,
  told: woundOne,
  next: 'Another string of that gauge, bent sharply before it is cut to length.',
}
const FALLS_SHORT: Cause = {
  id: 'hump',
  says: 'The frets past the body rise',
  weight: 3,
  told: f => room(f.high, 'held high up'),
  next: 'Straightedge over the last six frets: they should fall away, never rise. Levelling is where many hand over to a professional.',
}
const RADIUS: Cause = {
  id: 'radius',
  says: 'The board’s radius is too small for so low an action',
  weight: 6,
  told: f => room(f.high, 'held high up'),
  next: 'The Buzz sheet’s bend: it says what saddle height frees it.',
}
const STRUCK: Cause = {
  id: 'struck',
  says: 'It is struck harder than it is set for',
  weight: 6,
  told: f => room(f.low, 'held low down'),
  next: 'Choose the playing that is meant on the Buzz sheet, and set to its heights.',
}
const DIPS: Cause = {
  id: 'bow',
  says: 'The neck is bowed so far that the middle is low and the end is met',
  weight: 2,
  told: bowed,
  next: 'Relief first; it moves every height.',
}

/** What each noise mostly is [common practice; how often from memory]. */
const CAUSES: Record<NoiseName, readonly Cause[]> = {
  sitar: [NUT_FRONT, GROOVE, SLOT_WIDE, NUT_LOW],
  'behind the nut': [BREAK_NUT, SLOT_WIDE, LOOSE_SCREW, WINDING],
  'behind the bridge': [SADDLE, LOOSE_SCREW, GROOVE],
  dead: [ONE_HIGH, LOW_ACTION, LOOSE_SCREW, WINDING],
  'one fret': [ONE_HIGH, LOW_ACTION, DIPS],
  'one string': [LOW_ACTION, WINDING, GROOVE, NUT_LOW],
  'open only': [NUT_LOW, NUT_FRONT, BREAK_NUT, SLOT_WIDE],
  'low frets': [FLAT, ONE_HIGH, NUT_LOW, STRUCK],
  'high frets': [LOW_ACTION, FALLS_SHORT, DIPS, ONE_HIGH],
  'when hard': [STRUCK, LOW_ACTION, FLAT],
  bends: [RADIUS, LOW_ACTION, ONE_HIGH, FALLS_SHORT],
  loose: [LOOSE_SCREW, ROD, BREAK_NUT, WINDING],
}

/** A cause with its chance, and why. */
export interface RankedCause {
  id: string
  says: string
  chance: number
  because: Said | undefined
  next: string
}

/** Causes of a noise with their chances, the likeliest first; what cannot be is left out. */
export const rankNoise = (noise: NoiseName, f: NoiseFacts): RankedCause[] =>
  ranked<NoiseFacts, Cause>(CAUSES[noise], f)
    .filter(r => r.chance > 0)
    .map(({ cause: { id, says, next }, chance, because }) => ({ id, says, next, chance, because }))

const least = (w: BuzzWork['strings'][number], from: number, to: number) =>
  w.clear.filter(c => c.held >= from && c.held <= to).reduce((a, c) => (c.room < a.room ? c : a), w.clear.at(-1)!)

/** What the numbers say of every string; undefined without a neck, strings or notes. */
export const noiseFacts = fact(LAID, (build: Laid): NoiseFacts[] | undefined => {
  const w = buzzWork(build),
    l = layOut(build)
  if (!w || !l) return undefined
  const { rows } = stringReport(build, l)
  return w.strings.map((s): NoiseFacts => {
    const r = rows.find(x => x.number === s.number)
    return {
      string: s.number,
      wound: s.string.wound,
      overNut: r?.breakAtNut,
      overSaddle: r?.breakAtSaddle,
      open: least(s, 0, 0),
      low: least(s, 1, 5),
      high: least(s, Math.min(6, w.neck.frets - 1), w.neck.frets),
      highFrets: w.highFrets.map(h => h.fret),
      relief: w.neck.relief,
      reliefRead: w.reliefRead,
    }
  })
})
