import { mm, num, type Said, say, capital } from '../say/said.ts'
import { LAID, type Laid } from '../document/docs.ts'
import { factOfKinds } from '../document/fact.ts'
import { partIn } from '../document/references.ts'
import { saddleHeight, wedgeWanted } from '../layout/saddleHeight.ts'
import { fretPosition } from '../parts/frets.ts'
import { readingText } from '../document/readingRef.ts'
import type { Part } from '../parts/part.ts'
import { fixed } from '../units/length.ts'
import { FLOATS, tremoloWork } from './ends.ts'
import { IN_TUNE, saddleMove } from './intonation.ts'
import { perTurn } from './perTurn.ts'
import { SADDLE_SCREW_PITCH } from './saddleScrews.ts'
import { newest, setupReading, stringTable, type StringRow } from './stringTable.ts'

/** One adjustment in the handbook's order, with what it was read at and the next move. */
export type Side = 'bass' | 'treble'

export interface Adjustment {
  id: string
  of: 'tremolo' | 'relief' | 'nut' | 'action' | 'intonation' | 'pickup'
  side: Side | undefined
  /** The wish of the build's that it is set to; left out where the trade's own figure holds. */
  wish?: 'relief' | 'nutBass' | 'nutTreble' | 'actionBass' | 'actionTreble'
  /** What it is read in, and under which name the reading is kept. */
  unit: 'mm' | 'cents'
  reads: string
  /** The string, or the pickup's place, that it is of. */
  string?: number
  place?: string
  title: string
  how: string
  target: number
  tolerance: number
  reading: number | undefined
  state: 'not read' | 'read again' | 'on target' | 'adjust'
  /** Difference reading − target, mm. */
  off: number | undefined
  move: Said
  /** Turns of the screw or rod, positive raises or loosens; undefined when it is not a screw. */
  turns: number | undefined
  /** Change where the work is done, mm. */
  mm: number | undefined
  why: string
}

export interface SetupWork {
  strings: StringRow[]
  totalNewtons: number
  adjustments: Adjustment[]
  next: string | undefined
}

/** How near to its gap a floating plate is left, mm [from memory]. */
const FLOATS_WITHIN = 0.2
/** Pole to string with the last fret held, mm: 5/64 and 4/64 in for single-coils [common practice]; others begin there too [from memory]. */
export const PICKUP_HEIGHT: Record<Side, number> = { bass: (5 / 64) * 25.4, treble: (4 / 64) * 25.4 }
const PICKUP_WITHIN = 0.25
/** So much nearer than that a magnet is heard, mm [from memory]. */
const SOUR = 0.6

/** A rod is turned by a quarter at most before it is read again, by an eighth where little is wanted [common practice]. */
const MOST_AT_ONCE = 0.25
/** Turns from which on a quarter is made at once [our choice]. */
const A_QUARTER_FROM = 0.3

const turnsText = (turns: number): string => {
  const eighths = Math.max(1, Math.round(Math.abs(turns) * 8))
  const whole = Math.floor(eighths / 8),
    rest = eighths % 8
  const fraction = ['', '1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8'][rest]!
  return `${[whole || '', fraction].filter(Boolean).join(' ')} turn${eighths > 8 ? 's' : ''}`
}

/** Where the parts say that the saddles will be down before the strings are: the wedge that Fit asks for, in its own numbers. */
function shimSays(build: Laid): Said {
  const wedge = wedgeWanted(saddleHeight(build))
  if (!wedge) return ''
  return build.instrument.neckJoint === 'glued'
    ? ' By its parts the saddles are down before that, and a glued neck takes no shim: look at the bridge’s height.'
    : say` By its parts the saddles are down before that: a wedge of ${mm(wedge.thick, 2)} at the heel’s end turns the neck back ${num(wedge.angleDeg, 2, '°')}, as at the Fit station.`
}

/** Kinds of parts that its adjustments are told from. */
const SET_UP_KINDS: readonly Part['kind'][] = ['body', 'neck', 'bridge', 'strings', 'shim', 'springs']

type Adjust = (
  id: string,
  what: Pick<Adjustment, 'of' | 'side' | 'wish' | 'string' | 'place'> & Partial<Pick<Adjustment, 'unit' | 'reads'>>,
  title: string,
  how: string,
  target: number,
  tolerance: number,
  why: string,
  move: (off: number) => Pick<Adjustment, 'move' | 'turns' | 'mm'>,
) => string

