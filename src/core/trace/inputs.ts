import type { Laid, Shaped } from '../document/docs.ts'
import { refOf } from '../document/quantityAt.ts'
import { readingSource, readingRef, type ReadingRef } from '../document/readingRef.ts'
import { bridgeLine } from '../layout/bridgeLine.ts'
import { dimensionAt, dimensionPaths, labelAt, withDimension } from '../parts/dimensionAt.ts'
import type { DimensionSpec } from '../parts/dimensionSpec.ts'
import type { Part } from '../parts/part.ts'
import { FEATURE_ROLES } from '../parts/featureRoles.ts'
import { PART_KINDS } from '../parts/partKinds.ts'
import { assumedDimension, assumedPlace } from '../parts/typicalPart.ts'
import type { Dimension } from '../units/dimension.ts'
import type { PlannedDimension, Source } from '../units/quantity.ts'

/** Something that a result may hang on, and the document with it moved a little. */
export interface Input<B> {
  source: Source
  moved(b: B, by: number): B
  /** Nobody described it: counts only where engines take it at its usual value, which then changes nothing by itself. */
  assumed?: true
}

const sourceOf = (id: string, label: string, d: PlannedDimension): Source => ({
  id,
  label,
  value: d.value,
  doubt: d.doubt,
  basis: d.planned ? 'planned' : d.basis,
})

const withPart = <B extends Shaped>(b: B, id: string, change: (p: Part) => Part): B => ({
  ...b,
  parts: b.parts.map(p => (p.id === id ? change(p) : p)),
})

/** An edge line drawn a little further out everywhere, about its own middle: to first order what its doubt does. */
function grown(points: readonly [number, number][], by: number): [number, number][] {
  const n = points.length
  let twice = 0
  points.forEach(([x, y], i) => {
    const [u, w] = points[(i + 1) % n]!
    twice += x * w - u * y
  })
  const out = Math.sign(twice) || 1
  return points.map(([x, y], i) => {
    const [ax, ay] = points[(i + n - 1) % n]!,
      [bx, by2] = points[(i + 1) % n]!,
      run = Math.hypot(bx - ax, by2 - ay) || 1
    return [x + (out * by * (by2 - ay)) / run, y - (out * by * (bx - ax)) / run]
  })
}

function partInputs(p: Part): Input<Shaped>[] {
  const at = (path: string, d: PlannedDimension, assumed?: true): Input<Shaped> => ({
    source: sourceOf(refOf(p, path), labelAt(p, path), d),
    moved: (b, by) =>
      withPart(b, p.id, x => withDimension(x, path, { ...(dimensionAt(x, path) ?? d), value: d.value + by })),
    ...(assumed ? { assumed } : {}),
  })
  const specs = PART_KINDS[p.kind].dims as Record<string, DimensionSpec>
  return [
    ...dimensionPaths(p).flatMap(path => {
      const d = dimensionAt(p, path)!
      return d.doubt > 0 ? [at(path, d)] : []
    }),
    ...Object.keys(specs)
      .filter(k => !p.dims[k] && specs[k]!.quantity !== 'count')
      .map(k => at(`dims.${k}`, assumedDimension(p.kind, k), true)),
    ...p.features.flatMap(f => {
      const own = FEATURE_ROLES[f.role].dims as Record<string, DimensionSpec>
      return Object.keys(own)
        .filter(k => !f.dims[k])
        .map(k => at(`features.${f.id}.${k}`, assumedPlace(f.role, k), true))
    }),
    ...(p.outline && p.outline.doubt
      ? [
          {
            source: sourceOf(refOf(p, 'outline'), 'edge line', {
              value: 0,
              doubt: p.outline.doubt,
              basis: p.outline.basis ?? 'claimed',
            }),
            moved: (b: Shaped, by: number) =>
              withPart(b, p.id, x => ({ ...x, outline: { ...x.outline!, points: grown(x.outline!.points, by) } })),
          },
        ]
      : []),
  ]
}

const NAMES: { [K in ReadingRef['kind']]?: (r: Extract<ReadingRef, { kind: K }>) => string } = {
  edge: r =>
    r.edge === 'at' ? `${r.station} station from the pocket’s end` : `${r.edge} edge at the ${r.station}`,
  frets: r => `fret ${r.low} to fret ${r.high}`,
}

