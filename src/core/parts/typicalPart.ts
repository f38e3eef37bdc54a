import { assumed } from '../units/doubt.ts'
import type { Dimension } from '../units/dimension.ts'
import type { DimensionSpec } from './dimensionSpec.ts'
import { FEATURE_ROLES, type FeatureRole } from './featureRoles.ts'
import type { Feature, Part } from './part.ts'
import { PART_KINDS, type PartKind, type PartKindSpec } from './partKinds.ts'
import { guardOutline, headOutline, slabOutline } from './typicalShapes.ts'

/** Doubt of an assumed electrical value, share of it [from memory]. */
const ELECTRICAL_DOUBT = 0.2

/** A dimension at our default for its kind: ±2 % for lengths, ±20 % for electrical values, sure for counts. */
export const typicalDimension = (d: DimensionSpec, value = d.typical): Dimension =>
  d.quantity === 'count'
    ? { value, doubt: 0, basis: 'assumed' }
    : d.quantity === 'length' || d.quantity === 'angle'
      ? assumed(value)
      : { value, doubt: Number((Math.abs(value) * ELECTRICAL_DOUBT).toPrecision(3)), basis: 'assumed' }

/** A hole, rout or pocket at its typical size, at a place. Optional dimensions are left out unless given. */
export function typicalFeature(
  role: FeatureRole,
  id: string,
  at: Partial<Record<string, number>>,
  more: Partial<Feature> = {},
): Feature {
  const dims: Record<string, Dimension> = {}
  for (const [k, d] of Object.entries(FEATURE_ROLES[role].dims as Record<string, DimensionSpec>))
    if (!d.optional || at[k] !== undefined) dims[k] = typicalDimension(d, at[k] ?? d.typical)
  return { id, role, face: 'top', dims, ...more }
}

const bodyFeatures = (): Feature[] => [
  typicalFeature('neck-pocket', 'pocket', {}),
  typicalFeature('pickup-rout', 'rout-bridge', { x: 135, length: 40, width: 72 }, { serves: 'pickup-bridge' }),
  typicalFeature('pickup-rout', 'rout-neck', { x: 25, length: 40, width: 72 }, { serves: 'pickup-neck' }),
  typicalFeature(
    'control-cavity',
    'cavity',
    { x: 205, y: 95, length: 120, width: 62, corner: 20, depth: 38 },
    { face: 'back' },
  ),
  typicalFeature('pot-hole', 'hole-volume', { x: 170, y: 88 }, { serves: 'pot-volume', through: true }),
  typicalFeature('pot-hole', 'hole-tone', { x: 210, y: 98 }, { serves: 'pot-tone', through: true }),
  typicalFeature(
    'switch-hole',
    'hole-switch',
    { x: 246, y: 98, diameter: 12.5 },
    { serves: 'switch', through: true },
  ),
  typicalFeature(
    'jack-hole',
    'hole-jack',
    { x: 280, y: 140, diameter: 22 },
    { serves: 'jack', face: 'side', through: true },
  ),
]

/** Tuner holes in two rows of three, thinnest string first, from the nut on the treble side. */
const neckFeatures = (): Feature[] =>
  Array.from({ length: 6 }, (_, i) => {
    const treble = i < 3,
      k = treble ? i : 5 - i
    return typicalFeature(
      'tuner-hole',
      `tuner-${i + 1}`,
      { x: -42 - 38 * k, y: treble ? 27 : -27, diameter: 10 },
      { serves: String(i + 1), through: true },
    )
  })

const FEATURES: Partial<Record<PartKind, () => Feature[]>> = {
  body: bodyFeatures,
  neck: neckFeatures,
  bridge: () =>
    [-30, -10, 10, 30].map((y, i) =>
      typicalFeature('screw-hole', `screw-${i + 1}`, { x: 27, y, diameter: 3.4 }, { through: true }),
    ),
  guard: () =>
    [
      ['bridge', 135],
      ['middle', 80],
      ['neck', 25],
    ].map(([n, x]) =>
      typicalFeature(
        'cut-out',
        `cut-${n}`,
        { x: Number(x), length: 18.5, width: 70.5, corner: 9 },
        { serves: `pickup-${n}`, through: true },
      ),
    ),
}

const OUTLINES: Partial<Record<PartKind, () => Part['outline']>> = {
  body: slabOutline,
  neck: () => headOutline(21, 42, 172),
  guard: guardOutline,
}

/** A sensible part of a kind of which nothing is known yet: every needed dimension assumed, to be overwritten. */
export function typicalPart(kind: PartKind, id: string, name: string = PART_KINDS[kind].label): Part {
  const spec: PartKindSpec = PART_KINDS[kind]
  const outline = OUTLINES[kind]?.()
  return {
    id,
    kind,
    name,
    dims: Object.fromEntries(
      Object.entries(spec.dims)
        .filter(([, d]) => !d.optional)
        .map(([k, d]) => [k, typicalDimension(d)]),
    ),
    traits: Object.fromEntries(
      Object.entries(spec.traits)
        .filter(([, t]) => !t.optional)
        .map(([k, t]) => [k, t.typical]),
    ),
    features: FEATURES[kind]?.() ?? [],
    ...(outline ? { outline } : {}),
    ...(kind === 'strings'
      ? { gauges: [0.254, 0.33, 0.432, 0.66, 0.914, 1.168].map((diameter, i) => ({ diameter, wound: i > 2 })) }
      : {}),
  }
}

/** The typical value of an optional dimension that the part has not yet. */
export const addDimension = (part: Part, key: string): Part => {
  const d = (PART_KINDS[part.kind].dims as Record<string, DimensionSpec>)[key]
  return d && !part.dims[key] ? { ...part, dims: { ...part.dims, [key]: typicalDimension(d) } } : part
}
