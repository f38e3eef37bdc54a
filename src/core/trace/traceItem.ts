import type { Drilled, Named } from '../document/docs.ts'
import { bitsIn, type Bit } from '../drill/bits.ts'
import { allCuts } from '../drill/channelsWanted.ts'
import { cuttingWork, type CutWork } from '../drill/cutting.ts'
import { HOLE_NUMBERS, type Hole, type HoleNumber } from '../drill/hole.ts'
import { holeList } from '../drill/holeList.ts'
import { markList } from '../drill/markList.ts'
import { fit } from '../fit/applyFixes.ts'
import { drillWork } from '../fit/drillWork.ts'
import { layOut, type Layout } from '../layout/layOut.ts'
import { toldAcross } from '../layout/lines.ts'
import type { Quantity } from '../units/quantity.ts'
import { inputsOf } from './inputs.ts'
import { traced } from './traced.ts'

/** One number of a drill sheet with its doubt and what it hangs on. */
export interface TracedNumber {
  label: string
  /** Which number of a hole, or which of the item's numbers in their order; neither for what a cut leaves. */
  is?: HoleNumber
  nth?: number
  quantity: Quantity
}
type Row = Omit<TracedNumber, 'quantity'> & { value: number }

const exactly = (x: number): number => x

function holeNumbers(h: Hole, build: Named, l: Layout): Row[] {
  const of: Record<HoleNumber, number | undefined> = {
    along: h.along,
    across: toldAcross(build, l.nutToHeelEnd, h.at),
    wanted: h.wanted,
    depth: h.depth === 'through' ? undefined : h.depth,
    under: h.leftUnder,
    beside: h.leftBeside?.by,
  }
  return (Object.keys(HOLE_NUMBERS) as HoleNumber[]).flatMap(is =>
    of[is] === undefined ? [] : [{ label: HOLE_NUMBERS[is], is, value: of[is] }],
  )
}

const cutLeaves = (c: CutWork): Row[] =>
  (
    [
      ['floor left', c.left.floor],
      ['wall left', c.left.wall?.by],
      ['to the body’s edge', c.left.edge],
    ] as const
  ).flatMap(([label, value]) => (value === undefined ? [] : [{ label, value }]))

/**
 * Numbers of one thing to mark, cut or drill, without a rule's or a depth stop's rounding; none when it is not there.
 * @param before the build as its parts are: cuts are told against it
 */
function rowsOf(before: Named, build: Named, bits: readonly Bit[], id: string, isHole: boolean): Row[] {
  const layout = layOut(build),
    first = layOut(before)
  if (!layout || !first) return []
  const wanted = allCuts(build, layout, exactly)
  if (isHole) return holeList(build, layout, wanted, bits, id).flatMap(h => holeNumbers(h, build, layout))
  const cuts = cuttingWork({ build: before, layout: first }, { build, layout, cuts: wanted }),
    item = markList({ build, layout, cuts, holes: [], plugs: [], there: [] }, build).find(m => m.id === id)
  return [
    ...(item?.numbers ?? []).flatMap(({ label, mm }, nth) => (mm === undefined ? [] : [{ label, nth, value: mm }])),
    ...cuts.filter(c => c.id === id).flatMap(cutLeaves),
  ]
}

const keyOf = (r: Pick<Row, 'label' | 'nth' | 'is'>): string =>
  r.is ?? (r.nth === undefined ? r.label : String(r.nth))

/**
 * Where the numbers of one item of the drill sheets come from: each with its doubt and every dimension, reading and place
 * that moves it. Empty when nothing of that id is to be done. Takes up to a second: for a worker.
 */
export function traceItem(build: Drilled, id: string): TracedNumber[] {
  const work = drillWork(build)
  if (!work) return []
  const { name, preferences } = build,
    planned = { ...fit(build).build, name, preferences },
    bits = bitsIn(build.preferences.drawer),
    isHole = work.holes.some(h => h.id === id)
  const rows = (b: Named) => rowsOf(build, b, bits, id, isHole)
  const found = traced(
    planned,
    inputsOf(planned),
    b => new Map(rows({ ...b, name, preferences }).map(r => [keyOf(r), r.value])),
  )
  return rows(planned).map(({ value, ...r }) => {
    void value
    return { ...r, quantity: found.get(keyOf(r))! }
  })
}
