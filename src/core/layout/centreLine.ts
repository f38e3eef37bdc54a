import { list, mm, num, type Said, say } from '../say/said.ts'
import { placeAt } from '../document/assumed.ts'
import type { Laid } from '../document/docs.ts'
import type { Build } from '../document/build.ts'
import { readingText } from '../document/readingRef.ts'
import { partIn } from '../document/references.ts'
import { doubtOf, linear, type Quantity } from '../units/quantity.ts'
import { readingOf } from './readingOf.ts'

/** Where both edges of the fitted neck are read: at the pocket's mouth, and carried by a straightedge to the bridge line. */
export const STATIONS = ['mouth', 'bridge'] as const
export type Station = (typeof STATIONS)[number]
export const EDGES = ['treble', 'bass'] as const
export type Edge = (typeof EDGES)[number]

/** Name of a reading: how far a neck edge's line lies from the body's centre line, mm, always positive outwards; and where along it. */
export const edgeReading = (station: Station, edge: Edge | 'at'): string =>
  readingText({ kind: 'edge', station, edge })

export interface EdgeStation {
  x: Quantity
  treble: Quantity
  bass: Quantity
}

/** Neck's centre line against the body's, from four readings. y to the treble side; x from the pocket's end wall. */
export interface CentreLine {
  /** Centre at the two stations, mm off the body's centre line. */
  at: Record<Station, Quantity>
  /** Off at the bridge's station. */
  drift: Quantity
  driftDoubt: number
  /** Turn of the neck, degrees, positive towards the treble side. */
  angleDeg: Quantity
  angleDoubt: number
  /** Off the body's centre line at the pocket's end, mm, and mm per mm. */
  origin: number
  slope: number
  /** Whether nothing of it is larger than its doubt. */
  withinDoubt: boolean
}

const DEG = 180 / Math.PI

/**
 * Centre, drift and angle of a fitted neck: the centre is midway between the lines of its two edges; its way from one
 * station to the other is the angle [common practice: straightedge on each edge, carried to the bridge line].
 */
export function centreLine(near: EdgeStation, far: EdgeStation): CentreLine | { problem: Said } {
  const run = far.x.value - near.x.value
  if (Math.abs(run) < 20)
    return {
      problem: say`Both stations lie ${mm(Math.abs(run), 0)} apart: read the second one at least ${mm(20, 0)} from the first, best at the bridge line.`,
    }
  const width = (s: EdgeStation) => s.treble.value + s.bass.value
  for (const [s, name] of [
    [near, 'first'],
    [far, 'second'],
  ] as const)
    if (width(s) <= 0)
      return {
        problem: say`At the ${name} station the two edges cross: treble and bass add up to ${mm(width(s), 1)}. Each is read outwards from the centre line.`,
      }
  if (width(far) < width(near) && run > 0)
    return {
      problem: say`The edges never meet at the nut: they are ${mm(width(near), 1)} apart at the first station and ${num(width(far), 1)} at the second, but a neck gets wider towards the bridge. Read both again.`,
    }
  const centre = (s: EdgeStation) =>
    linear([
      [0.5, s.treble],
      [-0.5, s.bass],
    ])
  const a = centre(near),
    b = centre(far)
  const slope = linear([
    [1 / run, b],
    [-1 / run, a],
  ])
  const angleDeg = linear([[DEG, slope]])
  const driftDoubt = doubtOf(b),
    angleDoubt = doubtOf(angleDeg)
  return {
    at: { mouth: a, bridge: b },
    drift: b,
    driftDoubt,
    angleDeg,
    angleDoubt,
    origin: a.value - slope.value * near.x.value,
    slope: slope.value,
    withinDoubt:
      Math.abs(b.value) <= driftDoubt && Math.abs(a.value) <= doubtOf(a) && Math.abs(angleDeg.value) <= angleDoubt,
  }
}

/** The centre line from the newest readings; undefined until both edges are read at both stations. */
export function readCentreLine(build: Pick<Build, 'readings'>): CentreLine | { problem: Said } | undefined {
  const station = (s: Station): EdgeStation | undefined => {
    const [x, treble, bass] = [
      readingOf(build, edgeReading(s, 'at'), `${s} station from the pocket’s end`),
      readingOf(build, edgeReading(s, 'treble'), `treble edge at the ${s}`),
      readingOf(build, edgeReading(s, 'bass'), `bass edge at the ${s}`),
    ]
    return x && treble && bass ? { x, treble, bass } : undefined
  }
  const near = station('mouth'),
    far = station('bridge')
  return near && far ? centreLine(near, far) : undefined
}

/** Off the body's centre line at a place from the pocket's end wall, mm. */
export const offAt = (c: CentreLine, x: number): number => c.origin + c.slope * x

/** The line as it lies, when it was read and makes sense: body and what is on it lie off the neck's line by this. */
export function neckLine(build: Pick<Build, 'readings'>): CentreLine | undefined {
  const c = readCentreLine(build)
  return c && !('problem' in c) ? c : undefined
}

export interface Turn {
  /** Wood to take from the pocket's walls, mm. */
  shave: { where: 'mouth' | 'end' | 'along'; side: Edge; by: number }[]
  says: Said
}

/**
 * What to shave to bring the neck back: removing wood on one side at the pocket's mouth and on the other side at its
 * end turns the neck [common practice]; half the turn's offset over the pocket's length goes at each. What is left
 * beside the centre after that goes along one whole wall, and a shim as thick on the other side.
 */
export function turnNeck(build: Laid, c: CentreLine): Turn {
  const body = partIn(build, 'body')
  const length = placeAt(
    body,
    body?.features.find(f => f.role === 'neck-pocket'),
    'neck-pocket',
    'length',
  )
  if (c.withinDoubt)
    return {
      shave: [],
      says: say`Leave it. ${mm(Math.abs(c.drift.value), 1)} at the bridge is within the ${mm(c.driftDoubt, 1)} that the readings leave open.`,
    }
  const turns = Math.abs(c.angleDeg.value) > c.angleDoubt
  const half = turns ? (Math.abs(c.slope) * length) / 2 : 0
  const middle = offAt(c, -length / 2)
  const shave: Turn['shave'] = []
  // Leaning to the treble side at the bridge, the neck has its nut on the bass side: its mouth has to come back to the treble side.
  if (half > 0.02) {
    const side: Edge = c.slope > 0 ? 'treble' : 'bass',
      other: Edge = side === 'treble' ? 'bass' : 'treble'
    shave.push({ where: 'mouth', side, by: half }, { where: 'end', side: other, by: half })
  }
  if (Math.abs(middle) > c.driftDoubt)
    shave.push({ where: 'along', side: middle > 0 ? 'bass' : 'treble', by: Math.abs(middle) })
  const words = shave.map(
    s =>
      say`${mm(s.by, 2)} from the ${s.side} wall ${s.where === 'along' ? 'all along, and a shim as thick on the other side' : say`at the ${s.where === 'mouth' ? 'mouth' : 'pocket’s end'}, running out to nothing`}`,
  )
  if (!shave.length)
    return {
      shave,
      says: say`${mm(Math.abs(c.drift.value), 1)} off at the bridge, but neither turn nor offset is larger than its doubt: read again before you cut.`,
    }
  return {
    shave,
    says: say`Shave ${list(words, '; ')}. In small steps, and read again after each: the pocket’s walls only, never the heel of a finished neck.`,
  }
}
