import { inMm } from '../say/spoken.ts'
import { type Said } from '../say/said.ts'
import type { Build } from '../document/build.ts'
import { layOutWork, type Load } from '../calendar/layOutWork.ts'
import { localTime, type Present } from '../calendar/clock.ts'
import { fromNow } from '../calendar/schedule.ts'
import { minuteOf, stamp, Windows, type WorkingHours } from '../calendar/windows.ts'
import { plan, type Plan } from './plan.ts'
import { isOver, type PlannedStep } from './step.ts'

/** A piece of one evening: which build, which step, from when to when; local times. */
export interface BenchPiece {
  build: string
  step: string
  title: Said
  start: string
  end: string
  /** Whose hands; undefined where there is one person alone. */
  person?: string
}

/** A day at the bench, and what is done on it. */
export interface BenchDay {
  day: string
  pieces: BenchPiece[]
}

/** The same work on several builds, done in one go. */
export interface Together {
  /** What it is, in the words of the first of them. */
  title: Said
  of: { build: string; step: string }[]
  /** Minutes that one setting up, masking or cleaning saves. */
  saves: number
}

export interface WorkshopPlan {
  days: BenchDay[]
  /** Day on which each build is over when one person does them all; undefined where it has no end. */
  ends: ReadonlyMap<string, string>
  /** Waits that one build's wet coat puts on another's dust. */
  heldByAir: { build: string; step: string; title: Said; until: string; by: string }[]
  together: Together[]
}

/** Hours after a coat in which dust would lie in it, at the most [common practice: dust-free in hours, not days]. */
const WET_HOURS = 6
/** Minutes that are the same for one or for five: getting out, masking the place, cleaning up [from memory]. */
const SETTING_UP = 15

/** Whether a step throws dust. */
const isDusty = (s: PlannedStep): boolean =>
  s.ref.kind === 'cut' ||
  s.ref.kind === 'drill' ||
  (s.ref.kind === 'finish' && ['sand', 'scuff', 'level', 'scrape', 'ease'].includes(s.ref.stage)) ||
  (s.ref.kind === 'fix' && s.cautions.includes('cutters'))

/** How long after a step nothing may fall on it, minutes. */
const wetMinutes = (s: PlannedStep): number =>
  s.ref.kind === 'finish' && s.ref.stage === 'coat' ? Math.min(s.waitHours, WET_HOURS) * 60 : 0

/** What of several builds is alike enough to be done in one go: the same act of a finish, the same soldering, the same readings. */
function alike(s: PlannedStep): string | undefined {
  const { ref } = s
  if (ref.kind === 'finish') return `finish ${ref.stage} ${ref.stage === 'coat' ? inMm(s.title) : ''}`
  if (ref.kind === 'solder') return `solder ${ref.what}`
  return undefined
}

/**
 * All builds on the evenings of those who build them: each person's builds one after another on that person's hands, and
 * everyone's beside each other's. The air is looked after among one person's builds.
 * @param hours the workshop's hours, with what is off and busy in any of the builds
 */
export function workshopPlan(builds: readonly Build[], hours: WorkingHours, now: Present): WorkshopPlan {
  const by = new Map<string, Build[]>()
  for (const b of builds) {
    const person = b.calendar.person ?? ''
    by.set(person, [...(by.get(person) ?? []), b])
  }
  const days = new Map<string, BenchPiece[]>(),
    ends = new Map<string, string>(),
    heldByAir: WorkshopPlan['heldByAir'] = []
  for (const [person, own] of by) {
    const w = onOnePair(own, hours, now)
    for (const d of w.days)
      days.set(d.day, [...(days.get(d.day) ?? []), ...d.pieces.map(p => (person ? { ...p, person } : p))])
    for (const [id, end] of w.ends) ends.set(id, end)
    heldByAir.push(...w.heldByAir)
  }
  return {
    days: [...days]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([day, pieces]) => ({
        day,
        pieces: pieces.sort((a, b) => (a.start < b.start ? -1 : a.start > b.start ? 1 : 0)),
      })),
    ends,
    heldByAir,
    together: togetherOf(
      builds
        .map(build => ({ build, plan: plan(build, now) }))
        .sort((a, b) => rank(a.build).localeCompare(rank(b.build))),
    ),
  }
}

/**
 * Builds on one person's evenings: the nearest deadline first, then the one that was begun first; while one waits the
 * others go on. Dust of one waits until the wet coat of another is past it.
 * @param hours the workshop's hours, with what is off and busy in any of the builds
 */
