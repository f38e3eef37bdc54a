import Papa from 'papaparse'
import type { Laid, Wired } from '../build/docs.ts'
import type { WireKind } from '../build/circuitRecord.ts'
import { lugRef } from '../build/lugRef.ts'
import type { Point } from '../geometry/outline.ts'
import { lugWords } from './lugFinder.ts'
import { partOf } from './settings.ts'
import type { SolderDrawing } from './solderDrawing.ts'

/** A wire as it is cut or as it comes. */
export interface CutWire {
  id: string
  from: string
  to: string
  kind: WireKind
  colour: string
  /** The way on the drawing, and what is cut, mm. */
  route: number
  length: number
  /** Why it is longer than its way. */
  spare: string
  /** What a pickup's own lead has, mm, when that is known. */
  has?: number
}

/** What has to be bought or taken from the reel, by colour. */
export interface Reel {
  colour: string
  pieces: number
  /** mm. */
  length: number
}

export interface CutList {
  wires: CutWire[]
  reels: Reel[]
  /** Insulated joints and bare ends that want a sleeve: pieces. */
  sleeves: number
}

/** Stripped at both ends and bent round a lug, mm [common practice: 5 mm an end and as much to bend]. */
const ENDS = 20
/** Down into a hollow and up again, mm [from memory]. */
const DOWN_AND_UP = 40
/** So that a guard lies beside the body while its wires are on; so that a cover hangs open, mm [common practice; cover from memory]. */
const BESIDE_BODY = 150
const COVER_OPEN = 60
/** Reels are cut to whole fives, mm [our choice]. */
const STEP = 5

const lengthOf = (points: readonly Point[]): number =>
  points.slice(1).reduce((s, p, i) => s + Math.hypot(p[0] - points[i]![0], p[1] - points[i]![1]), 0)

/** What stays in the body when guard or plate is lifted: the iron reaches it through the body's hollows. */
const IN_BODY: ReadonlySet<string> = new Set(['metal', 'battery', 'jack'])

/**
 * Every wire's length: its way on the drawing, both ends, and what is needed so that the work can lie open. Legs and bent
 * lugs are the parts' own and are not cut. A lead is held against what its pickup comes with.
 */
export function cutList(build: Wired & Laid, d: SolderDrawing): CutList {
  const component = (t: string) => build.circuit.components.find(c => c.id === lugRef(t).of)
  const onGuard = build.instrument.mounting === 'on the guard' || build.instrument.extras.includes('control plate')
  const inBody = (t: string): boolean => {
    const c = component(t)
    return (
      c !== undefined &&
      (IN_BODY.has(c.kind) || (c.kind === 'pickup' && build.instrument.mounting !== 'on the guard'))
    )
  }
  const wires = d.wires.flatMap((w): CutWire[] => {
    if (w.kind === 'leg' || w.kind === 'lug') return []
    const route = lengthOf(w.points),
      within = inBody(w.from) && inBody(w.to),
      passes = inBody(w.from) !== inBody(w.to)
    const open = passes ? (onGuard ? BESIDE_BODY : COVER_OPEN) : 0
    const length = Math.ceil((route + ENDS + (passes || within ? DOWN_AND_UP : 0) + open) / STEP) * STEP
    const pickup = [w.from, w.to].map(component).find(c => c?.kind === 'pickup'),
      has = w.kind === 'lead' && pickup ? partOf(build, pickup)?.dims.leadLength?.value : undefined
    return [
      {
        id: w.id,
        from: w.from,
        to: w.to,
        kind: w.kind,
        colour: w.colour ?? '',
        route,
        length,
        spare: open ? (onGuard ? 'so that the guard lies beside the body' : 'so that the cover hangs open') : '',
        ...(has === undefined ? {} : { has }),
      },
    ]
  })
  const reels = new Map<string, Reel>()
  for (const w of wires) {
    if (w.kind !== 'wire') continue
    const colour = w.colour || 'any',
      r = reels.get(colour) ?? { colour, pieces: 0, length: 0 }
    reels.set(colour, { colour, pieces: r.pieces + 1, length: r.length + w.length })
  }
  const links = build.circuit.wires.filter(
    w => component(w.from)?.kind === 'pickup' && component(w.to)?.kind === 'pickup',
  ).length
  const legs = build.circuit.wires.filter(w => w.kind === 'leg').length
  return { wires, reels: [...reels.values()].sort((a, b) => b.length - a.length), sleeves: links + legs }
}

const COLUMNS = [
  'wire',
  'from',
  'to',
  'sort',
  'colour',
  'way mm',
  'length mm',
  'comes with mm',
  'why longer',
] as const

/** The cut list as a table, millimetres [published: RFC 4180]. */
export const cutCsv = (build: Pick<Wired, 'circuit'>, list: CutList): string =>
  Papa.unparse({
    fields: [...COLUMNS],
    data: list.wires.map(w => ({
      wire: w.id,
      from: lugWords(build.circuit, w.from),
      to: lugWords(build.circuit, w.to),
      sort: w.kind,
      colour: w.colour,
      'way mm': Math.round(w.route),
      'length mm': w.length,
      'comes with mm': w.has ?? '',
      'why longer': w.spare,
    })),
  })
