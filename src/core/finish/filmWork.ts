import { num, type Said, say } from '../say/said.ts'
import type { Pad, Zone } from '../document/finishNames.ts'
import type { Levelling } from '../document/finishRecord.ts'
import { factOfKinds } from '../document/fact.ts'
import { same as alike } from '../memo/same.ts'
import { partIn } from '../document/references.ts'
import { boundsOf, type Point } from '../geometry/outline.ts'
import { layOut } from '../layout/layOut.ts'
import { gritLadder, grainOf, scratchOf, type GritName } from '../parts/grits.ts'
import { spreadOfFilm } from './coats.ts'
import { FINISHED, finishWork, type FinishWork } from './finishWork.ts'
import { learnedStroke } from './learned.ts'
import { edgeShare, LEAVE, PRESSURE, strokesFor, takenOnFlat, throughChance, type Places } from './levelling.ts'
import type { Spread } from '../parts/materialFigures.ts'
import { contourAt, edgeRadiusOf, edgeStretches, FACED_KINDS, PLACE, type Stretch } from './zones.ts'

/** Zones that paper goes over flat, in the order they are named. */
const FLATS: readonly Zone[] = ['body top', 'body back', 'body sides', 'neck back', 'headstock face']

/** A place that holds or goes through by itself. */
export interface FilmPlace {
  zone: Zone
  /** On an edge: which, and where. */
  stretch: Stretch | undefined
  /** µm before and after, on the mean. */
  film: number
  left: number
  taken: number
  chance: number
  count: number
}

/** One grit of the levelling: what it takes, and after how many strokes to stop. */
export interface GritStep {
  grit: GritName
  takes: number
  strokes: number
  scratch: number
}

export interface FilmWork {
  /** Film that levelling may go into, on flats, µm. */
  flat: Spread
  peel: Spread
  /** What levelling takes from a flat. */
  taken: number
  left: number
  chance: number
  places: FilmPlace[]
  grits: GritStep[]
  /** Whether the film is thinner than what it would have to give up. */
  thin: boolean
  says: Said
}

const areaPlaces = (m2: number) => Math.max(1, Math.round((m2 * 1e6) / PLACE ** 2))

/** The layer whose peel is levelled: the uppermost. */
const uppermost = (w: FinishWork) => w.layers.at(-1)

/** What is levelled in a finish, and where it may go through, for any way of levelling. */
export interface Ground {
  flat: Spread
  peel: Spread
  zones: { zone: Zone; count: number; share: number }[]
  stretches: Stretch[]
}

/** The film on flats and edges as it is before levelling; undefined where no film is put on the body or neck. */
export const filmGround = factOfKinds(FACED_KINDS, FINISHED, (build): Ground | undefined => {
  const w = finishWork(build),
    top = uppermost(w)
  if (!top) return undefined
  const on = new Set(top.facts.layer.zones),
    flatZone = FLATS.find(z => on.has(z)),
    film = w.films.find(f => f.zone === flatZone)
  if (!film || film.uppermost.value <= 0) return undefined
  const l = layOut(build),
    body = partIn(build, 'body'),
    { value } = edgeRadiusOf(body),
    box = l?.body.length ? boundsOf(l.body) : undefined,
    middle: Point = box ? [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2] : [0, 0],
    runs = on.has('body edges') && l ? edgeStretches(l.body, value) : []
  return {
    flat: spreadOfFilm(film.uppermost),
    peel: top.facts.peel,
    zones: FLATS.filter(z => on.has(z)).map(zone => ({
      zone,
      count: areaPlaces(w.zones.find(x => x.zone === zone)?.area ?? 0),
      share: 1,
    })),
    stretches: (['top', 'back'] as const).flatMap(face =>
      runs.map((r): Stretch => ({
        face,
        ...r,
        radius: Math.max(r.radius, contourAt(body, face, r.middle, middle) ?? 0),
      })),
    ),
  }
})

