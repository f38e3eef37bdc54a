import type { SolderDrawing } from '../../core/circuit/solderDrawing.ts'
import { useSize } from '../hooks/useSize.ts'
import { Body, Case, Flag, LugRing, NameOn, WirePath } from './drawingPieces.tsx'

/** Room about both probes, mm, and the least that is shown. */
const ROOM = 26
const LEAST = { width: 230, height: 92 }
/** A probe's needle: length and width, mm. */
const NEEDLE = { length: 17, width: 3.4 }

type XY = readonly [number, number]

/** A probe with its point on a place; the second comes from the other side. */
function Needle({ at, red }: { at: XY; red: boolean }) {
  const [x, y] = at,
    turn = red ? 35 : -35
  return (
    <g transform={`translate(${x} ${y}) rotate(${turn})`} aria-hidden="true">
      <path
        d={`M0 0L${NEEDLE.width / 2} ${-NEEDLE.length * 0.45}V${-NEEDLE.length}H${-NEEDLE.width / 2}V${-NEEDLE.length * 0.45}Z`}
        fill={red ? 'var(--hand)' : 'var(--ink)'}
        stroke="var(--paper)"
        strokeWidth={0.5}
      />
    </g>
  )
}

/** The drawing to solder from with both probes on it; where an answer lies is lit. */
export function ProbeDrawing({
  d,
  at,
  lit,
  label,
}: {
  d: SolderDrawing
  /** Lugs under the probes, black first. */
  at: readonly string[]
  /** Lugs where what is wrong may be. */
  lit: readonly string[]
  label: string
}) {
  const lugs = d.components.flatMap(c => c.lugs.map(l => ({ c, l }))),
    wide = new Set(lugs.filter(x => x.l.wide).map(x => x.l.terminal)),
    on = new Set(lit)
  const spots = at.flatMap(t => {
    const own = lugs.find(x => x.l.terminal === t)
    return own ? [own.l.at as XY] : []
  })
  const all = [...spots, ...lugs.filter(x => on.has(x.l.terminal)).map(x => x.l.at as XY)]
  const box = all.length
    ? {
        x0: Math.min(...all.map(p => p[0])) - ROOM,
        x1: Math.max(...all.map(p => p[0])) + ROOM,
        y0: Math.min(...all.map(p => p[1])) - ROOM,
        y1: Math.max(...all.map(p => p[1])) + ROOM,
      }
    : d.box
  const { ref, width, height } = useSize<HTMLDivElement>(),
    aspect = width > 0 && height > 0 ? width / height : LEAST.width / LEAST.height
  const least = Math.max(LEAST.height, box.y1 - box.y0, Math.max(LEAST.width, box.x1 - box.x0) / aspect),
    h = least,
    w = h * aspect
  // What lies about the probes, and no more empty sheet than there has to be.
  const within = (middle: number, size: number, lo: number, hi: number): number =>
    size >= hi - lo ? (lo + hi - size) / 2 : Math.max(lo, Math.min(hi - size, middle - size / 2))
  const x0 = within((box.x0 + box.x1) / 2, w, d.box.x0, d.box.x1),
    y0 = within((box.y0 + box.y1) / 2, h, d.box.y0, d.box.y1)
  const meets = (x: SolderDrawing['wires'][number]) => on.has(x.from) && on.has(x.to)
  const order = [...d.wires].sort((a, b) => Number(meets(a)) - Number(meets(b)))
  return (
    <div ref={ref} className="size-full">
      <svg viewBox={`${x0} ${y0} ${w} ${h}`} className="drawing size-full" role="img" aria-label={label}>
        <Body d={d} />
        {d.components.map(c => (
          <Case key={c.id} c={c} on={false} />
        ))}
        {order.map(x => (
          <WirePath key={x.id} x={x} on={meets(x)} wide={wide} />
        ))}
        {lugs
          .filter(x => !x.l.wide)
          .map(x => (
            <LugRing key={x.l.terminal} l={x.l} on={on.has(x.l.terminal)} />
          ))}
        {d.names.map(n => (
          <NameOn key={n.id} n={n} />
        ))}
        {d.flags.map(f => (
          <Flag key={f.id} f={f} on={d.wires.some(x => x.id === f.id && meets(x))} />
        ))}
        {spots.map((p, i) => (
          <Needle key={i} at={p} red={i === 1} />
        ))}
      </svg>
    </div>
  )
}
