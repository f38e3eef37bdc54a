import { memo } from '../memo/memo.ts'
import type { Shaped } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import type { Layout } from '../layout/layOut.ts'
import type { Part } from '../parts/part.ts'
import { channelsWanted, toTenth } from './channelsWanted.ts'
import { hollowGraph, roomsOn, type HollowGraph, type Passage } from './hollowGraph.ts'
import { cutHollow, hollowsOf, type Hollow } from './hollows.ts'
import { groundWanted } from './requests/bridgeHoles.ts'

/** The body with its ways: hollows, channels, and the strings' ground. */
export interface BodyGraph extends HollowGraph {
  /** The bore of the strings' ground, drilled or asked for; undefined where there is none. */
  ground: Passage | undefined
}

/** The body's hollows and channels as they are, as the builder means to cut them, and as the wires want them; undefined without a body. */
export function bodyGraph(build: Shaped, l: Layout): BodyGraph | undefined {
  const body = partIn(build, 'body')
  if (!body) return undefined
  const thick = body.dims.thickness?.value ?? 0
  return graphOf({
    body,
    ground: groundWanted(build, l),
    hollows: [
      ...hollowsOf(build, l).filter(h => h.piece === 'body'),
      ...channelsWanted(build, l, toTenth).flatMap(c => cutHollow(c, l, thick) ?? []),
    ],
  })
}

interface Asked {
  body: Part
  ground: ReturnType<typeof groundWanted>
  hollows: readonly Hollow[]
}

const graphOf = memo(
  ({ body, hollows, ground }: Asked): BodyGraph => {
    const g = hollowGraph(body, hollows)
    const wanted: Passage | undefined = ground && {
      id: 'ground',
      label: 'bore of the strings’ ground',
      bore: ground.bore,
      rooms: roomsOn(ground.bore, g.rooms),
      feature: undefined,
      planned: true,
    }
    return {
      ...g,
      channels: [...g.channels, ...(wanted ? [wanted] : [])],
      ground: wanted ?? g.channels.find(c => c.feature?.serves === 'ground'),
    }
  },
  { on: ({ body }) => [body.id, body.features], alike: ({ hollows, ground }) => ({ hollows, ground }) },
)