/** Groups of places as the chance wants them: each stretch of edge, each flat. */
const groupsOf = (g: Ground, pads: { flats: Pad; edges: Pad }): Places[] => [
  // Pressure on a flat is what the taking is told for.
  ...g.zones.map(z => ({ count: z.count, share: z.share, pressure: [1, 0] as Spread })),
  ...g.stretches.map(s => ({ count: 1, share: edgeShare(s.radius), pressure: PRESSURE[pads.edges] })),
]

/** Chance that a way of levelling goes through somewhere, with the film `more` times as thick. */
export const chanceOf = (g: Ground, l: Levelling, more = 1): number =>
  throughChance({ film: [g.flat[0] * more, g.flat[1] * more], peel: g.peel, how: l }, groupsAlike(g, l)).any

/** Stretches of nearly one radius counted together: the search asks for the whole chance alone. */
function groupsAlike(g: Ground, l: Levelling): Places[] {
  const flats = g.zones.reduce((s, z) => s + z.count, 0),
    out = new Map<number, number>()
  for (const s of g.stretches) {
    const share = Math.round(edgeShare(s.radius) * 50) / 50
    out.set(share, (out.get(share) ?? 0) + 1)
  }
  return [
    { count: flats, share: 1, pressure: [1, 0] },
    ...[...out].map(([share, count]) => ({ count, share, pressure: PRESSURE[l.edges] })),
  ]
}

/** Film left after levelling as it is planned: on each flat and each stretch of edge, with the chance to go through. */
export const filmWork = factOfKinds(FACED_KINDS, FINISHED, (build): FilmWork | undefined => {
  const g = filmGround(build),
    l = build.finish.levelling
  if (!g) return undefined
  const none = { any: 0, each: [] as number[] },
    taken = l ? takenOnFlat(g.peel[0], l) : 0,
    chance = l ? throughChance({ film: g.flat, peel: g.peel, how: l }, groupsOf(g, l)) : none
  const place = (
    zone: Zone,
    stretch: Stretch | undefined,
    share: number,
    pressure: number,
    count: number,
    i: number,
  ): FilmPlace => {
    const film = g.flat[0] * share,
      off = taken * pressure
    return { zone, stretch, film, taken: off, left: film - off, chance: chance.each[i] ?? 0, count }
  }
  const edge = l ? PRESSURE[l.edges][0] : 1
  const places = [
    ...g.zones.map((z, i) => place(z.zone, undefined, z.share, 1, z.count, i)),
    ...g.stretches.map((s, i) => place('body edges', s, edgeShare(s.radius), edge, 1, g.zones.length + i)),
  ]
  const left = g.flat[0] - taken,
    thin = l !== undefined && left <= 0
  return {
    flat: g.flat,
    peel: g.peel,
    taken,
    left,
    chance: chance.any,
    places,
    grits: l ? gritSteps(l, g.peel, learnedStroke(build.readings, g.peel).factor) : [],
    thin,
    says: saysOf(g, l, left, chance.any),
  }
})

/** Grit by grit: the first takes the peel, each next the scratches of the one before. */
function gritSteps(l: Levelling, peel: Spread, perGrain: number): GritStep[] {
  const ladder = gritLadder(l.from, l.to)
  return ladder.map((grit, i) => {
    const takes = i === 0 ? (l.share * peel[0]) / 2 : scratchOf(ladder[i - 1]!)
    return { grit, takes, strokes: strokesFor(takes, grainOf(grit), perGrain), scratch: scratchOf(grit) }
  })
}

const percent = (p: number): Said =>
  p < 0.005 ? 'under 1 %' : p > 0.995 ? 'over 99 %' : say`${num(Math.round(100 * p), 0, '%')}`

function saysOf(g: Ground, l: Levelling | undefined, left: number, chance: number): Said {
  if (!l)
    return say`It stays as it lies: ${num(Math.round(g.flat[0]), 0, 'µm')}, its peel ${num(Math.round(g.peel[0]), 0, 'µm')}.`
  if (left <= 0) return 'Do not level: the film is thinner than its peel and the scratches of the first grits.'
  if (chance > 0.05) return say`Somewhere it goes through in ${percent(chance)} of all such levellings.`
  if (left < LEAVE)
    return say`It holds, but leaves ${num(Math.round(left), 0, 'µm')}: under ${num(LEAVE, undefined, 'µm')} a clear wears through soon.`
  return say`It holds, and leaves ${num(Math.round(left), 0, 'µm')}.`
}

