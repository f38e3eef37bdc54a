import type { Laid, Wired } from '../build/docs.ts'
import { terminalsOf, type Component } from '../build/circuitRecord.ts'
import { partIn } from '../build/references.ts'
import { layOut } from '../layout/layOut.ts'

/** A lug on the drawing: where it is, and which way it points away from its component. */
export interface DrawnLug {
  terminal: string
  name: string
  x: number
  y: number
  out: readonly [number, number]
}

/** A component as the solderer sees it: from the back, shafts pointing away. Units are mm on the drawing. */
export interface DrawnComponent {
  id: string
  label: string
  kind: Component['kind']
  x: number
  y: number
  size: number
  lugs: DrawnLug[]
}

/** A wire as a cubic curve that leaves both lugs in their own direction. */
export interface DrawnWire {
  id: string
  from: string
  to: string
  colour?: string
  kind: string
  curve: readonly [number, number][]
}

export interface SolderDrawing {
  width: number
  height: number
  components: DrawnComponent[]
  wires: DrawnWire[]
}

type Lug = readonly [name: string, dx: number, dy: number, outX: number, outY: number]

const PULL = ['in', 'common', 'out'] as const

/** Lugs around a component's middle as seen from the back: a pot's lug 3 lies left, mirrored from the shaft side. */
function lugsOf(c: Component, terminals: readonly string[], size: number): Lug[] {
  switch (c.kind) {
    case 'pot': {
      const pole = (p: string, side: -1 | 1): Lug[] =>
        PULL.map((t, i): Lug => [`${p}-${t}`, side * (size + 13), (i - 1) * 12, side, 0])
      const all: Lug[] = [
        ['3', -11, size + 7, 0, 1],
        ['2', 0, size + 7, 0, 1],
        ['1', 11, size + 7, 0, 1],
        ['case', 0, 0, 0, 0],
        ...pole('a', -1),
        ...pole('b', 1),
      ]
      return all.filter(([t]) => terminals.includes(t))
    }
    case 'switch':
      return [
        ['neck', -22, 15, 0, 1],
        ['common', 0, 15, 0, 1],
        ['bridge', 24, 15, 0, 1],
        ['frame', 0, -2, 0, 0],
      ]
    case 'jack':
      return [
        ['tip', -13, -10, 0, -1],
        ['sleeve', 16, -10, 0, -1],
      ]
    case 'capacitor':
    case 'resistor':
      return [
        ['a', 0, -12, 0, -1],
        ['b', 0, 12, 0, 1],
      ]
    case 'metal':
      return [['bond', 0, -8, 0, -1]]
    case 'stage':
    case 'battery':
    case 'pickup':
      return terminals.map((t, i): Lug => [t, (i - (terminals.length - 1) / 2) * 19, 14, 0, 1])
  }
}

/** Height at which each kind stands on the drawing. */
const ROW: Record<Component['kind'], number> = {
  pickup: 14,
  switch: 70,
  pot: 122,
  capacitor: 146,
  resistor: 146,
  metal: 190,
  jack: 190,
  stage: 190,
  battery: 190,
}
export const DRAWING = { width: 372, height: 212 }

/**
 * Places components and wires for the drawing from the solderer's side. Pots and pickups stand in the order in which
 * their holes lie along the body, mirrored because the cavity is seen from the back; capacitors hang between the pots.
 */
export function solderDrawing(build: Wired & Laid): SolderDrawing {
  const layout = layOut(build)
  const along = (c: Component): number =>
    layout?.features.find(f => f.serves === c.slot && f.serves !== undefined)?.centre[0] ?? 0
  const right = build.instrument.handedness === 'right' ? 1 : -1
  const { width, height } = DRAWING
  const rows = new Map<number, Component[]>()
  for (const c of build.circuit.components) rows.set(ROW[c.kind], [...(rows.get(ROW[c.kind]) ?? []), c])
  const components = [...rows].flatMap(([y, list]) =>
    [...list]
      .sort((a, b) => right * (along(b) - along(a)))
      .map((c, i): DrawnComponent => {
        const part = c.slot ? partIn(build, c.slot) : undefined
        const size =
          c.kind === 'pot'
            ? Math.min(20, Math.max(13, (part?.dims.caseWidth?.value ?? 24) * 0.75))
            : c.kind === 'pickup'
              ? 46
              : 11
        const x =
          c.kind === 'capacitor' || c.kind === 'resistor'
            ? width / 2 - 14 + (i - (list.length - 1) / 2) * 26
            : c.kind === 'metal'
              ? width * 0.87
              : c.kind === 'jack'
                ? width * 0.6
                : ((2 * i + 1) * width) / (2 * list.length)
        return {
          id: c.id,
          label: c.label,
          kind: c.kind,
          x,
          y,
          size,
          lugs: lugsOf(c, terminalsOf(c, part), size).map(([name, dx, dy, ox, oy]) => ({
            terminal: `${c.id}.${name}`,
            name,
            x: x + dx,
            y: y + dy,
            out: [ox, oy] as const,
          })),
        }
      }),
  )
  const lugs = new Map(components.flatMap(c => c.lugs.map(l => [l.terminal, { ...l, size: c.size }] as const)))
  /** Wires on a case or frame spread around it, each on the side it comes from. */
  const end = (l: DrawnLug & { size: number }, other: DrawnLug, nth: number) => {
    if (l.out[0] !== 0 || l.out[1] !== 0) return { x: l.x, y: l.y, out: l.out }
    const a = Math.atan2(other.y - l.y, other.x - l.x) + (nth % 2 === 0 ? 1 : -1) * 0.22 * Math.ceil(nth / 2)
    const r = Math.min(l.size, 20) * 0.62
    return { x: l.x + r * Math.cos(a), y: l.y + r * Math.sin(a), out: [Math.cos(a), Math.sin(a)] as const }
  }
  const used = new Map<string, number>()
  const wires = build.circuit.wires.flatMap((w): DrawnWire[] => {
    const a = lugs.get(w.from),
      b = lugs.get(w.to)
    if (!a || !b) return []
    const nth = (t: string) => {
      const n = used.get(t) ?? 0
      used.set(t, n + 1)
      return n
    }
    const p = end(a, b, nth(w.from)),
      q = end(b, a, nth(w.to))
    const reach = Math.max(12, Math.hypot(q.x - p.x, q.y - p.y) * 0.36)
    return [
      {
        id: w.id,
        from: w.from,
        to: w.to,
        kind: w.kind,
        ...(w.colour ? { colour: w.colour } : {}),
        curve: [
          [p.x, p.y],
          [p.x + p.out[0] * reach, p.y + p.out[1] * reach],
          [q.x + q.out[0] * reach, q.y + q.out[1] * reach],
          [q.x, q.y],
        ],
      },
    ]
  })
  return { width, height, components, wires }
}
