import { yDown } from '../document/mirror.ts'
import type { Laid, Wired } from '../document/docs.ts'
import type { WireKind } from '../document/circuitRecord.ts'
import type { Point } from '../geometry/outline.ts'
import { layOut } from '../layout/layOut.ts'
import { placeLabels, type Label } from './drawing/labels.ts'
import { placeComponents } from './drawing/place.ts'
import type { Box, DrawnComponent } from './drawing/placed.ts'
import { braidId, routeWires } from './drawing/route.ts'

/** A wire on the drawing: its corner points from lug to lug. */
export interface DrawnWire {
  id: string
  from: string
  to: string
  colour?: string
  kind: WireKind
  /** A braid round its core. */
  shielded: boolean
  points: Point[]
  /** Where its braid leaves it, and to which lug it goes. */
  braids: { terminal: string; points: Point[] }[]
}

/** What is soldered, true to scale, seen from the solderer's side; mm on the sheet, Y down. */
export interface SolderDrawing {
  box: Box
  components: DrawnComponent[]
  wires: DrawnWire[]
  names: Label[]
  flags: Label[]
  /** Guard's and cavities' outlines, for where one is. */
  guard: Point[]
  hollows: Point[][]
  crossings: number
  /** Wires and braids that found no way. */
  unrouted: string[]
}

/** Hollows that wires can lie in, as they are drawn. */
const HOLLOW: ReadonlySet<string> = new Set([
  'control-cavity',
  'pickup-rout',
  'spring-cavity',
  'tremolo-rout',
  'battery-box',
  'chamber',
])

/** Where wires run in the body, in the instrument's frame: the channels that they pass as strips, and wires that lie on guard or plate. */
export interface WayInBody {
  channels: readonly (readonly Point[])[]
  together: ReadonlySet<string>
  /** Where the strings' ground begins. */
  bond: Point | undefined
}

/**
 * The drawing to solder from: components where they sit, wires laid round them and along the body's hollows and channels,
 * names and numbers in free places.
 * @param ways without them wires run anywhere
 */
export function solderDrawing(build: Wired & Laid, ways?: WayInBody): SolderDrawing {
  const layout = layOut(build),
    components = placeComponents(build, layout, ways?.bond),
    { wires } = build.circuit
  const side = yDown(build, 'behind'),
    sheet = ([x, y]: Point): Point => [x, side * y]
  const hollows = (layout?.features ?? []).filter(f => HOLLOW.has(f.role)).map(f => f.polygon.map(sheet)),
    channels = ways?.channels.map(p => p.map(sheet)) ?? []
  const { routes, crossings, grid } = routeWires(
    components,
    wires,
    ways && { open: [...hollows, ...channels], channels, over: w => ways.together.has(w.id) },
  )
  const { names, flags } = placeLabels(components, routes, grid)
  return {
    box: grid.box,
    components,
    wires: wires.flatMap((w): DrawnWire[] => {
      const r = routes.get(w.id)
      return r
        ? [
            {
              id: w.id,
              from: w.from,
              to: w.to,
              kind: w.kind,
              shielded: w.braid !== undefined,
              points: r.points,
              braids: (['from', 'to'] as const).flatMap(end => {
                const tail = routes.get(braidId(w.id, end)),
                  terminal = w.braid?.[end]
                return tail && terminal !== undefined ? [{ terminal, points: tail.points }] : []
              }),
              ...(w.colour ? { colour: w.colour } : {}),
            },
          ]
        : []
    }),
    names,
    flags,
    guard: layout?.guard.map(sheet) ?? [],
    hollows: [...hollows, ...channels],
    crossings,
    unrouted: wires.flatMap(w => [
      ...(routes.has(w.id) ? [] : [w.id]),
      ...(['from', 'to'] as const).flatMap(end =>
        w.braid?.[end] !== undefined && !routes.has(braidId(w.id, end)) ? [braidId(w.id, end)] : [],
      ),
    ]),
  }
}