/** Readings judged one after another: each hangs on those before it. */
class Bench {
  readonly adjustments: Adjustment[] = []
  /** When the newest of those before was read. */
  private before = ''
  constructor(private readonly build: Laid) {}

  /** Judges one reading against its target; when it was read, empty where it was not. */
  readonly push: Adjust = (id, what, title, how, target, tolerance, why, move) => {
    const reads = what.reads ?? setupReading(id),
      r = newest(this.build, reads)
    const off = r && r.value - target
    const stale = r !== undefined && r.at < this.before
    const state: Adjustment['state'] = !r
      ? 'not read'
      : stale
        ? 'read again'
        : Math.abs(off!) <= tolerance + 1e-9
          ? 'on target'
          : 'adjust'
    this.adjustments.push({
      id,
      unit: 'mm',
      ...what,
      reads,
      title,
      how,
      target,
      tolerance,
      reading: r?.value,
      off,
      state,
      why,
      ...(state === 'adjust'
        ? move(off!)
        : {
            move:
              state === 'on target'
                ? 'Leave it.'
                : state === 'read again'
                  ? 'Something before it was read or changed since: read it again.'
                  : 'Read it.',
            turns: undefined,
            mm: undefined,
          }),
    })
    return r?.at ?? ''
  }

  /** What follows has to be newer than these. */
  later(...times: string[]): void {
    this.before = [this.before, ...times].sort().at(-1)!
  }
}

/**
 * The setup in the handbook's order: relief, nut, action. Every step moves the next, so a reading older than the
 * newest reading of a step before it has to be taken again [common practice].
 */
export const setupWork = factOfKinds(SET_UP_KINDS, LAID, (build): SetupWork => {
  const strings = stringTable(build),
    bench = new Bench(build),
    neck = partIn(build, 'neck'),
    scale = neck?.dims.scaleLength?.value ?? 0,
    frets = neck?.dims.frets?.value ?? 0
  if (scale > 0) {
    balanceTremolo(build, bench)
    straighten(build, bench)
    fileNut(build, bench, scale)
    setAction(build, bench, scale, frets)
    intonate(strings, bench, scale, Math.min(12, frets))
    setPickups(build, bench)
  }
  const { adjustments } = bench
  return {
    strings,
    totalNewtons: strings.reduce((s, r) => s + r.newtons, 0),
    adjustments,
    next: adjustments.find(a => a.state !== 'on target')?.id,
  }
})

function balanceTremolo(build: Laid, bench: Bench): void {
  const tremolo = tremoloWork(build)
  if (tremolo)
    bench.later(
      bench.push(
        'tremolo.gap',
        { of: 'tremolo', side: undefined },
        'Tremolo, its rear edge',
        'Tuned to pitch; feeler gauge under the plate’s rear edge.',
        FLOATS,
        FLOATS_WITHIN,
        'Strings against springs: it is balanced before action, since every height moves with it.',
        off => ({ move: tremolo.says, turns: tremolo.turnsAtPitch, mm: -off }),
      ),
    )
}

function straighten(build: Laid, bench: Bench): void {
  const t = build.setup
  const rod = perTurn(build.readings, 'rod'),
    told = rod.moves ? say` Your rod moves ${mm(rod.value / 4, 2)} per quarter turn.` : ''
  bench.later(
    bench.push(
      'relief',
      { of: 'relief', side: undefined, wish: 'relief' },
      'Relief',
      `Hold the ${build.instrument.strings > 1 ? 'bass' : ''} string at the first and the last fret; feeler gauge over fret 7 or 8.`,
      t.relief,
      0.05,
      'A straight neck buzzes low down, a bowed one is stiff in the middle. Relief comes first: it moves every height.',
      off => {
        const turns = Math.abs(off) / rod.value > A_QUARTER_FROM ? MOST_AT_ONCE : MOST_AT_ONCE / 2
        return {
          move: say`${off + t.relief < 0 ? say`The neck bows back by ${mm(-(off + t.relief), 2)}: open strings buzz on the first frets. ` : ''}${off > 0 ? 'Tighten' : 'Loosen'} the rod ${turnsText(turns)}, tune, wait, read again. Never force it.${told}`,
          turns: off > 0 ? -turns : turns,
          mm: Math.min(Math.abs(off), turns * rod.value),
        }
      },
    ),
  )
}