/** A way out, with what it costs. */
export interface LevelWay {
  kind: 'as planned' | 'gentler' | 'less of the peel' | 'more coats' | 'leave it'
  levelling: Levelling | undefined
  /** Coats more of the uppermost layer. */
  coats: number
  chance: number
  left: number
  days: number
}

/** Chance that is taken [our choice], and the most coats more that are thought of. */
const TAKEN = 0.02
const MOST_MORE = 8
const FIRST_GRITS: readonly GritName[] = ['P800', 'P1000', 'P1200', 'P1500', 'P2000']

/**
 * Ways of levelling this film that hold and leave enough, the fewest coats more first: as it is planned, gentler at the
 * edges or from a finer grit, less of the peel, with coats more, or not at all.
 */
export const levelWays = factOfKinds(FACED_KINDS, FINISHED, (build): LevelWay[] => {
  const g = filmGround(build),
    w = finishWork(build),
    top = uppermost(w)
  if (!g || !top) return []
  const planned = build.finish.levelling ?? {
    flats: 'foam' as const,
    edges: 'fingers' as const,
    from: 'P1200' as const,
    to: 'P2000' as const,
    share: 1,
    compound: true,
  }
  const perCoat = g.flat[0] / top.coats,
    daysPer = Math.max(1, Math.ceil(top.facts.value('recoatFrom') / 24)),
    perDay = Math.max(1, Math.floor(8 / Math.max(1, top.facts.value('recoatFrom'))))
  const way = (kind: LevelWay['kind'], l: Levelling, coats: number): LevelWay => {
    const more = 1 + (coats * perCoat) / g.flat[0]
    return {
      kind,
      levelling: l,
      coats,
      chance: chanceOf(g, l, more),
      left: g.flat[0] * more - takenOnFlat(g.peel[0], l),
      days: coats === 0 ? 0 : Math.max(daysPer, Math.ceil(coats / perDay)),
    }
  }
  const holds = (x: LevelWay) => x.chance <= TAKEN && x.left >= LEAVE
  const out: LevelWay[] = [way('as planned', planned, 0)]
  const finer = FIRST_GRITS.filter(x => grainOf(x) <= grainOf(planned.from) && grainOf(x) >= grainOf(planned.to))
  const gentle = finer
    .map(from => ({ ...planned, from, edges: 'fingers' as const, flats: 'foam' as const }))
    .map(l => way('gentler', l, 0))
  const less = [0.75, 0.5].flatMap(share => gentle.map(x => way('less of the peel', { ...x.levelling!, share }, 0)))
  out.push(...[gentle.find(holds) ?? best(gentle), less.find(holds) ?? best(less)].filter(x => x !== undefined))
  for (let coats = 1; coats <= MOST_MORE; coats++) {
    const x = way('more coats', { ...planned, edges: 'fingers' }, coats)
    if (holds(x) || coats === MOST_MORE) {
      out.push(x)
      break
    }
  }
  return [
    ...out.filter((x, i) => i === 0 || !same(x, out[0]!)),
    { kind: 'leave it', levelling: undefined, coats: 0, chance: 0, left: g.flat[0], days: 0 },
  ]
})

const best = (ways: readonly LevelWay[]): LevelWay | undefined =>
  ways.reduce<LevelWay | undefined>((a, b) => (!a || b.chance < a.chance ? b : a), undefined)

const same = (a: LevelWay, b: LevelWay): boolean => a.coats === b.coats && alike(a.levelling, b.levelling)

/** Whether a way of levelling may be begun with. */
export const wayHolds = (x: LevelWay): boolean =>
  x.levelling === undefined || (x.chance <= TAKEN && x.left >= LEAVE)
