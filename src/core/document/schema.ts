import { inMm } from '../say/spoken.ts'
import { validationMetadatasToSchemas } from 'class-validator-jsonschema'
// The storage of @Type decorators: the schema generator needs it to follow nested classes.
// @ts-expect-error class-transformer ships no types for this path
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js'
import { ID } from '../parts/ids.ts'
import { FEATURE_ROLES } from '../parts/featureRoles.ts'
import { PART_KINDS, type PartKindSpec } from '../parts/partKinds.ts'
import type { DimensionSpec } from '../parts/dimensionSpec.ts'
import { STORED_UNIT } from '../parts/dimensionSpec.ts'
import './build.ts'
import { VERSION } from './build.ts'

type Schema = Record<string, unknown>

const REF = '#/definitions/'

/** Dimensions of a kind or role: which are there, which must be, and in what range. */
function dimensions(table: Record<string, DimensionSpec>): Schema {
  return {
    type: 'object',
    additionalProperties: false,
    required: Object.entries(table)
      .filter(([, d]) => !d.optional)
      .map(([k]) => k),
    properties: Object.fromEntries(
      Object.entries(table).map(([k, d]) => [
        k,
        {
          description: `${d.label}${STORED_UNIT[d.quantity] ? `, ${STORED_UNIT[d.quantity]}` : ''}. ${inMm(d.how)}`,
          allOf: [
            { $ref: `${REF}Dimension` },
            {
              properties: {
                value: { type: d.quantity === 'count' ? 'integer' : 'number', minimum: d.min, maximum: d.max },
              },
            },
          ],
        },
      ]),
    ),
  }
}

const when = (key: string, value: string, then: Schema): Schema => ({
  if: { properties: { [key]: { const: value } } },
  then: { properties: then },
})

/**
 * JSON Schema (draft-07) of the build document, produced from the validation classes and the tables of part kinds.
 * What a schema cannot say, such as that a slot's part exists, is checked by `readBuild` alone.
 */
export function buildSchema(): Schema {
  const definitions = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: REF,
    additionalConverters: {
      dimensionsOf: () => ({ type: 'object' }),
      // The pattern beside it says the form; that the day exists is checked when a build is read.
      isIso8601: () => ({}),
      traitsOf: () => ({ type: 'object' }),
      isOutlinePoints: () => ({
        type: 'array',
        minItems: 3,
        maxItems: 2000,
        items: {
          type: 'array',
          minItems: 2,
          maxItems: 2,
          items: { type: 'number', minimum: -2000, maximum: 2000 },
        },
      }),
      isSlotTable: () => ({
        type: 'object',
        maxProperties: 100,
        propertyNames: { pattern: ID.source },
        additionalProperties: { type: 'string', pattern: ID.source },
      }),
      isNumberTable: () => ({
        type: 'object',
        maxProperties: 500,
        additionalProperties: { type: 'number', minimum: -1e6, maximum: 1e6 },
      }),
      isBandTable: () => ({
        type: 'object',
        maxProperties: 100,
        additionalProperties: {
          type: 'object',
          additionalProperties: false,
          required: ['low', 'high'],
          properties: {
            low: { type: 'number', minimum: -1000, maximum: 1000 },
            high: { type: 'number', minimum: -1000, maximum: 1000 },
          },
        },
      }),
    },
  }) as unknown as Record<string, Schema>
  for (const d of Object.values(definitions)) d.additionalProperties = false
  definitions.Part!.allOf = Object.entries(PART_KINDS as Record<string, PartKindSpec>).map(([kind, spec]) =>
    when('kind', kind, {
      dims: dimensions(spec.dims),
      traits: {
        type: 'object',
        additionalProperties: false,
        required: Object.entries(spec.traits)
          .filter(([, t]) => !t.optional)
          .map(([k]) => k),
        properties: Object.fromEntries(
          Object.entries(spec.traits).map(([k, t]) => [k, { description: t.label, enum: [...t.values] }]),
        ),
      },
    }),
  )
  definitions.Feature!.allOf = Object.entries(FEATURE_ROLES).map(([role, spec]) =>
    when('role', role, { dims: dimensions(spec.dims) }),
  )
  const { Build, ...rest } = definitions
  const used = new Set<string>()
  const follow = (s: unknown): void => {
    for (const name of [...JSON.stringify(s).matchAll(/"#\/definitions\/(\w+)"/g)].map(m => m[1]!))
      if (!used.has(name)) {
        used.add(name)
        follow(rest[name])
      }
  }
  follow(Build)
  return {
    $schema: 'http://json-schema.org/draft-07/schema#',
    title: `Snug Bolt build, version ${VERSION}`,
    ...Build,
    definitions: Object.fromEntries(Object.entries(rest).filter(([n]) => used.has(n))),
  }
}
