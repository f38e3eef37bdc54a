import type { Build } from '../../src/core/document/build.ts'
import type { Feature } from '../../src/core/parts/part.ts'
import { demo } from './demo.ts'

/** A dimension that was read. */
export const dim = (value: number) => ({ value, doubt: 0.1, basis: 'measured' as const })
const dims = (d: Record<string, number>): Feature['dims'] =>
  Object.fromEntries(Object.entries(d).map(([k, v]) => [k, dim(v)]))

/** The bass of the demo with a body whose hollows are these alone; x from the pocket's end. */
export function hollowed(features: readonly Feature[]): Build {
  const b = demo('wren')
  return {
    ...b,
    readings: [],
    parts: b.parts.map(p =>
      p.kind === 'body'
        ? { ...p, features: [...p.features.filter(f => f.role === 'neck-pocket'), ...features] }
        : p,
    ),
  }
}
const rout = (x: number, y: number): Feature => ({
  id: 'rout',
  role: 'pickup-rout',
  serves: 'pickup-bridge',
  face: 'top',
  dims: dims({ x, y, length: 40, width: 90, corner: 0, depth: 20 }),
})
export const cavity = (x: number, y: number, length = 100): Feature => ({
  id: 'cavity',
  role: 'control-cavity',
  face: 'back',
  dims: dims({ x, y, length, width: 60, corner: 0, depth: 34, topThickness: 6 }),
})
const hole = (id: string, serves: string, x: number, y: number): Feature => ({
  id,
  role: serves === 'jack' ? 'jack-hole' : 'pot-hole',
  serves,
  face: serves === 'jack' ? 'side' : 'top',
  dims: dims({ x, y, diameter: 9.5 }),
})
export const channel = (x: number, y: number, toX: number, toY: number, diameter = 8): Feature => ({
  id: 'way',
  role: 'channel',
  face: 'top',
  dims: dims({ x, y, toX, toY, diameter, depth: 14 }),
})
/** A rout about the centre line, a cavity to the treble side, a channel square across between them. */
export const SHELL: readonly Feature[] = [
  rout(100, 0),
  cavity(150, 90),
  hole('v', 'pot-volume', 130, 90),
  hole('t', 'pot-tone', 170, 90),
  hole('j', 'jack', 190, 125),
  channel(110, 40, 110, 70),
]
