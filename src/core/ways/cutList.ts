import { writeCsv } from '../text/csv.ts'
import type { Shaped, Wired } from '../document/docs.ts'
import type { WireKind } from '../document/circuitRecord.ts'
import { lugRef } from '../document/lugRef.ts'
import type { Point } from '../geometry/outline.ts'
import { lugWords } from '../circuit/lugFinder.ts'
import { partOf } from '../circuit/settings.ts'
import type { SolderDrawing } from '../circuit/solderDrawing.ts'
import { closedBody } from './closedBody.ts'
import { DOWN_AND_UP, ENDS, SERVICE } from './service.ts'
import type { SolderAct } from './solderActs.ts'
import { wireWays, type WireWay } from './wireWays.ts'

/** A wire as it is cut or as it comes. */
export interface CutWire {
  id: string
  from: string
  to: string
  kind: WireKind
  /** A braid round its core. */
  shielded: boolean
  colour: string
  /** The way on the drawing, and what is cut, mm. */
  route: number
  length: number
  /** Why it is longer than its way. */
  spare: string
  /** What a pickup's own lead has, mm, when that is known. */
  has?: number
}

/** What has to be bought or taken from the reel, by colour and sort. */
export interface Reel {
  colour: string
  sort: 'wire' | 'shielded wire'
  pieces: number
  /** mm. */
  length: number
}

export interface CutList {
  wires: CutWire[]
  reels: Reel[]
  /** Insulated joints and bare ends that want a sleeve: pieces. */
  sleeves: number
  /** Leads that any other pickup at the same place can do with. */
  later: LaterPickup[]
}

/** Reels are cut to whole fives, mm [our choice]. */
const STEP = 5
const whole = (mm: number): number => Math.ceil(mm / STEP) * STEP

const lengthOf = (points: readonly Point[]): number =>
  points.slice(1).reduce((s, p, i) => s + Math.hypot(p[0] - points[i]![0], p[1] - points[i]![1]), 0)

/** What a wire needs beside its way so that its ends can be reached; undefined: both stay where they are soldered. */
function serviceOf(way: WireWay | undefined, closed: boolean): (typeof SERVICE)[keyof typeof SERVICE] | undefined {
  if (!way || way.together) return undefined
  const on = [way.from.on, way.to.on]
  if (on[0] !== on[1]) return on.includes('guard') ? SERVICE.guard : SERVICE.plate
  // In one hollow both ends are reached where they are.
  return way.from.room === way.to.room && way.through.length === 0 && !way.blocked
    ? undefined
    : closed
      ? SERVICE.closed
      : SERVICE.cover
}

/** What a cable to a pickup that may come later should have, whichever end its leads come out at. */
export interface LaterPickup {
  component: string
  label: string
  length: number
}

/**
 * Every wire's length: its way through the body's hollows and channels, or on the drawing where both ends stay on one
 * guard or in one hollow; both ends; and what is needed so that the work can lie open. Legs and bent lugs are the parts'
 * own and are not cut. A lead is held against what its pickup comes with.
 */
export function cutList(build: Shaped, d: SolderDrawing): CutList {
  const component = (t: string) => build.circuit.components.find(c => c.id === lugRef(t).of)
  const ways = new Map(wireWays(build)?.ways.map(w => [w.wire, w])),
    closed = closedBody(build) !== undefined
  const lengthBy = (way: WireWay | undefined, route: number) => {
    const service = serviceOf(way, closed)
    return whole(route + ENDS + (service ? DOWN_AND_UP + service.mm : 0))
  }
  const wires = d.wires.flatMap((w): CutWire[] => {
    if (w.kind === 'leg' || w.kind === 'lug') return []
    const way = ways.get(w.id),
      inside = way && !way.together && (way.through.length > 0 || way.from.room !== way.to.room),
      route = inside ? way.length : lengthOf(w.points)
    const pickup = [w.from, w.to].map(component).find(c => c?.kind === 'pickup'),
      has = w.kind === 'lead' && pickup ? partOf(build, pickup)?.dims.leadLength?.value : undefined
    return [
      {
        id: w.id,
        from: w.from,
        to: w.to,
        kind: w.kind,
        shielded: w.shielded,
        colour: w.colour ?? '',
        route,
        length: lengthBy(way, route),
        spare: serviceOf(way, closed)?.why ?? '',
        ...(has === undefined ? {} : { has }),
      },
    ]
  })
  const reels = new Map<string, Reel>()
  for (const w of wires) {
    if (w.kind !== 'wire') continue
    const colour = w.colour || 'any',
      sort = w.shielded ? ('shielded wire' as const) : ('wire' as const),
      key = `${sort} ${colour}`,
      r = reels.get(key) ?? { colour, sort, pieces: 0, length: 0 }
    reels.set(key, { ...r, pieces: r.pieces + 1, length: r.length + w.length })
  }
  const links = build.circuit.wires.filter(
    w => component(w.from)?.kind === 'pickup' && component(w.to)?.kind === 'pickup',
  ).length
  const legs = build.circuit.wires.filter(w => w.kind === 'leg').length
  // Another pickup's leads may come out at the other end: across its whole width more.
  const later = build.circuit.components.flatMap((c): LaterPickup[] => {
    if (c.kind !== 'pickup') return []
    const leads = wires.filter(w => w.kind === 'lead' && (component(w.from) === c) !== (component(w.to) === c))
    if (!leads.length) return []
    return [
      {
        component: c.id,
        label: c.label,
        length: whole(Math.max(...leads.map(w => w.length)) + (partOf(build, c)?.dims.width?.value ?? 0)),
      },
    ]
  })
  return { wires, reels: [...reels.values()].sort((a, b) => b.length - a.length), sleeves: links + legs, later }
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
  writeCsv({
    fields: [...COLUMNS],
    data: list.wires.map(w => ({
      wire: w.id,
      from: lugWords(build.circuit, w.from),
      to: lugWords(build.circuit, w.to),
      sort: w.shielded ? `shielded ${w.kind}` : w.kind,
      colour: w.colour,
      'way mm': Math.round(w.route),
      'length mm': w.length,
      'comes with mm': w.has ?? '',
      'why longer': w.spare,
    })),
  })

const JOINT_COLUMNS = ['order', 'stage', 'what', 'at', 'wires', 'state', 'says'] as const

/** What is done with iron and wire as a table, in its turn [published: RFC 4180]. */
export const jointsCsv = (build: Pick<Wired, 'circuit'>, acts: readonly SolderAct[]): string =>
  writeCsv({
    fields: [...JOINT_COLUMNS],
    data: acts.map(a => {
      const joint = a.kind === 'joint' || a.kind === 'lay' ? a.joint : undefined
      return {
        order: a.order,
        stage: a.stage,
        what: a.kind,
        at: joint ? lugWords(build.circuit, joint.terminal) : '',
        wires: (joint ? joint.wires.map(w => w.id) : a.kind === 'pull' ? a.wires : []).join(' '),
        state: joint?.state ?? '',
        says: a.kind === 'joint' ? a.joint.why : a.says,
      }
    }),
  })
