import { SHAPED, type Shaped } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { solderDrawing, type SolderDrawing } from '../circuit/solderDrawing.ts'
import type { Bore } from '../geometry/bore.ts'
import type { Point } from '../geometry/outline.ts'
import { strip } from '../layout/layOut.ts'
import { bondOf } from './homes.ts'
import { wireWays } from './wireWays.ts'

const seen = ({ from, to, radius }: Bore): Point[] => strip([from[0], from[1]], [to[0], to[1]], radius * 2)

/** The drawing to solder from, its wires along the body's channels: those that are there and those that are meant. */
export const drawing = fact(SHAPED, (build: Shaped): SolderDrawing => {
  const w = wireWays(build),
    passed = new Set(w?.ways.flatMap(x => x.through.map(t => t.id)))
  return solderDrawing(
    build,
    w && {
      channels: [
        ...w.graph.channels.filter(c => passed.has(c.id)).map(c => seen(c.bore)),
        // A jack's own hole; the strings' is among the channels.
        ...[...w.homes.values()].flatMap(h =>
          h.through && !w.graph.channels.some(c => c.id === h.through!.id) ? [seen(h.through.bore)] : [],
        ),
      ],
      bond: bondOf(build.circuit.components, w.homes),
      together: new Set(w.ways.filter(x => x.together).map(x => x.wire)),
    },
  )
})
