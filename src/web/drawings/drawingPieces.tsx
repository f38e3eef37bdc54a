import type { JointNow, JointState } from '../../core/meter/joints.ts'
import type { SolderDrawing } from '../../core/circuit/solderDrawing.ts'
import type { DrawnComponent } from '../../core/circuit/drawing/placed.ts'
import { insulation } from './colours.ts'

/** Radius of a corner that a wire goes round, mm. */
const BEND = 1.6
/** Radius of a lug's ring, mm. */
export const RING = 1.5

type XY = readonly [number, number]

/** A way through corner points, each rounded. */
export function pathOf(points: readonly XY[]): string {
  const out = [`M${points[0]![0]} ${points[0]![1]}`]
  for (let i = 1; i < points.length - 1; i++) {
    const [a, b, c] = [points[i - 1]!, points[i]!, points[i + 1]!]
    const cut = (from: XY, to: XY): XY => {
      const l = Math.hypot(to[0] - from[0], to[1] - from[1]),
        t = Math.min(BEND, l / 2) / (l || 1)
      return [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t]
    }
    const p = cut(b, a),
      q = cut(b, c)
    out.push(`L${p[0]} ${p[1]}Q${b[0]} ${b[1]} ${q[0]} ${q[1]}`)
  }
  const end = points.at(-1)!
  out.push(`L${end[0]} ${end[1]}`)
  return out.join('')
}

export const polygon = (p: readonly XY[]): string => p.map(q => q.join(',')).join(' ')

/** A component's outline. */
export function Case({ c, on }: { c: DrawnComponent; on: boolean }) {
  const look = {
    fill: 'var(--paper)',
    stroke: on ? 'var(--hand)' : 'var(--ink)',
    strokeWidth: on ? 1 : 0.5,
    ...(c.loose && c.kind !== 'capacitor' && c.kind !== 'resistor' ? { strokeDasharray: '1.6 1.2' } : {}),
  }
  return 'radius' in c.outline ? (
    <circle cx={c.at[0]} cy={c.at[1]} r={c.outline.radius} {...look} />
  ) : (
    <polygon points={polygon(c.outline.points)} strokeLinejoin="round" {...look} />
  )
}

/** Short name of a lug inside its ring: a pot's number, a throw's number, a coil end's letter. */
export const short = (name: string): string => {
  const last = name.split('-').at(-1)!
  return /^\d+$/.test(last) ? last : last[0]!
}

/** Writing about its middle, mm on the sheet. */
function Writing({
  at,
  size,
  ink = 'var(--ink)',
  figure = false,
  children,
}: {
  at: XY
  size: number
  ink?: string
  figure?: boolean
  children: string
}) {
  return (
    <text
      x={at[0]}
      y={at[1]}
      textAnchor="middle"
      dominantBaseline="central"
      fontSize={size}
      fontWeight={600}
      className={figure ? 'figure' : undefined}
      fill={ink}
    >
      {children}
    </text>
  )
}

/** What lies behind components and wires: the guard's edge, hollows and channels. */
export function Body({ d }: { d: SolderDrawing }) {
  return (
    <>
      <polygon points={polygon(d.guard)} fill="none" stroke="var(--line)" strokeWidth={0.7} />
      {d.hollows.map((p, i) => (
        <polygon
          key={i}
          points={polygon(p)}
          fill="none"
          stroke="var(--line)"
          strokeWidth={0.5}
          strokeDasharray="2 1.5"
        />
      ))}
    </>
  )
}

interface WireProps {
  x: SolderDrawing['wires'][number]
  on: boolean
  /** Whether a terminal is a case or frame: the wire ends in a dot there. */
  wide: ReadonlySet<string>
  /** It has just come: it is laid from its one end to the other. */
  laid?: boolean
}

