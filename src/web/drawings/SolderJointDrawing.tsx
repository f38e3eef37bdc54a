import type { SolderDrawing } from '../../core/circuit/solderDrawing.ts'
import { Body, Case, Flag, LugRing, NameOn, WirePath, type JointMarks } from './drawingPieces.tsx'

/** What is shown about a joint, mm. */
const ABOUT = { width: 120, height: 52 }

/** The drawing about one joint: its wires and the lug lit, all else as it is. */
export function JointDrawing({
  d,
  terminals,
  wires,
  label,
  marks,
}: {
  d: SolderDrawing
  terminals: readonly string[]
  wires: readonly string[]
  label: string
  marks: JointMarks
}) {
  const lugs = d.components.flatMap(c => c.lugs.map(l => ({ c, l }))),
    meant = new Set(terminals),
    lit = new Set(wires)
  const own = lugs.filter(x => meant.has(x.l.terminal))
  const [cx, cy] = own.length
    ? [own.reduce((s, x) => s + x.l.at[0], 0) / own.length, own.reduce((s, x) => s + x.l.at[1], 0) / own.length]
    : [(d.box.x0 + d.box.x1) / 2, (d.box.y0 + d.box.y1) / 2]
  const whole = own.length !== 1
  const wide = new Set(lugs.filter(x => x.l.wide).map(x => x.l.terminal))
  const view = whole
    ? `${d.box.x0} ${d.box.y0} ${d.box.x1 - d.box.x0} ${d.box.y1 - d.box.y0}`
    : `${cx - ABOUT.width / 2} ${cy - ABOUT.height / 2} ${ABOUT.width} ${ABOUT.height}`
  const order = [...d.wires].sort((a, b) => Number(lit.has(a.id)) - Number(lit.has(b.id)))
  return (
    <svg viewBox={view} className="drawing size-full" role="img" aria-label={label}>
      <Body d={d} />
      {d.components.map(c => (
        <Case key={c.id} c={c} on={own.some(x => x.c === c)} />
      ))}
      {order.map(x => (
        <WirePath key={x.id} x={x} on={lit.has(x.id)} wide={wide} />
      ))}
      {lugs
        .filter(x => !x.l.wide)
        .map(x => (
          <LugRing key={x.l.terminal} l={x.l} on={meant.has(x.l.terminal)} state={marks.get(x.l.terminal)} />
        ))}
      {d.names.map(n => (
        <NameOn key={n.id} n={n} />
      ))}
      {d.flags.map(f => (
        <Flag key={f.id} f={f} on={lit.has(f.id)} />
      ))}
    </svg>
  )
}