function fileNut(build: Laid, bench: Bench, scale: number): void {
  const t = build.setup
  const nutShare = t.nutSchool === 'gap over fret 1' ? (scale - fretPosition(scale, 1)) / scale : 1
  const nutHow =
    t.nutSchool === 'gap over fret 1'
      ? 'Open string, feeler gauge between fret 1 and the string.'
      : 'Hold the string behind fret 3; just a breath over fret 1.'
  const nut = (side: Side, target: number) =>
    bench.push(
      `nut.${side}`,
      { of: 'nut', side, wish: side === 'bass' ? 'nutBass' : 'nutTreble' },
      `Nut, ${side} side`,
      nutHow,
      target,
      0.04,
      'Too high and the first frets play sharp and stiff; too low and the open string buzzes.',
      off =>
        off > 0
          ? {
              move: say`File the slot ${mm(off / nutShare, 2)} deeper, a few strokes at a time, falling towards the head.`,
              turns: undefined,
              mm: -off / nutShare,
            }
          : {
              move: say`The slot is ${mm(-off / nutShare, 2)} too deep: a sliver under the nut, or fill and file again.`,
              turns: undefined,
              mm: -off / nutShare,
            },
    )
  bench.later(nut('bass', t.nutBass), nut('treble', t.nutTreble))
}

function setAction(build: Laid, bench: Bench, scale: number, frets: number): void {
  const t = build.setup,
    bridge = partIn(build, 'bridge'),
    pitch = SADDLE_SCREW_PITCH[bridge?.traits.saddleScrew ?? ''] ?? 0.5,
    at = t.actionAt === 'fret 12' ? scale / 2 : fretPosition(scale, frets)
  const share = scale / at
  const action = (side: Side, target: number) =>
    bench.push(
      `action.${side}`,
      { of: 'action', side, wish: side === 'bass' ? 'actionBass' : 'actionTreble' },
      `Action, ${side} side`,
      `Rule or gauge between ${t.actionAt === 'fret 12' ? 'fret 12' : 'the last fret'} and the string.`,
      target,
      0.1,
      `A change at ${t.actionAt} is ${fixed(share, 2)} times as much at the saddle.`,
      off => {
        const rise = -off * share,
          // A thread turns as it is cut; a reading that says otherwise says so of rule and rod as well.
          own = perTurn(build.readings, `saddle-${side}`, [pitch / share, (0.1 * pitch) / share]),
          turns = own.moves ? -off / own.value : rise / pitch
        return {
          move: say`${rise < 0 ? 'Lower' : 'Raise'} the saddle ${mm(Math.abs(rise), 2)}: ${turnsText(turns)} on both screws (${bridge?.traits.saddleScrew ?? 'M3'}).${own.moves ? say` Yours moves ${mm(own.value, 2)} a turn at ${t.actionAt}.` : ''}${rise < 0 ? shimSays(build) : ''}`,
          turns,
          mm: rise,
        }
      },
    )
  bench.later(action('bass', t.actionBass), action('treble', t.actionTreble))
}

function intonate(strings: SetupWork['strings'], bench: Bench, scale: number, fret: number): void {
  bench.later(
    ...strings.map(s =>
      bench.push(
        `cents.${s.number}`,
        {
          of: 'intonation',
          side: undefined,
          unit: 'cents',
          reads: readingText({ kind: 'cents', string: s.number, fret }),
          string: s.number,
        },
        `Intonation, string ${s.number} ${s.note}`,
        `Open string in tune, then held at fret ${fret} as you play it: how many cents it is off, sharp is plus.`,
        0,
        IN_TUNE,
        'After action, since height moves it. Sharp at the octave: the string is too short, and the saddle goes back.',
        off => {
          const back = saddleMove(scale, fret, off)
          return {
            move: say`Saddle ${back > 0 ? 'back' : 'forward'} ${mm(Math.abs(back), 2)}, tune, read again.`,
            turns: undefined,
            mm: back,
          }
        },
      ),
    ),
  )
}

function setPickups(build: Laid, bench: Bench): void {
  for (const place of build.instrument.pickups)
    for (const side of ['bass', 'treble'] as const)
      bench.push(
        `pickup.${place}.${side}`,
        { of: 'pickup', side, place },
        `${capital(place)} pickup, ${side} side`,
        'Outer string held at the last fret; rule from the pole to the string’s underside.',
        PICKUP_HEIGHT[side],
        PICKUP_WITHIN,
        'Too far is weak; too near, and a strong magnet pulls the string sour.',
        off => ({
          move: say`${off > 0 ? 'Raise' : 'Lower'} that side ${mm(Math.abs(off), 2)} by its screw${off < -SOUR ? ': so near it pulls the string sour' : ''}.`,
          turns: undefined,
          mm: off,
        }),
      )
}
