import type { Build } from '../build/build.ts'
import { boundsOf, type Point } from '../geometry/outline.ts'
import { layOut } from '../layout/layOut.ts'
import { fixed } from '../units/length.ts'
import { holeList, type Hole } from './holeList.ts'

/** Paper sizes, mm [published: ISO 216; US Letter 8.5 × 11 in]. */
export const PAPERS = { A4: { width: 210, height: 297 }, Letter: { width: 215.9, height: 279.4 } } as const
export type Paper = keyof typeof PAPERS

/** Marks of a full-size sheet, mm from its lower left corner. */
export type Mark =
  | { kind: 'line'; from: Point; to: Point; weight: 'edge' | 'centre' | 'dimension' }
  | { kind: 'polygon'; points: Point[]; weight: 'edge' | 'hidden' }
  | { kind: 'hole'; at: Point; diameter: number; label: string }
  | { kind: 'text'; at: Point; text: string; size: number }

export interface Sheet { title: string; paper: Paper; width: number; height: number; marks: Mark[]; checkBar: { from: Point; to: Point } }

/** Length of the bar that proves the printer's scale, mm. */
export const CHECK_BAR = 100

/** Bits and depth of the holes, one line for all that are drilled alike: `1, 2, 3: 1.5 mm, 24.0 mm deep`. */
function bitLines(holes: readonly Hole[]): string[] {
  const alike = new Map<string, number[]>()
  holes.forEach((h, i) => {
    const words = `${h.bits.map(b => b.name).join(', then ')}, ${h.depth === 'through' ? `through${h.angleDeg === 90 ? '' : `, slanting at ${h.angleDeg}°`}` : `${fixed(h.depth, 1)} mm deep`}`
    alike.set(words, [...(alike.get(words) ?? []), i + 1])
  })
  return [...alike].map(([words, numbers]) => `${numbers.join(', ')}: ${words}`)
}

/**
 * The full-size drilling template of the bridge on one sheet: the nut lies to the left, the sheet is seen as it lies
 * on the body's top. Undefined until neck, bridge and strings are chosen.
 */
export function bridgeTemplate(build: Build, paper: Paper = 'A4'): Sheet | undefined {
  const l = layOut(build)
  if (!l) return undefined
  const { width: short, height: long } = PAPERS[paper]
  const width = long, height = short
  const holes = holeList(build).filter(h => h.group === 'bridge' || h.group === 'ground')
  const box = boundsOf([...l.bridge.plate, ...holes.map(h => h.at)])
  const up = build.instrument.handedness === 'right' ? 1 : -1
  const middle: Point = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2]
  const to = ([x, y]: Point): Point => [width / 2 + (x - middle[0]), height / 2 + 8 + up * (y - middle[1])]
  const at0 = to([l.scaleLength, -60])[0], centre = to([0, 0])[1]
  const front = to([l.bridge.front, 0])[0]
  const bar = { from: [width / 2 - CHECK_BAR / 2, 24] as Point, to: [width / 2 + CHECK_BAR / 2, 24] as Point }
  const marks: Mark[] = [
    { kind: 'line', from: [12, centre], to: [width - 12, centre], weight: 'centre' },
    { kind: 'text', at: [14, centre + 2], text: '< to the nut, centre line', size: 9 },
    { kind: 'line', from: [at0, to([0, -62])[1]], to: [at0, to([0, 62])[1]], weight: 'centre' },
    { kind: 'text', at: [at0 + 1.5, Math.max(to([0, -62])[1], to([0, 62])[1]) - 3], text: `scale length ${fixed(l.scaleLength, 1)} mm`, size: 8 },
    { kind: 'polygon', points: l.bridge.plate.map(to), weight: 'edge' },
    { kind: 'line', from: [front, to([0, -56])[1]], to: [front, to([0, 56])[1]], weight: 'dimension' },
    { kind: 'text', at: [14, height - 22], text: `${build.name}: bridge, body top, full size`, size: 14 },
    { kind: 'text', at: [14, height - 30], text: `Lay the centre line on the body's; the plate's front line lies ${fixed(l.bridge.front - l.nutToHeelEnd, 1)} mm from the pocket's end wall.`, size: 9 },
    ...bitLines(holes).map((text, i): Mark => ({ kind: 'text', at: [14, height - 36 - 5 * i], text, size: 9 })),
    ...l.strings.map((s): Mark => ({ kind: 'line', from: [front - 30, to([0, s.saddle[1]])[1]], to: to(s.saddle), weight: 'dimension' })),
    ...holes.map((h, i): Mark => ({ kind: 'hole', at: to(h.at), diameter: h.bits.at(-1)!.mm, label: String(i + 1) })),
    { kind: 'line', from: bar.from, to: bar.to, weight: 'edge' },
    ...[bar.from, bar.to].map(([x, y]): Mark => ({ kind: 'line', from: [x, y - 3], to: [x, y + 3], weight: 'edge' })),
    { kind: 'text', at: [width / 2 - 46, 15], text: 'This bar measures 100 mm. If not, print again at 100 %, without fitting to the page.', size: 8 },
  ]
  return { title: `${build.name} bridge template`, paper, width, height, marks, checkBar: bar }
}
