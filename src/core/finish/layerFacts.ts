import type { FinishLayer } from '../document/finishRecord.ts'
import type { Way } from '../document/finishNames.ts'
import { STORED_UNIT } from '../parts/dimensionSpec.ts'
import { MATERIAL_FIGURES, type Spread } from '../parts/materialFigures.ts'
import { TIN_FIGURES, type FigureName } from '../parts/kinds/finishing.ts'
import { derived, fromSource, type Quantity, type Source } from '../units/quantity.ts'
import { MATERIALS, PEEL, type Material } from './materials.ts'

/** Figures that the table has for every material. */
export type Tabled = Exclude<FigureName, 'contents'>

/** A layer's material with everything that its own tin says instead. */
export interface LayerFacts {
  layer: FinishLayer
  material: Material
  way: Way
  /** A figure with where it comes from. */
  figure: (name: Tabled) => Source
  /** Its value alone. */
  value: (name: Tabled) => number
  /** Peel from peak to valley, µm. */
  peel: Spread
  /** mL in its tin, where one is chosen. */
  contents: number | undefined
}

/** What is known of a layer: its tin's figures where the tin says them, else the table's, taken as assumed. */
export function layerFacts(layer: FinishLayer): LayerFacts {
  const material = MATERIALS[layer.material],
    way = layer.way ?? material.ways[0]!
  const figure = (name: Tabled): Source => {
    const said = layer.figures?.[name],
      [value, doubt] = MATERIAL_FIGURES[layer.material][name],
      { label, quantity } = TIN_FIGURES[name],
      unit = STORED_UNIT[quantity]
    return {
      id: `finish/${layer.id}/${name}`,
      label: `${said?.with ?? material.label}: ${label}${unit ? `, ${unit}` : ''}`,
      value: said?.value ?? value,
      doubt: said?.doubt ?? doubt,
      basis: said?.basis ?? 'assumed',
    }
  }
  return {
    layer,
    material,
    way,
    figure,
    value: name => figure(name).value,
    peel: PEEL[way],
    contents: layer.figures?.contents?.value ?? (way === 'aerosol' ? CAN : undefined),
  }
}

/** What an aerosol can holds, mL [common practice]. */
const CAN = 400

/** Dry film of one coat on a flat, µm: wet film × solids by volume [published: ASTM D1212 and ISO 2808 practice]. */
export const dryCoat = (f: LayerFacts): Quantity =>
  derived(
    ([wet, solids]) => (wet! * solids!) / 100,
    [fromSource(f.figure('wetFilm')), fromSource(f.figure('solidsLanded'))],
  )
