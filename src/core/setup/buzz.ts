import type { Laid } from '../document/docs.ts'
import { LAID } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { readingRef } from '../document/readingRef.ts'
import { partIn } from '../document/references.ts'
import { fretPosition } from '../parts/frets.ts'
import { layOut, type Layout } from '../layout/layOut.ts'
import {
  actionAt,
  clearances,
  lowestString,
  saddleFor,
  tightest,
  type Clear,
  type Over,
  type StringOver,
} from './clearance.ts'
import { DEEPEST, type NeckShape } from './fretPlane.ts'
import { newest, setupReading, slotReading, stringTable } from './stringTable.ts'
import { STYLES, USUAL_SWING, type SwingFigures } from './swing.ts'

/** Room that is kept over every swing where the build says nothing, mm [from memory]. */
export const MARGIN = 0.05
/** A bow that is solved for: none of a player's neck is deeper, mm [common practice: 0.1 to 0.3]. */
const MOST_RELIEF = 0.5
/** Golden section, and how close the best relief is found, mm. */
const GOLD = (Math.sqrt(5) - 1) / 2
const CLOSE = 0.004

/** One string as it stands, and as low as it can go. */
export interface StringBuzz {
  number: number
  note: string
  /** Gap at fret 12 as it stands, mm; from readings, or from the targets where none was taken. */
  action: number
  clear: Clear[]
  /** The string as it lies: its ends, its pull. */
  string: StringOver
  /** The pair with the least room as it stands. */
  worst: Clear
  /** The lowest that clears, at the relief as it stands: gap at fret 12, and the pair that decides. */
  lowest: { action: number; held: number; over: number }
}

/** What one high fret costs: how much lower all strings could go with it level. */
export interface HighFret {
  fret: number
  off: number
  gain: number
}

export interface BuzzWork {
  neck: NeckShape
  /** Whether relief was read, or stands for its target. */
  reliefRead: boolean
  actionRead: boolean
  strings: StringBuzz[]
  /** Strings that buzz as they stand. */
  buzzing: number[]
  /** The lowest setup that clears everywhere: relief, nut and both ends of the action. */
  best: { relief: number; actionBass: number; actionTreble: number; nutBass: number; nutTreble: number }
  highFrets: HighFret[]
}

/** Frets that were read to stand off those beside them; the newest reading of each. */
function fretsOff(build: Laid): Map<number, number> {
  const out = new Map<number, number>()
  for (const r of build.readings) {
    const ref = readingRef(r.of)
    if (ref?.kind === 'fret') out.set(ref.fret, r.value)
  }
  return out
}

/** How far the last fret lies below the line of the others, mm: a straightedge laid on the frets before the body. */
export const FALL_AWAY = setupReading('fall-away')

/** The last fret before the body's edge, where a board begins to fall away; six frets lie over it where no body says so [from memory]. */
function overBody(frets: number, scaleLength: number, l: Layout | undefined): number {
  const pocket = l?.features.find(f => f.role === 'neck-pocket'),
    mouth = pocket && Math.min(...pocket.polygon.map(p => p[0]))
  const before = Array.from({ length: frets }, (_, i) => i + 1).filter(
    n => mouth !== undefined && fretPosition(scaleLength, n) < mouth,
  )
  return Math.min(frets - 1, Math.max(1, before.at(-1) ?? frets - 6))
}

/** The lowest setup of all strings at one relief: each string's gap at fret 12, and its nut. */
function lowestAll(over: readonly Omit<Over, 'neck'>[], neck: NeckShape, margin: number) {
  return over.map(o => {
    const s = lowestString({ ...o, neck }, margin),
      // The nut is as it is filed, or as high as the open string asks: with it goes what a rule reads at fret 12.
      nutHeight = Math.max(o.string.nutHeight, s.nutHeight)
    return { ...s, action: actionAt(neck, { ...o.string, ...s, nutHeight }, 12) }
  })
}

/**
 * Where strings buzz as the instrument stands, and how low it can go: every string held at every place over every fret that
 * follows, against how far it swings there. Relief is solved for by golden section over the mean of the strings' gaps at
 * fret 12, each of which has a closed form. Undefined without a neck, strings or notes.
 */
