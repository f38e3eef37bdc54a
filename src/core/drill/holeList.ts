import type { Build } from '../build/build.ts'
import { partIn } from '../build/references.ts'
import { boundsOf, edgeDistance, inside, type Point } from '../geometry/outline.ts'
import { layOut, type Layout } from '../layout/layOut.ts'
import type { Part } from '../parts/part.ts'
import { woodOf, type Wood } from '../parts/woods.ts'
import { fixed } from '../units/length.ts'
import { bitSeries, chooseBit, type Bit } from './bits.ts'
import { leadHole, screwNumber, withdrawal } from './screws.ts'

export type HoleGroup = 'neck' | 'bridge' | 'tuners' | 'buttons' | 'ground'

/** One hole to drill. Places are in the instrument's frame, mm. */
export interface Hole {
  id: string
  group: HoleGroup
  label: string
  at: Point
  /** How to mark it: distances from the pocket's end wall or the nut, and off the centre line. */
  from: 'pocket end' | 'nut' | 'heel end'
  along: number
  across: number
  face: 'body top' | 'body back' | 'body edge' | 'heel' | 'headstock back'
  angleDeg: number
  wanted: number
  bits: Bit[]
  depth: number | 'through'
  /** Wood left under a blind hole, mm. */
  leftUnder: number | undefined
  wood: string
  screw: { diameter: number; length: number; number: number; bite: number; withdrawalN: number } | undefined
  when: 'before finish' | 'after finish'
  why: string
  warnings: string[]
}

/** Left under a blind hole at least, mm [common practice]. */
export const LEFT_UNDER = 3
/** Wood wanted between a hole and an edge or rout, mm [from memory]. */
const BESIDE = 4

const v = (p: Part | undefined, k: string): number => p?.dims[k]?.value ?? 0

interface Request {
  id: string; group: HoleGroup; label: string; at: Point; from: Hole['from']; along: number; face: Hole['face']; wood: Wood
  stock: number; screw?: Part | undefined; bite?: number; clearance?: number; through?: boolean; angleDeg?: number; why: string; when?: Hole['when']
}

function hole(r: Request, series: 'metric' | 'fractional'): Hole {
  const d = v(r.screw, 'diameter')
  const wanted = r.clearance ?? leadHole(d, r.wood)
  const last = chooseBit(wanted, series, r.clearance !== undefined ? 'never smaller' : 'never larger')
  const bite = r.bite ?? 0
  const depth = r.through ? 'through' : Math.round((bite + 1) * 10) / 10
  const leftUnder = depth === 'through' ? undefined : r.stock - depth
  const warnings: string[] = []
  if (leftUnder !== undefined && leftUnder < LEFT_UNDER) warnings.push(leftUnder < 0 ? `Comes through the far face by ${fixed(-leftUnder, 1)} mm: shorter screw, or stop at ${fixed(r.stock - LEFT_UNDER, 1)} mm.` : `Only ${fixed(leftUnder, 1)} mm left under it: shorter screw, or stop at ${fixed(r.stock - LEFT_UNDER, 1)} mm.`)
  const off = last.mm - wanted
  if (Math.abs(off) > 0.3) warnings.push(`Nearest bit is ${fixed(Math.abs(off), 1)} mm ${off > 0 ? 'over' : 'under'}: ${off > 0 ? 'the thread holds less' : 'the screw turns hard, wax it'}.`)
  return {
    id: r.id, group: r.group, label: r.label, at: r.at, from: r.from, along: r.along, across: r.at[1], face: r.face, angleDeg: r.angleDeg ?? 90,
    wanted, bits: bitSeries(last, series), depth, leftUnder, wood: r.wood.name,
    screw: r.screw ? { diameter: d, length: v(r.screw, 'length'), number: screwNumber(d), bite, withdrawalN: withdrawal(r.wood.specificGravity, d, Math.max(bite, 0)) } : undefined,
    when: r.when ?? 'before finish', why: r.why, warnings,
  }
}