/** A wire from lug to lug: its net's colour, its insulation's, and a braid round its core. */
export function WirePath({ x, on, wide, laid = false }: WireProps) {
  const path = pathOf(x.points),
    laying = laid && !x.shielded ? { pathLength: 1, className: 'laid' } : {},
    ends = [
      [x.from, x.points[0]!],
      [x.to, x.points.at(-1)!],
    ] as const
  return (
    <>
      <path
        d={path}
        fill="none"
        stroke={on ? 'var(--hand)' : 'var(--ink)'}
        strokeWidth={(on ? 1.7 : 1.05) + (x.shielded ? 0.7 : 0)}
        {...(x.shielded ? { strokeDasharray: '1 0.35' } : {})}
        {...laying}
        strokeLinejoin="round"
        strokeLinecap="round"
      />
      {x.braids.map((b, k) => (
        <path
          key={`braid-${k}`}
          d={pathOf(b.points)}
          fill="none"
          stroke={on ? 'var(--hand)' : 'var(--ink)'}
          strokeWidth={1.2}
          strokeDasharray="1 0.35"
          strokeLinejoin="round"
        />
      ))}
      {[...ends, ...x.braids.map(b => [b.terminal, b.points.at(-1)!] as const)].map(([t, at], k) =>
        wide.has(t) ? (
          <circle key={k} cx={at[0]} cy={at[1]} r={1.1} fill={on ? 'var(--hand)' : 'var(--ink)'} />
        ) : null,
      )}
      {x.kind !== 'leg' && x.kind !== 'lug' && (
        <path
          d={path}
          fill="none"
          stroke={insulation(x.colour)}
          strokeWidth={0.55}
          strokeLinecap="round"
          {...laying}
        />
      )}
    </>
  )
}

/** What is known of the joints, by lug: of a case with several the worst. */
export type JointMarks = ReadonlyMap<string, JointState>
const RANK: readonly JointState[] = ['found wrong', 'changed', 'planned', 'soldered', 'proven']
export const jointMarks = (joints: readonly JointNow[]): JointMarks => {
  const out = new Map<string, JointState>()
  for (const j of joints) {
    const was = out.get(j.terminal)
    if (was === undefined || RANK.indexOf(j.state) < RANK.indexOf(was)) out.set(j.terminal, j.state)
  }
  return out
}

const SOLDER: Partial<Record<JointState, string>> = {
  soldered: 'var(--muted)',
  proven: 'var(--snug)',
  'found wrong': 'var(--never)',
  changed: 'var(--never)',
}

/** A lug's ring with its short name; filled when it is soldered. */
export function LugRing({
  l,
  on,
  state,
}: {
  l: DrawnComponent['lugs'][number]
  on: boolean
  state?: JointState | undefined
}) {
  const solder = state && SOLDER[state]
  return (
    <>
      <circle
        cx={l.at[0]}
        cy={l.at[1]}
        r={RING}
        fill={on ? 'var(--hand)' : (solder ?? 'var(--ground)')}
        stroke="var(--ink)"
        strokeWidth={0.4}
      />
      <Writing at={l.at} size={2.1} figure ink={on || solder ? 'var(--on-hand)' : 'var(--ink)'}>
        {short(l.name)}
      </Writing>
    </>
  )
}

/** A wire's number in its box, with a line to the wire where it stands aside. */
export function Flag({ f, on }: { f: SolderDrawing['flags'][number]; on: boolean }) {
  return (
    <g pointerEvents="none">
      {f.leader && (
        <line x1={f.at[0]} y1={f.at[1]} x2={f.leader[0]} y2={f.leader[1]} stroke="var(--ink)" strokeWidth={0.25} />
      )}
      <rect
        x={f.box.x0}
        y={f.box.y0}
        width={f.box.x1 - f.box.x0}
        height={f.box.y1 - f.box.y0}
        rx={0.9}
        fill={on ? 'var(--hand)' : 'var(--paper)'}
        stroke="var(--ink)"
        strokeWidth={0.3}
      />
      <Writing at={f.at} size={2.7} figure ink={on ? 'var(--on-hand)' : 'var(--ink)'}>
        {f.text}
      </Writing>
    </g>
  )
}

/** A component's name on the drawing. */
export function NameOn({ n }: { n: SolderDrawing['names'][number] }) {
  return (
    <Writing at={n.at} size={3.6}>
      {n.text}
    </Writing>
  )
}