export const buzzWork = fact(LAID, (build): BuzzWork | undefined => {
  const part = partIn(build, 'neck'),
    layout = layOut(build),
    rows = stringTable(build).filter(r => r.newtons > 0),
    scaleLength = part?.dims.scaleLength?.value,
    frets = part?.dims.frets?.value ?? 0
  if (!scaleLength || frets < 2 || !rows.length) return undefined
  const t = build.setup,
    usual = STYLES[t.style ?? 'usual'],
    style = { force: t.force ?? usual.force, accepted: t.accepted ?? usual.accepted },
    figures: SwingFigures = {
      ...USUAL_SWING,
      ...(t.share === undefined ? {} : { share: t.share }),
      ...(t.pluckedAt === undefined ? {} : { place: t.pluckedAt }),
    },
    margin = t.margin ?? MARGIN,
    read = newest(build, setupReading('relief'))?.value
  const neck: NeckShape = {
    scaleLength,
    frets,
    relief: read ?? t.relief,
    deepest: DEEPEST,
    off: fretsOff(build),
    fallAway: newest(build, FALL_AWAY)?.value ?? 0,
    fallsFrom: overBody(frets, scaleLength, layout),
  }
  const last = Math.max(1, rows.length - 1),
    bassShare = (i: number) => (rows.length > 1 ? i / last : 0),
    between = (treble: number, bass: number, i: number) => treble + (bass - treble) * bassShare(i)
  const nut = [
      newest(build, setupReading('nut.treble'))?.value ?? t.nutTreble,
      newest(build, setupReading('nut.bass'))?.value ?? t.nutBass,
    ] as const,
    action = [
      newest(build, setupReading('action.treble'))?.value ?? t.actionTreble,
      newest(build, setupReading('action.bass'))?.value ?? t.actionBass,
    ] as const
  const where = t.actionAt === 'fret 12' ? 12 : frets
  const over = rows.map((r, i): Omit<Over, 'neck'> => {
    const saddleAt = layout?.strings[i]?.saddle[0] ?? scaleLength
    // Gap over fret 1 of the open string; where it is read with fret 3 held, the slot is about as high as the crowns.
    const atNut =
        t.nutSchool === 'gap over fret 1'
          ? (slotReading(build, r.number, rows.length) ?? between(nut[0], nut[1], i))
          : 0.25,
      open: Omit<StringOver, 'saddleHeight'> = { tension: r.newtons, wound: r.wound, saddleAt, nutHeight: atNut }
    return {
      ...style,
      figures,
      string: { ...open, saddleHeight: saddleFor(neck, open, where, between(action[0], action[1], i)) },
    }
  })
  const low = lowestAll(over, neck, margin)
  const strings = over.map((o, i): StringBuzz => {
    const clear = clearances({ ...o, neck }),
      { held, over: at, action: gap } = low[i]!
    return {
      number: rows[i]!.number,
      note: rows[i]!.note,
      action: actionAt(neck, o.string, 12),
      clear,
      string: o.string,
      worst: tightest(clear)!,
      lowest: { action: gap, held, over: at },
    }
  })
  const mean = (relief: number, of: NeckShape = neck) => {
    const all = lowestAll(over, { ...of, relief }, margin)
    return all.reduce((s, x) => s + x.action, 0) / all.length
  }
  const relief = golden(0, MOST_RELIEF, mean),
    all = lowestAll(over, { ...neck, relief }, margin),
    first = all[0]!,
    lastOne = all.at(-1)!,
    ends = lineOver(all.map((x, i) => [bassShare(i), x.action] as const))
  const now = mean(neck.relief)
  return {
    neck,
    reliefRead: read !== undefined,
    actionRead:
      newest(build, setupReading('action.bass'))?.value !== undefined &&
      newest(build, setupReading('action.treble'))?.value !== undefined,
    strings,
    buzzing: strings.filter(s => s.worst.room < 0).map(s => s.number),
    best: {
      relief,
      actionTreble: ends.from,
      actionBass: ends.to,
      nutTreble: first.nutHeight,
      nutBass: lastOne.nutHeight,
    },
    highFrets: [...neck.off]
      .filter(([, off]) => off > 0)
      .map(([fret, off]) => {
        const level = new Map(neck.off)
        level.delete(fret)
        return { fret, off, gain: now - mean(neck.relief, { ...neck, off: level }) }
      })
      .sort((a, b) => b.gain - a.gain),
  }
})

/**
 * The lowest straight line from 0 to 1 that lies over every point: both ends of an action that the strings between share
 * evenly. It is the edge of the points' upper hull over the middle, since its height there is what is made least.
 */
export function lineOver(points: readonly (readonly [number, number])[]): { from: number; to: number } {
  let best: { from: number; to: number } | undefined
  const attempt = (slope: number, at: readonly [number, number]) => {
    const line = { from: at[1] - slope * at[0], to: at[1] + slope * (1 - at[0]) }
    const over = points.every(([u, v]) => line.from + (line.to - line.from) * u >= v - 1e-9)
    if (over && (!best || line.from + line.to < best.from + best.to - 1e-12)) best = line
  }
  for (const p of points) {
    attempt(0, p)
    for (const q of points) if (q[0] !== p[0]) attempt((q[1] - p[1]) / (q[0] - p[0]), p)
  }
  return best ?? { from: points[0]?.[1] ?? 0, to: points[0]?.[1] ?? 0 }
}

/** The place of the least of a function that falls and then rises, by golden section [published: Kiefer 1953]. */
function golden(from: number, to: number, f: (x: number) => number): number {
  let a = from,
    b = to,
    x = b - GOLD * (b - a),
    y = a + GOLD * (b - a),
    fx = f(x),
    fy = f(y)
  while (b - a > CLOSE) {
    if (fx <= fy) {
      b = y
      y = x
      fy = fx
      x = b - GOLD * (b - a)
      fx = f(x)
    } else {
      a = x
      x = y
      fx = fy
      y = a + GOLD * (b - a)
      fy = f(y)
    }
  }
  return (a + b) / 2
}
