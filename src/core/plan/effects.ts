import { count, list, mm, type Said, say } from '../say/said.ts'
import type { Build } from '../document/build.ts'
import { costSheet } from '../cost/costSheet.ts'
import { dimensionAt, labelAt } from '../parts/dimensionAt.ts'
import { fedBy } from '../document/feeds.ts'
import { splitRef } from '../document/quantityAt.ts'
import { fixStepId, type FitResult, type PlannedFix } from '../fit/applyFixes.ts'
import type { Work } from '../drill/templates/drawnFrom.ts'
import type { Point } from '../geometry/outline.ts'
import type { State } from '../fit/verdict.ts'
import type { Plan } from './plan.ts'

/** What is compared before and after an act. */
export interface Standing {
  build: Build
  fit: FitResult
  holes: number
  /** Where each hole that is to be drilled lies, and the bridge's front edge on its line, by name. */
  places: ReadonlyMap<string, Point>
  plan: Plan
}

/** The bridge among places. */
const BRIDGE_PLACE = 'bridge'

/** Where everything lies that is still to be struck. */
export const placesOf = (work: Pick<Work, 'layout' | 'holes'> | undefined): Standing['places'] =>
  new Map(
    work && [
      [BRIDGE_PLACE, [work.layout.bridge.front, work.layout.bridge.y] as const],
      ...work.holes.map(h => [h.id, h.at] as const),
    ],
  )

/** What an act did to joints, holes, plan and cost. */
export interface Effects {
  better: number
  worse: number
  found: number
  gone: number
  holes: number
  /** The bridge's way, how many holes go anywhere, and the longest way of one, mm. */
  moves: { bridge: number; holes: number; most: number }
  minutes: number
  cost: number
  endsOn: string | undefined
  /** The dimension that the newest reading told though it was named for something else. */
  told: { label: string; value: number; doubt: number } | undefined
  /** Joints whose verdict is another, with what they are now. */
  judged: { title: string; state: State }[]
  /** Planned work that grows: what was, and what it would be, mm. */
  grown: { joint: string; title: string; from: number; to: number }[]
  /** Planned fixes that nothing asks for any more. */
  needless: string[]
}

/** From worst to best. */
const RANK: Record<State, number> = { "won't go": 0, tight: 1, loose: 1, "can't tell": 2, snug: 3 }

/** How much a planned fix moves or takes off, mm: its largest change of a dimension. */
export function amountOf(build: Build, f: PlannedFix): number | undefined {
  if (!f.fix) return undefined
  const moves = f.fix.changes.map(c => {
    const { partId, path } = splitRef(c.ref)
    const part = build.parts.find(p => p.id === partId)
    const d = part && dimensionAt(part, path)
    return d ? Math.abs(c.value - d.value) : 0
  })
  return moves.length ? Math.max(...moves) : 0
}

/** Work that grows by less than this is not told, mm. */
const GROWS = 0.5

/** Planned fixes that an act makes larger or needless. */
export function plannedWork(before: Pick<Standing, 'build' | 'fit'>, after: Pick<Standing, 'build' | 'fit'>) {
  const grown: Effects['grown'] = [],
    needless: string[] = []
  for (const was of before.fit.fixes) {
    const is = after.fit.fixes.find(
      f => f.chosen.joint === was.chosen.joint && f.chosen.method === was.chosen.method,
    )
    const from = amountOf(before.build, was)
    if (!is || from === undefined) continue
    const title = was.joint?.title ?? was.chosen.joint,
      to = amountOf(after.build, is)
    if (to === undefined) {
      if (!after.build.steps.some(s => s.step === fixStepId(is.chosen))) needless.push(title)
    } else if (to > from + GROWS) grown.push({ joint: was.chosen.joint, title, from, to })
  }
  return { grown, needless }
}

/** A place that goes less far stays where it was marked, mm: no rule shows it. */
const STAYS = 0.05

/** How far places go, of those that are there before and after. */
function movesOf(before: Standing['places'], after: Standing['places']): Effects['moves'] {
  const way = (id: string): number => {
    const a = before.get(id),
      b = after.get(id)
    const by = a && b ? Math.hypot(b[0] - a[0], b[1] - a[1]) : 0
    return by < STAYS ? 0 : by
  }
  const ways = [...after.keys()].filter(id => id !== BRIDGE_PLACE).map(way)
  return { bridge: way(BRIDGE_PLACE), holes: ways.filter(w => w > 0).length, most: Math.max(0, ...ways) }
}