/** Places of the neck screws: where the body is drilled, else a rectangle inside the pocket [from memory]. */
function neckPattern(build: Build, l: Layout): Point[] {
  const drilled = l.features.filter(f => f.role === 'screw-hole' && f.serves === 'neck-screws').map(f => f.centre)
  const pocket = partIn(build, 'body')?.features.find(f => f.role === 'neck-pocket')
  const n = v(partIn(build, 'neck-screws'), 'count')
  if (drilled.length || !pocket || n < 1) return drilled
  const length = pocket.dims.length?.value ?? 0, width = pocket.dims.width?.value ?? 0
  const rows = Math.ceil(n / 2)
  return Array.from({ length: n }, (_, i): Point => {
    const row = Math.floor(i / 2)
    const x = l.nutToHeelEnd - length * (rows === 1 ? 0.5 : 0.18 + (0.64 * row) / (rows - 1))
    return [x, i === n - 1 && n % 2 === 1 ? 0 : (i % 2 === 0 ? -1 : 1) * width * 0.33]
  })
}

function neckHoles(build: Build, l: Layout): Request[] {
  const body = partIn(build, 'body'), neck = partIn(build, 'neck'), screws = partIn(build, 'neck-screws')
  const pocket = body?.features.find(f => f.role === 'neck-pocket')
  if (!body || !neck || !screws || !pocket) return []
  const under = v(body, 'thickness') - (pocket.dims.depth?.value ?? 0)
  const bite = v(screws, 'length') - v(partIn(build, 'neck-plate'), 'thickness') - under
  const drilled = l.features.some(f => f.role === 'screw-hole' && f.serves === 'neck-screws')
  const heel = v(neck, 'heelThickness') - v(neck, 'fingerboardThickness')
  return neckPattern(build, l).flatMap((at, i): Request[] => [
    ...(drilled ? [] : [{ id: `neck-body-${i + 1}`, group: 'neck' as const, label: `Neck screw ${i + 1}, through the body`, at, from: 'pocket end' as const, along: at[0] - l.nutToHeelEnd, face: 'body back' as const, wood: woodOf(body.traits.wood), stock: under, screw: screws, clearance: v(screws, 'diameter') + 0.5, through: true, why: 'Passes the screw freely, so that it draws the heel down and does not hold it off.' }]),
    { id: `neck-heel-${i + 1}`, group: 'neck', label: `Neck screw ${i + 1}, pilot in the heel`, at, from: 'heel end', along: at[0] - l.nutToHeelEnd, face: 'heel', wood: woodOf(neck.traits.wood), stock: heel, screw: screws, bite, why: 'Marked through the body with the neck lined up under two strings, then drilled with the neck out.' },
  ])
}

function bridgeHoles(build: Build, l: Layout): Request[] {
  const body = partIn(build, 'body'), bridge = partIn(build, 'bridge'), screws = partIn(build, 'bridge-screws')
  if (!body || !bridge || !screws) return []
  const holes: Request[] = bridge.features.filter(f => f.role === 'screw-hole').map((f, i): Request => {
    const at: Point = [l.bridge.foremost + (f.dims.x?.value ?? 0), l.bridge.y + (f.dims.y?.value ?? 0)]
    const under = l.features.find(c => c.role === 'control-cavity' && inside(c.polygon, at))
    const cavity = under && body.features.find(c => c.id === under.id)
    return {
      id: `bridge-${i + 1}`, group: 'bridge', label: `Bridge screw ${i + 1}`, at, from: 'pocket end', along: at[0] - l.nutToHeelEnd, face: 'body top', wood: woodOf(body.traits.wood),
      stock: cavity ? (cavity.dims.topThickness?.value ?? 0) : v(body, 'thickness'), screw: screws, bite: v(screws, 'length') - v(bridge, 'plateThickness'), why: 'Drawn from the bridge’s own pattern at the bridge line.',
    }
  })
  const wired = build.circuit.components.some(c => c.kind === 'metal')
  const cavity = l.features.find(f => f.role === 'control-cavity')
  if (wired && cavity) {
    const at: Point = [l.bridge.front + v(bridge, 'plateLength') * 0.45, l.bridge.y + v(bridge, 'plateWidth') * 0.25]
    const run = Math.max(-edgeDistance(cavity.polygon, at), 1)
    const down = (body.features.find(f => f.id === cavity.id)?.dims.topThickness?.value ?? 6) + 8
    holes.push({ id: 'ground', group: 'ground', label: 'Ground wire, bridge to cavity', at, from: 'pocket end', along: at[0] - l.nutToHeelEnd, face: 'body top', wood: woodOf(body.traits.wood), stock: v(body, 'thickness'), clearance: 3, through: true, angleDeg: Math.round((Math.atan2(down, run) * 180) / Math.PI), why: `Slants ${fixed(run, 0)} mm towards the cavity, under the plate where it is not seen. Strings without it hum.` })
  }
  return holes
}

