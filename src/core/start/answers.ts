import {
  EXTRAS,
  PICKUP_PLACES,
  type BridgeSort,
  type Extra,
  type Instrument,
  type Mounting,
  type NeckJoint,
  type PickupPlace,
  type Question,
} from '../document/build.ts'

/** What pickups and controls hang on. */
export const HANGS = ['guard', 'body', 'rings', 'plate'] as const
export type Hang = (typeof HANGS)[number]

export const PICKUP_SORTS = ['single-coil', 'wide single-coil', 'double-coil'] as const
export type PickupSort = (typeof PICKUP_SORTS)[number]
export interface PickupAnswer {
  place: PickupPlace
  sort: PickupSort
}

export interface ControlsAnswer {
  volumes: number
  tones: number
  switches: number
}

/** What the builder said of the instrument; what is left out is not known yet. */
export interface Answers {
  strings?: number
  perCourse?: number
  /** mm */
  scaleLength?: number
  handedness?: 'right' | 'left'
  neckJoint?: NeckJoint
  pickups?: readonly PickupAnswer[]
  bridge?: BridgeSort
  controls?: ControlsAnswer
  hang?: Hang
}

/** Answers with our assumption in every place that was left open, and which places those are. */
export interface Resolved extends Required<Answers> {
  unsure: Question[]
}

/** From this scale length on four to six strings are a bass's, mm [common practice: short scales begin near 760]. */
export const BASS_FROM = 745

/** Six strings on less are a baritone's [common practice]. */
export const SIX_BASS_FROM = 800
/** From here on six or more strings are tuned a fourth lower, mm [common practice: baritones]. */
const BARITONE_FROM = 690

/** What we take for granted of an instrument of so many courses, until it is said [from memory]. */
function scaleFor(strings: number): number {
  if (strings === 4 || strings === 5) return 864
  if (strings === 7) return 660
  return strings >= 8 && strings !== 12 ? 686 : 648
}

/** Half-width of what the scale length may be when nobody said, mm [from memory]. */
export const SCALE_SPREAD = 25

function controlsFor(pickups: number): ControlsAnswer {
  if (pickups === 0) return { volumes: 0, tones: 0, switches: 0 }
  return { volumes: 1, tones: pickups > 2 ? 2 : 1, switches: pickups > 1 ? 1 : 0 }
}

/** Fills in what was not answered; nothing is refused here, the build's own classes do that. */
export function resolve(a: Answers): Resolved {
  const strings = a.strings ?? 6,
    scaleLength = a.scaleLength ?? scaleFor(strings),
    // Courses without a number of strings say nothing.
    perCourse = a.strings === undefined ? 1 : (a.perCourse ?? (strings === 12 ? 2 : 1)),
    bass = isBass(strings, perCourse, scaleLength)
  const hang = a.hang ?? 'body'
  const pickups =
    a.pickups ??
    (['bridge', 'neck'] as const).map(place => ({ place, sort: bass ? 'single-coil' : 'double-coil' }) as const)
  const open: [Question, unknown][] = [
    ['strings', a.strings],
    ['scale', a.scaleLength],
    ['hand', a.handedness],
    ['neck joint', a.neckJoint],
    ['pickups', a.pickups],
    ['bridge', a.bridge],
    ['controls', a.controls],
    ['hang', a.hang],
  ]
  return {
    strings,
    perCourse,
    scaleLength,
    handedness: a.handedness ?? 'right',
    neckJoint: a.neckJoint ?? 'screwed',
    pickups: PICKUP_PLACES.flatMap(p => pickups.filter(q => q.place === p)),
    bridge: a.bridge ?? 'flat plate',
    controls: a.controls ?? controlsFor(pickups.length),
    hang,
    unsure: open.filter(([, v]) => v === undefined).map(([q]) => q),
  }
}