/** What the reading that an act added told of a dimension. */
function toldBy(before: Build, after: Build): Effects['told'] {
  const r = after.readings.at(-1),
    fed = r && !before.readings.includes(r) ? fedBy(after, r) : undefined
  if (!fed?.now || fed.now.value !== fed.value) return undefined
  const { partId, path } = splitRef(fed.ref),
    part = after.parts.find(p => p.id === partId)
  return part && { label: labelAt(part, path), value: fed.value, doubt: fed.doubt }
}

/** What changed between two standings of one build. */
export function effectsOf(before: Standing, after: Standing): Effects {
  const was = new Map(before.fit.planned.map(j => [j.id, j.state])),
    is = new Map(after.fit.planned.map(j => [j.id, j.state]))
  const both = [...is].filter(([id]) => was.has(id)).map(([id, s]) => RANK[s] - RANK[was.get(id)!])
  const cost = (b: Build) => costSheet(b).byKind.part
  return {
    better: both.filter(d => d > 0).length,
    worse: both.filter(d => d < 0).length,
    found: [...is.keys()].filter(id => !was.has(id)).length,
    gone: [...was.keys()].filter(id => !is.has(id)).length,
    holes: after.holes - before.holes,
    told: toldBy(before.build, after.build),
    judged: after.fit.planned
      .filter(j => was.has(j.id) && was.get(j.id) !== j.state)
      .map(({ title, state }) => ({ title, state })),
    moves: movesOf(before.places, after.places),
    minutes: after.plan.minutesLeft - before.plan.minutesLeft,
    cost: cost(after.build) - cost(before.build),
    endsOn: before.plan.endsOn === after.plan.endsOn ? undefined : after.plan.endsOn,
    ...plannedWork(before, after),
  }
}

/** Up to so many joints are told by name. */
const NAMED = 2

/** What goes where: the bridge first, the holes in one word. */
const movesLine = ({ bridge, holes, most }: Effects['moves']): Said[] => [
  ...(bridge ? [say`the bridge goes ${mm(bridge, 1)}`] : []),
  ...(holes ? [say`${count(holes, 'hole goes', 'holes go')} up to ${mm(most, 1)}`] : []),
]

const joints = (n: number): string => `${n} joint${n === 1 ? '' : 's'}`

/**
 * The effects in a line: “2 joints better, 1 worse; 35 min less; finished on 17 Dec”. Empty when nothing moved.
 * @param day how a day is said, from YYYY-MM-DD
 */
export function effectsLine(e: Effects, currency: string, day: (d: string) => string): Said {
  const moved = [
    e.better ? `${joints(e.better)} better` : '',
    e.worse ? `${e.better ? e.worse : joints(e.worse)} worse` : '',
    e.found ? `${e.better || e.worse ? e.found : joints(e.found)} new` : '',
    e.gone ? `${e.better || e.worse || e.found ? e.gone : joints(e.gone)} gone` : '',
  ].filter(Boolean)
  const named = e.judged.length > 0 && e.judged.length <= NAMED && !e.found && !e.gone
  const signed = (n: number, unit: string) => `${Math.abs(n)} ${unit} ${n > 0 ? 'more' : 'less'}`
  return list(
    [
      e.told ? say`${e.told.label} ${mm(e.told.value, 1, e.told.doubt)}` : '',
      ...(named ? e.judged.map(j => `${j.title}: ${j.state}`) : [moved.join(', ')]),
      ...movesLine(e.moves),
      e.holes ? signed(e.holes, Math.abs(e.holes) === 1 ? 'hole' : 'holes') : '',
      e.minutes ? signed(Math.round(e.minutes), 'min') : '',
      Math.abs(e.cost) >= 0.5 ? signed(Math.round(e.cost), currency) : '',
      ...e.grown.map(g => say`${g.title}: the planned work grows from ${mm(g.from, 1)} to ${mm(g.to, 1)}`),
      ...e.needless.map(t => `${t}: the planned fix is not needed`),
      e.endsOn ? `finished on ${day(e.endsOn)}` : '',
    ].filter(Boolean),
    '; ',
  )
}