function tunerHoles(build: Build, l: Layout): Request[] {
  const neck = partIn(build, 'neck'), tuners = partIn(build, 'tuners'), screws = partIn(build, 'tuner-screws')
  if (!neck || !tuners || !screws) return []
  return l.features.filter(f => f.role === 'tuner-hole').map((f): Request => {
    const at: Point = [f.centre[0] + v(tuners, 'screwOffset'), f.centre[1]]
    return { id: `tuner-screw-${f.serves ?? f.id}`, group: 'tuners', label: `Screw of tuner ${f.serves ?? f.id}`, at, from: 'nut', along: at[0], face: 'headstock back', wood: woodOf(neck.traits.wood), stock: v(neck, 'headThickness'), screw: screws, bite: v(screws, 'length') - 1.2, why: 'From the back, with the tuner set square to the head’s edge. This is where faces get drilled through: mark the bit.' }
  })
}

/** Where strap buttons go when the builder has not placed them: tail on the centre line, and the horn on the bass side. */
export function buttonPlaces(build: Build, l: Layout): Point[] {
  const placed = build.placements.buttons
  if (placed?.length) return placed.map((p): Point => [p.x.value + l.nutToHeelEnd, p.y.value])
  if (l.body.length < 3) return []
  const tail = l.body.reduce((a, p) => (Math.abs(p[1]) < 6 && p[0] > a[0] ? p : a), [boundsOf(l.body).x0, 0] as Point)
  const horn = l.body.filter(p => p[1] < -50).reduce((a, p) => (p[0] < a[0] ? p : a), [Infinity, 0] as Point)
  return [[tail[0], 0], horn].slice(0, v(partIn(build, 'buttons'), 'count')) as Point[]
}

function buttonHoles(build: Build, l: Layout): Request[] {
  const body = partIn(build, 'body'), screws = partIn(build, 'button-screws'), buttons = partIn(build, 'buttons')
  if (!body || !screws || !buttons) return []
  return buttonPlaces(build, l).map((at, i): Request => ({
    id: `button-${i + 1}`, group: 'buttons', label: i === 0 ? 'Strap button, tail' : 'Strap button, horn', at, from: 'pocket end', along: at[0] - l.nutToHeelEnd, face: 'body edge', wood: woodOf(body.traits.wood), stock: 40, screw: screws, bite: v(screws, 'length') - v(buttons, 'height') + 3, why: 'At half the body’s thickness, square to the edge.',
  }))
}

/** Warnings of a hole against everything around it: outside the wood, near an edge, into a rout. */
function surroundings(h: Hole, build: Build, l: Layout): string[] {
  const out: string[] = []
  const radius = h.bits.at(-1)!.mm / 2
  if (h.face === 'body top' && l.body.length > 2) {
    const edge = edgeDistance(l.body, h.at) - radius
    if (edge < 0) out.push('Lies outside the body.')
    else if (edge < BESIDE) out.push(`Only ${fixed(edge, 1)} mm from the body’s edge.`)
  }
  if (h.face === 'headstock back' && l.head.length > 2) {
    const edge = edgeDistance(l.head, h.at) - radius
    if (edge < 0) out.push('Lies outside the headstock.')
    else if (edge < 2) out.push(`Only ${fixed(edge, 1)} mm from the headstock’s edge.`)
  }
  const body = partIn(build, 'body')
  if (h.face === 'body top' && h.group !== 'ground') {
    for (const f of l.features) {
      if (f.partId !== body?.id || f.face !== 'top' || f.role === 'neck-pocket') continue
      const gap = -edgeDistance(f.polygon, h.at) - radius
      if (gap < BESIDE) out.push(gap < 0 ? `Breaks into the ${f.role.replace('-', ' ')}.` : `Only ${fixed(gap, 1)} mm of wall to the ${f.role.replace('-', ' ')}.`)
    }
  }
  return out
}

/** Every hole that what is fitted asks for, in the order in which they are drilled. Empty until the layout stands. */
export function holeList(build: Build): Hole[] {
  const l = layOut(build)
  if (!l) return []
  const requests = [...neckHoles(build, l), ...bridgeHoles(build, l), ...tunerHoles(build, l), ...buttonHoles(build, l)]
  return requests.map(r => {
    const h = hole(r, build.preferences.bits)
    return { ...h, warnings: [...h.warnings, ...surroundings(h, build, l)] }
  })
}
