import type { Part } from '../parts/part.ts'
import type { PartKind } from '../parts/partKinds.ts'
import { bodyViews, donorViews, guardViews, neckViews, nutViews } from './drawing/wood.ts'
import { bridgeViews, springsViews, studsViews, tailpieceViews } from './drawing/bridges.ts'
import { controlViews, knobViews, pickupViews, ringViews } from './drawing/electrics.ts'
import { ferrulesViews, plainViews, screwsViews, tunersViews } from './drawing/hardware.ts'
import { penOf, type DrawnView, type Pen } from './drawing/pen.ts'

/** How a kind is drawn that has more to show than its length, width and height. */
const VIEWS: Readonly<Partial<Record<PartKind, (pen: Pen) => DrawnView[]>>> = {
  body: bodyViews,
  neck: neckViews,
  bridge: bridgeViews,
  tailpiece: tailpieceViews,
  studs: studsViews,
  nut: nutViews,
  tuners: tunersViews,
  ferrules: ferrulesViews,
  guard: guardViews,
  ring: ringViews,
  springs: springsViews,
  screws: screwsViews,
  pickup: pickupViews,
  pot: controlViews,
  switch: controlViews,
  jack: controlViews,
  knob: knobViews,
  donor: donorViews,
}

/** Drawing of a part from its own dimensions, so that the one that is typed is seen where it belongs. */
export const drawPart = (part: Part): DrawnView[] => (VIEWS[part.kind] ?? plainViews)(penOf(part))