function onOnePair(builds: readonly Build[], hours: WorkingHours, now: Present): Omit<WorkshopPlan, 'together'> {
  const local = localTime(now.at, now.zone),
    w = fromNow({ ...hours, startOn: local.slice(0, 10) }, local),
    plans = builds
      .map(build => ({ build, plan: plan(build, now) }))
      .sort((a, b) => rank(a.build).localeCompare(rank(b.build)))
  const items: { of: (typeof plans)[number]; step: PlannedStep }[] = [],
    loads: Load[] = []
  plans.forEach((p, group) => {
    const open = p.plan.steps.filter(s => !isOver(s)),
      at = new Map(open.map((s, i) => [s.id, items.length + i])),
      waits = readyOf(p.plan)
    for (const s of open) {
      const since = s.needs.flatMap(n => waits.get(n) ?? []),
        notBefore = [...since, ...(s.expects ? [`${s.expects.day}T00:00`] : [])].sort().at(-1)
      items.push({ of: p, step: s })
      loads.push({
        minutes: s.minutes,
        wait: s.waitHours * 60,
        needs: s.needs.flatMap(n => at.get(n) ?? []),
        whole: s.whole,
        earliest: notBefore ? Math.max(0, minuteOf(w.startOn, notBefore)) : 0,
        air: { group, dust: isDusty(s), wet: wetMinutes(s) },
      })
    }
  })
  const laid = layOutWork(loads, new Windows(w), minuteOf(w.startOn, local)) ?? [],
    days = new Map<string, BenchPiece[]>(),
    ends = new Map<string, string>()
  const heldByAir: WorkshopPlan['heldByAir'] = []
  for (const l of laid) {
    const { of, step } = items[l.item]!
    for (const part of l.parts) {
      const start = stamp(w.startOn, part.from),
        day = start.slice(0, 10)
      const piece = { build: of.build.id, step: step.id, title: step.title, start, end: stamp(w.startOn, part.to) }
      const own = days.get(day)
      if (own) own.push(piece)
      else days.set(day, [piece])
    }
    const end = stamp(w.startOn, l.end).slice(0, 10)
    if (end > (ends.get(of.build.id) ?? '')) ends.set(of.build.id, end)
    if (l.cause.kind === 'air')
      heldByAir.push({
        build: of.build.id,
        step: step.id,
        title: step.title,
        until: stamp(w.startOn, l.start),
        by: items[l.cause.by]!.of.build.id,
      })
  }
  return {
    days: [...days].sort(([a], [b]) => (a < b ? -1 : 1)).map(([day, pieces]) => ({ day, pieces })),
    ends,
    heldByAir,
  }
}

/** The nearest deadline first, then what was begun first. */
const rank = (b: Build): string => `${b.calendar.deadline ?? '9999-12-31'} ${b.calendar.startOn} ${b.id}`

/** Until when what is done keeps its followers waiting. */
const readyOf = (p: Plan): Map<string, string> =>
  new Map(p.steps.flatMap(s => (s.status === 'done' && s.readyAt ? [[s.id, s.readyAt] as const] : [])))

/** The same work that several builds could do now: each one's steps that nothing holds up. */
function togetherOf(plans: readonly { build: Build; plan: Plan }[]): Together[] {
  const by = new Map<string, Together>()
  for (const { build, plan: p } of plans)
    for (const s of p.steps) {
      const key = s.status === 'next' || s.status === 'ready' ? alike(s) : undefined
      if (key === undefined) continue
      const own = by.get(key)
      if (own) own.of.push({ build: build.id, step: s.id })
      else by.set(key, { title: s.title, of: [{ build: build.id, step: s.id }], saves: 0 })
    }
  return [...by.values()]
    .filter(t => new Set(t.of.map(o => o.build)).size > 1)
    .map(t => ({ ...t, saves: SETTING_UP * (new Set(t.of.map(o => o.build)).size - 1) }))
}

/** One thing that fits into the time there is: of any build, nothing holding it up. */
export interface Meanwhile {
  build: string
  step: string
  title: Said
  minutes: number
  tools: readonly string[]
}

/** What can be done now in so many minutes, with a tool or anywhere: the shortest wait for others first is not asked, the plan's own order is kept. */
export const meanwhile = (
  plans: readonly { build: Build; plan: Plan }[],
  { minutes, tool }: { minutes?: number; tool?: string },
): Meanwhile[] =>
  plans.flatMap(({ build, plan: p }) =>
    p.steps
      .filter(
        s =>
          (s.status === 'next' || s.status === 'ready') &&
          (minutes === undefined || s.minutes <= minutes) &&
          (tool === undefined || s.tools.includes(tool)),
      )
      .map(s => ({ build: build.id, step: s.id, title: s.title, minutes: s.minutes, tools: s.tools })),
  )
