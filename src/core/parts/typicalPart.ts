import { DEFAULT_DOUBT } from '../units/doubt.ts'
import type { Dimension } from '../units/dimension.ts'
import type { DimensionSpec } from './dimensionSpec.ts'
import { FEATURE_ROLES, type FeatureRole, type FeatureRoleSpec } from './featureRoles.ts'
import type { Feature, OutlineData, Part } from './part.ts'
import { PART_KINDS, type PartKind, type PartKindSpec } from './partKinds.ts'
import { guardOutline, headOutline, slabOutline } from './typicalShapes.ts'

/** Doubt of an assumed electrical value or mass that the table does not name, share of it [from memory]. */
const OTHER_DOUBT = 0.2

const round = (x: number) => Number(x.toPrecision(6))

/** The half-width within which nearly every part lies; the table's, else ±2 % for lengths, ±20 % for electrical values. */
function spreadOf(spec: DimensionSpec, value: number, tabled: number | undefined): number {
  if (spec.quantity === 'count') return 0
  if (tabled !== undefined) return tabled
  if (spec.quantity === 'length' || spec.quantity === 'angle') return round(DEFAULT_DOUBT.assumed(value))
  return Number((Math.abs(value) * OTHER_DOUBT).toPrecision(3))
}

const assume = (spec: DimensionSpec, value: number, tabled: number | undefined): Dimension => ({
  value: round(Math.min(spec.max, Math.max(spec.min, value))),
  doubt: spreadOf(spec, value, tabled),
  basis: 'assumed',
})

/** Half-width of doubt of an assumed edge line, mm [from memory]. */
const OUTLINE_SPREAD = 12

/** A dimension of a kind of part at our default, or at the value given, with the spread that such parts have. */
export function assumedDimension(kind: PartKind, key: string, value?: number): Dimension {
  const { dims, spreads }: PartKindSpec = PART_KINDS[kind],
    spec = dims[key]!
  return assume(spec, value ?? spec.typical, spreads?.[key])
}

/** A dimension of a hole, rout or pocket at our default, or at the value given, with the spread that such places have. */
export function assumedPlace(role: FeatureRole, key: string, value?: number): Dimension {
  const { dims, spreads }: FeatureRoleSpec = FEATURE_ROLES[role],
    spec = dims[key]!
  return assume(spec, value ?? spec.typical, spreads?.[key])
}

/** An edge line of which nothing is known yet. */
export const assumedOutline = (o: OutlineData): OutlineData => ({ ...o, doubt: OUTLINE_SPREAD, basis: 'assumed' })

/** A hole, rout or pocket at its typical size, at a place. Optional dimensions are left out unless given. */
export function typicalFeature(
  role: FeatureRole,
  id: string,
  at: Partial<Record<string, number>>,
  more: Partial<Feature> = {},
): Feature {
  const dims: Record<string, Dimension> = {}
  for (const [k, d] of Object.entries(FEATURE_ROLES[role].dims as Record<string, DimensionSpec>))
    if (!d.optional || at[k] !== undefined) dims[k] = assumedPlace(role, k, at[k])
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

const OUTLINES: Partial<Record<PartKind, () => OutlineData>> = {
  body: slabOutline,
  neck: () => headOutline(21, 42, 172),
  guard: guardOutline,
}

/** A part of a kind with every dimension that it cannot be without, and the optional ones that are named. */
export function assumedPart(
  kind: PartKind,
  id: string,
  name: string,
  values: Readonly<Record<string, number>> = {},
  traits: Readonly<Record<string, string>> = {},
): Part {
  const spec: PartKindSpec = PART_KINDS[kind]
  return {
    id,
    kind,
    name,
    dims: Object.fromEntries(
      Object.entries(spec.dims)
        .filter(([k, d]) => !d.optional || values[k] !== undefined)
        .map(([k]) => [k, assumedDimension(kind, k, values[k])]),
    ),
    traits: {
      ...Object.fromEntries(
        Object.entries(spec.traits)
          .filter(([, t]) => !t.optional)
          .map(([k, t]) => [k, t.typical]),
      ),
      ...traits,
    },
    features: [],
  }
}

/** A sensible part of a kind of which nothing is known yet: every needed dimension assumed, to be overwritten. */
export function typicalPart(kind: PartKind, id: string, name: string = PART_KINDS[kind].label): Part {
  const outline = OUTLINES[kind]?.()
  return {
    ...assumedPart(kind, id, name),
    features: FEATURES[kind]?.() ?? [],
    ...(outline ? { outline: assumedOutline(outline) } : {}),
    ...(kind === 'strings'
      ? {
          gauges: [0.254, 0.33, 0.432, 0.66, 0.914, 1.168].map((diameter, i) => ({ diameter, wound: i > 2 })),
        }
      : {}),
  }
}

/** The typical value of an optional dimension that the part has not yet. */
export const addDimension = (part: Part, key: string): Part =>
  (PART_KINDS[part.kind].dims as Record<string, DimensionSpec>)[key] && !part.dims[key]
    ? { ...part, dims: { ...part.dims, [key]: assumedDimension(part.kind, key) } }
    : part