/** Whether strings are a bass's: few courses on a long scale. */
export const isBass = (strings: number, perCourse: number, scaleLength: number): boolean => {
  const courses = strings / perCourse
  return courses <= 5 ? scaleLength >= BASS_FROM : courses <= 6 && scaleLength >= SIX_BASS_FROM
}

const MOUNTING: Record<Hang, Mounting> = {
  guard: 'on the guard',
  body: 'in the body',
  rings: 'in rings',
  plate: 'in the body',
}

const springs = (b: BridgeSort): boolean =>
  b === 'rocking tremolo, six screws' || b === 'rocking tremolo, two posts' || b === 'double-locking tremolo'

/** Extras that an instrument of such answers has. */
const implied = (r: Pick<Resolved, 'hang' | 'bridge'>): Extra[] => [
  ...(r.hang === 'guard' ? (['guard'] as const) : []),
  ...(r.hang === 'body' || r.hang === 'rings' || springs(r.bridge) ? (['back cover'] as const) : []),
  ...(r.hang === 'plate' ? (['control plate'] as const) : []),
]

/** What else it has after a change: what only the old answers implied goes, what only the new ones imply comes. */
function extrasOf(r: Resolved, old: Resolved | undefined, before: readonly Extra[]): Extra[] {
  const was = old ? implied(old) : [],
    is = implied(r)
  const kept = before.filter(x => is.includes(x) || !was.includes(x)),
    come = is.filter(x => !was.includes(x) && !before.includes(x))
  return come.length === 0 && kept.length === before.length
    ? [...before]
    : EXTRAS.filter(x => kept.includes(x) || come.includes(x))
}

/** Open tuning of an instrument, thinnest string first, one note a string. */
export function tuningFor(strings: number, perCourse: number, scaleLength: number): string[] {
  const courses = Math.ceil(strings / perCourse)
  const row = isBass(strings, perCourse, scaleLength)
    ? courses > 5
      ? ['C3', 'G2', 'D2', 'A1', 'E1', 'B0']
      : ['G2', 'D2', 'A1', 'E1', 'B0']
    : courses === 4
      ? ['A4', 'D4', 'G3', 'C3']
      : scaleLength >= BARITONE_FROM && courses === 6
        ? ['B3', 'F#3', 'D3', 'A2', 'E2', 'B1']
        : ['E4', 'B3', 'G3', 'D3', 'A2', 'E2', 'B1', 'F#1', 'C#1', 'G#0']
  const note = (i: number) => row[Math.min(i, row.length - 1)]!
  const octaveUp = (n: string) => n.replace(/-?\d$/, d => String(Number(d) + 1))
  // In courses of two the lower ones carry an octave beside them [common practice].
  return Array.from({ length: strings }, (_, i) => {
    const course = Math.floor(i / perCourse)
    return i % perCourse === 0 && perCourse > 1 && course >= 2 ? octaveUp(note(course)) : note(course)
  })
}

/** The instrument that the answers describe; beside another one, with what else that one has. */
export function instrumentOf(r: Resolved, old?: Resolved, before: readonly Extra[] = []): Instrument {
  return {
    strings: r.strings,
    handedness: r.handedness,
    tuning: tuningFor(r.strings, r.perCourse, r.scaleLength),
    ...(r.perCourse > 1 ? { perCourse: r.perCourse } : {}),
    neckJoint: r.neckJoint,
    pickups: r.pickups.map(p => p.place),
    bridge: r.bridge,
    mounting: MOUNTING[r.hang],
    ...r.controls,
    extras: extrasOf(r, old, before),
    ...(r.unsure.length ? { unsure: r.unsure } : {}),
  }
}

/** What a described instrument hangs on. */
export const hangOf = (i: Instrument): Hang =>
  i.mounting === 'on the guard'
    ? 'guard'
    : i.mounting === 'in rings'
      ? 'rings'
      : i.extras.includes('control plate')
        ? 'plate'
        : 'body'
