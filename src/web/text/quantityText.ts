import type { DimensionSpec, QuantityKind } from '../../core/parts/dimensionSpec.ts'
import { formatAngle } from '../../core/units/angle.ts'
import { formatCapacitance, formatInductance, formatResistance } from '../../core/units/electrical.ts'

const SHOW: Record<Exclude<QuantityKind, 'length'>, (v: number) => string> = {
  angle: v => formatAngle(v),
  resistance: formatResistance,
  inductance: formatInductance,
  capacitance: formatCapacitance,
  mass: v => `${v} g`,
  count: String,
  ratio: String,
  percent: v => `${v} %`,
  film: v => `${v} µm`,
  hours: v => `${v} h`,
  temperature: v => `${v} °C`,
  volume: v => `${v} mL`,
}

/** A value with its doubt: a length unless its dimension is another quantity. */
export const doubtedText = (
  l: { doubted: (mm: number, doubt: number) => string },
  spec: DimensionSpec | undefined,
  v: number,
  doubt: number,
): string =>
  !spec || spec.quantity === 'length'
    ? l.doubted(v, doubt)
    : `${quantityText(spec, v)} ±${quantityText(spec, doubt)}`

/** A value that is no length, as text with its unit. */
export const quantityText = (spec: DimensionSpec, v: number): string =>
  spec.quantity === 'length' ? `${v} mm` : SHOW[spec.quantity](v)
