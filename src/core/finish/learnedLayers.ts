import { memo } from '../memo/memo.ts'
import type { Build } from '../document/build.ts'
import { LAID } from '../document/docs.ts'
import { factOfKinds } from '../document/fact.ts'
import { readingRef } from '../document/readingRef.ts'
import { partIn } from '../document/references.ts'
import { doubtOf, exact } from '../units/quantity.ts'
import { edgeRadius, filmOfZones } from './coats.ts'
import { layerFacts, type LayerFacts } from './layerFacts.ts'
import { learnedFilm, UNLEARNED, type Learned } from './learned.ts'
import { edgeRadiusOf, FACED_KINDS, zonesOf, type ZoneFacts } from './zones.ts'

/** What of a document settles how thick its layers really are. */
export const FILMED = [...LAID, 'cuts', 'finish'] as const
export type Filmed = Pick<Build, (typeof FILMED)[number]>

/** A layer with what is known of its film. */
export interface LayerState {
  facts: LayerFacts
  learned: Learned
  coats: number
}

const NO_ZONES: readonly ZoneFacts[] = []

const readOf = memo((readings: Filmed['readings']) => readings.filter(r => readingRef(r.of)?.kind === 'film'), {
  weak: true,
})

/**
 * Every layer of the finish, from below, with what readings of panel, gauge and can taught of its film: the same list
 * while layers, readings, faces and edges are. Station and holes both go by it.
 */
export const learnedLayers = factOfKinds(FACED_KINDS, FILMED, (build): LayerState[] => {
  const readings = readOf(build.readings)
  return taught({
    layers: build.finish.layers,
    readings,
    zones: readings.length ? zonesOf(build) : NO_ZONES,
    edge: edgeRadiusOf(partIn(build, 'body')),
  })
})

interface Read {
  layers: Filmed['finish']['layers']
  readings: Filmed['readings']
  zones: readonly ZoneFacts[]
  edge: ReturnType<typeof edgeRadiusOf>
}

const taught = memo(
  ({ layers, readings, zones, edge }: Read) => {
    const radius = edgeRadius(edge),
      out: LayerState[] = []
    for (const l of layers) {
      const facts = layerFacts(l),
        so = readings.length ? filmOfZones(out, radius) : []
      const below = (zone: string) => {
        const q = so.find(z => z.zone === zone)?.total ?? exact(0)
        return { value: q.value, doubt: doubtOf(q) }
      }
      out.push({
        facts,
        learned: readings.length ? learnedFilm(facts, readings, zones, below, radius.value) : UNLEARNED,
        coats: l.coats,
      })
    }
    return out
  },
  { on: a => [a.layers, a.readings], alike: a => [a.zones, a.edge] },
)
