import type { Build } from '../build/build.ts'
import type { Component } from '../build/circuitRecord.ts'
import { partIn } from '../build/references.ts'
import { layOut } from '../layout/layOut.ts'
import { terminalsOf } from './terminals.ts'

/** A component as the solderer sees it: from the back, shafts pointing away. Units are mm on the drawing. */
export interface DrawnComponent {
  id: string
  label: string
  kind: Component['kind']
  x: number
  y: number
  /** Radius of a round case, or half the width of a square one. */
  size: number
  lugs: { terminal: string; name: string; x: number; y: number }[]
}

export interface DrawnWire { id: string; from: string; to: string; colour?: string; kind: string; points: [number, number][] }

export interface SolderDrawing { width: number; height: number; components: DrawnComponent[]; wires: DrawnWire[] }

type Lug = [string, number, number]

/** Lugs around a component's middle as seen from the back: a pot's lug 3 lies left, mirrored from the shaft side. */
function lugsOf(c: Component, terminals: readonly string[], size: number): Lug[] {
  const pick = (all: Lug[]) => all.filter(([t]) => terminals.includes(t))
  switch (c.kind) {
    case 'pot': return pick([
      ['3', -8, size + 5], ['2', 0, size + 5], ['1', 8, size + 5], ['case', 0, -2],
      ['a-in', -size - 9, -9], ['a-common', -size - 9, -1], ['a-out', -size - 9, 7], ['b-in', size + 9, -9], ['b-common', size + 9, -1], ['b-out', size + 9, 7],
    ])
    case 'switch': return pick([['neck', -11, 10], ['common', 0, 13], ['bridge', 11, 10], ['frame', 0, -8]])
    case 'jack': return pick([['tip', -7, -9], ['sleeve', 7, -9]])
    case 'capacitor': case 'resistor': return pick([['a', -10, 0], ['b', 10, 0]])
    case 'metal': return [['bond', 0, 0]]
    case 'pickup': {
      const n = terminals.length
      return terminals.map((t, i): Lug => [t, (i - (n - 1) / 2) * 12, 9])
    }
  }
}

/** Middle of each kind of component when the body says nothing of its place. */
const ROW: Record<Component['kind'], number> = { pickup: 0, switch: 1, pot: 2, capacitor: 3, resistor: 3, metal: 4, jack: 4 }

/**
 * Places components and wires for the drawing from the solderer's side. Controls stand in the order in which their
 * holes lie along the body, mirrored because the cavity is seen from the back; everything else is set around them.
 */
export function solderDrawing(build: Build): SolderDrawing {
  const layout = layOut(build)
  const holeX = (c: Component) => layout?.features.find(f => f.serves === c.slot && (f.role === 'pot-hole' || f.role === 'switch-hole' || f.role === 'pickup-rout' || f.role === 'jack-hole'))?.centre[0]
  const right = build.instrument.handedness === 'right'
  const rows = new Map<number, Component[]>()
  for (const c of build.circuit.components) rows.set(ROW[c.kind], [...(rows.get(ROW[c.kind]) ?? []), c])
  const width = 300
  const gap: Record<number, number> = { 0: 26, 1: 74, 2: 128, 3: 178, 4: 214 }
  const components: DrawnComponent[] = []
  for (const [row, list] of rows) {
    const ordered = [...list].sort((a, b) => ((holeX(b) ?? 0) - (holeX(a) ?? 0)) * (right ? 1 : -1))
    ordered.forEach((c, i) => {
      const part = c.slot ? partIn(build, c.slot) : undefined
      const size = c.kind === 'pot' ? Math.min(17, Math.max(11, (part?.dims.caseWidth?.value ?? 24) / 1.7)) : c.kind === 'switch' ? 12 : 10
      const x = ((i + 1) * width) / (ordered.length + 1), y = gap[row]!
      const terminals = terminalsOf(c, part)
      components.push({ id: c.id, label: c.label, kind: c.kind, x, y, size, lugs: lugsOf(c, terminals, size).map(([t, dx, dy]) => ({ terminal: `${c.id}.${t}`, name: t, x: x + dx, y: y + dy })) })
    })
  }
  const at = new Map(components.flatMap(c => c.lugs.map(l => [l.terminal, l] as const)))
  const used = new Map<string, number>()
  const wires = build.circuit.wires.flatMap((w): DrawnWire[] => {
    const a = at.get(w.from), b = at.get(w.to)
    if (!a || !b) return []
    const bend = (used.get(w.to) ?? 0) * 5
    used.set(w.to, (used.get(w.to) ?? 0) + 1)
    const middle: [number, number] = [(a.x + b.x) / 2 + (Math.abs(a.y - b.y) > 30 ? bend : 0), (a.y + b.y) / 2 + bend]
    return [{ id: w.id, from: w.from, to: w.to, kind: w.kind, ...(w.colour ? { colour: w.colour } : {}), points: [[a.x, a.y], middle, [b.x, b.y]] }]
  })
  return { width, height: 240, components, wires }
}
