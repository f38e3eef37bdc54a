import type { SolderDrawing } from '../../core/circuit/solderDrawing.ts'
import { useSolderDrawing } from '../hooks/useSolderDrawing.ts'
import { Body, Case, Flag, LugRing, NameOn, WirePath } from './drawingPieces.tsx'

/** The drawing to solder from, to look at: nothing of it can be touched. */
export function CircuitDrawing({ of: d }: { of: SolderDrawing }) {
  const wide = new Set(d.components.flatMap(c => c.lugs.filter(l => l.wide).map(l => l.terminal)))
  return (
    <figure className="break-inside-avoid">
      <svg
        role="img"
        aria-label="Circuit from the solderer’s side"
        viewBox={`${d.box.x0} ${d.box.y0} ${d.box.x1 - d.box.x0} ${d.box.y1 - d.box.y0}`}
        className="drawing max-h-[200mm] w-full"
      >
        <Body d={d} />
        {d.components.map(c => (
          <Case key={c.id} c={c} on={false} />
        ))}
        {d.wires.map(x => (
          <WirePath key={x.id} x={x} on={false} wide={wide} />
        ))}
        {d.components.flatMap(c =>
          c.lugs.filter(l => !l.wide).map(l => <LugRing key={l.terminal} l={l} on={false} state={undefined} />),
        )}
        {d.names.map(n => (
          <NameOn key={n.id} n={n} />
        ))}
        {d.flags.map(f => (
          <Flag key={f.id} f={f} on={false} />
        ))}
      </svg>
      <figcaption className="text-note text-muted">
        Seen from behind, as it is soldered; numbers are the wires’ numbers on their labels.
      </figcaption>
    </figure>
  )
}

/** The same of the open build, for paper; nothing before it is laid out. */
export function CircuitOnPaper() {
  const d = useSolderDrawing()
  return d && d.components.length > 0 ? <CircuitDrawing of={d} /> : null
}