/** Readings of the instrument as it is put together: neck edges, frets. Those of a part's dimension are in the part. */
function readingInputs(b: Shaped): Input<Shaped>[] {
  const newest = new Map(b.readings.map(r => [r.of, r]))
  return [...newest.values()].flatMap(r => {
    const ref = readingRef(r.of),
      label = ref && (NAMES[ref.kind] as ((r: ReadingRef) => string) | undefined)?.(ref)
    if (!label || r.doubt === 0) return []
    const id = readingSource(r.of)
    return [
      {
        source: { id, label, value: r.value, doubt: r.doubt, basis: 'measured' as const },
        moved: (x: Shaped, by: number) => ({
          ...x,
          readings: x.readings.map(y => (y.of === r.of ? { ...y, value: y.value + by } : y)),
        }),
      },
    ]
  })
}

type Placed = 'bridge' | 'guard'

/** Places that the builder gave, and the bridge's middle, which lies on the line as well as one can mark. */
function placeInputs(b: Shaped): Input<Shaped>[] {
  const one = (of: Placed, axis: 'x' | 'y', label: string): Input<Shaped>[] => {
    const place = b.placements[of],
      d: Dimension | undefined = place?.[axis]
    return place && d && d.doubt > 0
      ? [
          {
            source: sourceOf(`placements/${of}.${axis}`, label, d),
            moved: (x, by) => {
              const own = x.placements[of]!
              return {
                ...x,
                placements: { ...x.placements, [of]: { ...own, [axis]: { ...own[axis], value: d.value + by } } },
              }
            },
          },
        ]
      : []
  }
  const list = (of: 'parts' | 'buttons' | 'tuners' | 'trees', label: (i: number) => string): Input<Shaped>[] =>
    (b.placements[of] ?? []).flatMap((p, i) =>
      (['x', 'y'] as const)
        .filter(axis => p[axis].doubt > 0)
        .map(axis => ({
          source: sourceOf(
            `placements/${of}.${i}.${axis}`,
            `${label(i)}, ${axis === 'x' ? 'along' : 'off the line'}`,
            p[axis],
          ),
          moved: (x: Shaped, by: number) => ({
            ...x,
            placements: {
              ...x.placements,
              [of]: x.placements[of]!.map((q, k) =>
                k === i ? { ...q, [axis]: { ...q[axis], value: p[axis].value + by } } : q,
              ),
            },
          }),
        })),
    )
  return [
    ...one('bridge', 'x', 'bridge’s front edge from the pocket’s end'),
    ...one('bridge', 'y', 'bridge off the centre line'),
    ...(b.placements.bridge ? [] : unplacedBridge(b)),
    ...one('guard', 'x', 'guard along the instrument'),
    ...one('guard', 'y', 'guard off the centre line'),
    ...list('parts', i => `place of ${b.placements.parts![i]!.slot}`),
    ...list('buttons', i => `strap button ${i + 1}`),
    ...list('tuners', i => `place of tuner ${b.placements.tuners![i]!.string}`),
    ...list('trees', i => `string tree ${i + 1}`),
  ]
}

/** How well a middle is marked on a line, mm [from memory]; the bridge line takes the same. */
const ON_THE_LINE = 0.3

/** A bridge without a place lies at the proposed one, on the line as well as that can be marked. */
function unplacedBridge(b: Shaped & Laid): Input<Shaped>[] {
  const line = bridgeLine(b)
  if (!line) return []
  const along = { value: line.place.value, doubt: 0, basis: 'assumed' as const }
  return [
    {
      source: sourceOf('placements/bridge.y', 'bridge off the centre line', {
        value: 0,
        doubt: ON_THE_LINE,
        basis: 'assumed',
      }),
      moved: (x, by) => ({
        ...x,
        placements: { ...x.placements, bridge: { x: along, y: { value: by, doubt: 0, basis: 'assumed' } } },
      }),
    },
  ]
}

/** Everything in doubt that a place, a hole or a cut of this build may hang on. */
export function inputsOf(b: Shaped): Input<Shaped>[] {
  const fitted = new Set(Object.values(b.slots))
  return [...b.parts.filter(p => fitted.has(p.id)).flatMap(partInputs), ...readingInputs(b), ...placeInputs(b)]
}
