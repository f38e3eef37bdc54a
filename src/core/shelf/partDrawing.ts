import type { Part } from '../parts/part.ts'
import type { PartKind } from '../parts/partKinds.ts'
import { bodyViews, donorViews, guardViews, neckViews, nutViews } from './drawing/wood.ts'
import { bridgeViews, springsViews, studsViews, tailpieceViews } from './drawing/bridges.ts'
import { controlViews, knobViews, pickupViews, ringViews } from './drawing/electrics.ts'
import { ferrulesViews, plainViews, screwsViews, tunersViews } from './drawing/hardware.ts'
import { penOf, type DrawnView, type Pen } from './drawing/pen.ts'

/** How each kind is drawn. */
const VIEWS: Readonly<Record<PartKind, (pen: Pen) => DrawnView[]>> = {
  body: bodyViews,
  neck: neckViews,
  shim: plainViews,
  bridge: bridgeViews,
  tailpiece: tailpieceViews,
  studs: studsViews,
  nut: nutViews,
  'locking-nut': plainViews,
  tuners: tunersViews,
  trees: plainViews,
  ferrules: ferrulesViews,
  plate: plainViews,
  guard: guardViews,
  ring: ringViews,
  springs: springsViews,
  screws: screwsViews,
  buttons: plainViews,
  strings: plainViews,
  pickup: pickupViews,
  pot: controlViews,
  switch: controlViews,
  capacitor: plainViews,
  resistor: plainViews,
  jack: controlViews,
  knob: knobViews,
  battery: plainViews,
  'finish-tin': plainViews,
  abrasive: plainViews,
  'finish-supply': plainViews,
  donor: donorViews,
}

/** Drawing of a part from its own dimensions, so that the one that is typed is seen where it belongs. */
export const drawPart = (part: Part): DrawnView[] => VIEWS[part.kind](penOf(part))
