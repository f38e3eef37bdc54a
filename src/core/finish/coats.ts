import { ZONES, type Zone } from '../document/finishNames.ts'
import { scratchOf } from '../parts/grits.ts'
import { derived, doubtOf, fromSource, linear, type Quantity } from '../units/quantity.ts'
import { dryCoat, type LayerFacts } from './layerFacts.ts'
import type { Learned } from './learned.ts'
import { edgeShare } from './levelling.ts'
import { EASED } from './zones.ts'

/** What a scuff between coats takes, as a share of its grit's scratches [from memory]: it dulls, it does not level. */
const SCUFF_SHARE = 0.3

/** Share of the flat's film that each zone carries, with the eased edge's radius. */
export function zoneShare(zone: Zone, edgeRadius: Quantity): Quantity {
  const one = { value: 1, terms: new Map() }
  return zone === 'body edges' ? derived(([r]) => edgeShare(Math.max(0, r!)), [edgeRadius], 1e-3) : one
}

/** The radius that edges are eased to, as a quantity. */
export const edgeRadius = (d: { value: number; doubt: number; basis: string } | undefined): Quantity =>
  fromSource({
    id: 'body/dims.edgeRadius',
    label: 'radius that edges are eased to',
    value: d?.value ?? EASED.value,
    doubt: d?.doubt ?? EASED.doubt,
    basis: d?.basis === 'measured' ? 'measured' : d?.basis === 'claimed' ? 'claimed' : 'assumed',
  })

/** What a layer adds to a flat of each of its zones, coat by coat, less what scuffing between coats takes. */
export interface Built {
  /** Dry film of one coat with what readings taught, µm. */
  coat: Quantity
  /** What scuffing before each coat but the first takes, µm. */
  scuffed: number
  /** All its coats, µm. */
  flat: Quantity
}

/** Film of one layer on a flat: coats × dry film of each, less the scuffs. Never less with a coat more. */
export function builtBy(f: LayerFacts, learned: Learned, coats: number): Built {
  const raw = dryCoat(f),
    told = learned.readings > 0
  const coat = told
    ? fromSource({
        id: `finish/${f.layer.id}/film`,
        label: `${f.material.label}: dry film of a coat, with ${learned.readings} reading${learned.readings > 1 ? 's' : ''}`,
        value: raw.value * learned.factor,
        doubt: raw.value * learned.doubt,
        basis: 'measured',
      })
    : raw
  const grit = f.layer.scuff ?? f.material.scuff,
    scuffed = grit && coats > 1 ? Math.min(SCUFF_SHARE * scratchOf(grit), coat.value) : 0
  return { coat, scuffed, flat: linear([[coats, coat]], -(coats - 1) * scuffed) }
}

/** The film on a zone after each of its layers, from below; µm. */
export interface ZoneFilm {
  zone: Zone
  steps: { layer: string; film: Quantity; total: Quantity }[]
  total: Quantity
  /** Of the uppermost layers that look alike: what levelling may go into. */
  uppermost: Quantity
}

/** Film on each zone that has any layer. */
export function filmOfZones(
  layers: readonly { facts: LayerFacts; learned: Learned; coats: number }[],
  radius: Quantity,
): ZoneFilm[] {
  return ZONES.flatMap((zone): ZoneFilm[] => {
    const own = layers.filter(l => l.facts.layer.zones.includes(zone))
    if (!own.length) return []
    const share = zoneShare(zone, radius)
    const steps: ZoneFilm['steps'] = []
    let total: Quantity = { value: 0, terms: new Map() }
    for (const l of own) {
      const flat = builtBy(l.facts, l.learned, l.coats).flat,
        film = derived(([a, s]) => Math.max(0, a!) * s!, [flat, share], 1e-3)
      total = linear([
        [1, total],
        [1, film],
      ])
      steps.push({ layer: l.facts.layer.id, film, total })
    }
    const look = own.at(-1)!.facts.material.look
    let upper: Quantity = { value: 0, terms: new Map() }
    for (let i = own.length - 1; i >= 0 && own[i]!.facts.material.look === look; i--)
      upper = linear([
        [1, upper],
        [1, steps[i]!.film],
      ])
    return [{ zone, steps, total, uppermost: upper }]
  })
}

/** Value and half-width of a film, µm. */
export const spreadOfFilm = (q: Quantity): readonly [number, number] => [Math.max(0, q.value), doubtOf(q)]
