import { type Said } from '../../core/say/said.ts'
import { expose } from 'comlink'
import './held.ts'
import type { Present } from '../../core/calendar/clock.ts'
import type { WorkingHours } from '../../core/calendar/schedule.ts'
import { plan } from '../../core/plan/plan.ts'
import { meanwhile, workshopPlan, type Meanwhile, type WorkshopPlan } from '../../core/plan/workshopPlan.ts'
import { mustMeet, type Demands } from '../../core/fit/mustMeet.ts'
import { planOutlook, type PlanOutlook } from '../../core/plan/outlook.ts'
import { buildSummary, type BuildSummary } from '../../core/plan/summary.ts'
import type { Build } from '../../core/document/build.ts'
import type { SolderDrawing } from '../../core/circuit/solderDrawing.ts'
import { drawing } from '../../core/ways/drawing.ts'
import type { Drilled, Shaped, Wired } from '../../core/document/docs.ts'
import { besideAt, loadWords, type Beside, type Other } from '../../core/circuit/beside.ts'
import { doubtfulValues, type DoubtfulValue } from '../../core/circuit/candidates.ts'
import { partOf, type Settings } from '../../core/circuit/settings.ts'
import type { Wish } from '../../core/circuit/synthesis/ask.ts'
import { findSounds, type Found, type Looking } from '../../core/circuit/synthesis/find.ts'
import type { ContactName } from '../../core/parts/contacts.ts'
import { soundAt, type Sound } from '../../core/circuit/sound.ts'
import { soundWords } from '../../core/circuit/soundWords.ts'
import { spreadAt, type Spread } from '../../core/circuit/spread.ts'
import type { Response } from '../../core/circuit/response.ts'
import { travelOf, type Travel } from '../../core/circuit/travel.ts'
import { faultsOf } from '../../core/meter/faults.ts'
import { FAULT_SORTS } from '../../core/meter/faultSorts.ts'
import { fewestReadings, hideFault, namedRight, type Difficulty } from '../../core/meter/practice.ts'
import { probeText } from '../../core/meter/taken.ts'
import { benchSound } from '../../core/sound/bench.ts'
import { inReach, type Access } from '../../core/meter/places.ts'
import { benchReading } from '../../core/meter/benchMeter.ts'
import { modelOf, tabulate } from '../../core/meter/table.ts'
import { meterWork, type MeterWork, type Prepared } from '../../core/meter/meterWork.ts'
import { cheapestFixes, type FixSet } from '../../core/fit/fixSet.ts'
import { conflictOf, type Conflict } from '../../core/match/conflict.ts'
import { ALONE, explainSets, type Explained } from '../../core/match/explain.ts'
import { problemOf, scoreOf } from '../../core/match/problem.ts'
import { traceItem, type TracedNumber } from '../../core/trace/traceItem.ts'
import { bestSets, type FoundSet } from '../../core/match/search.ts'
import { pluckSound, RATE, type Pluck } from '../../core/sound/instrument.ts'
import { wavFile } from '../../core/sound/wav.ts'
import { withWireMetres } from '../../core/ways/wireMetres.ts'
import { hotRuns, type HotRun } from '../../core/ways/hotRuns.ts'
import type { Wishes } from '../../core/match/wishes.ts'
import type { Part } from '../../core/parts/part.ts'
import type { PartKind } from '../../core/parts/partKinds.ts'

/** A setting as it is heard. */
export type HeardSetting = Sound & { response: Response; words: Said }

/** A set as the page needs it. */
export interface SetRow {
  parts: Record<string, Part>
  cost: number
  minutes: number
  wait: number
  score: number
  explained: Explained
  alone: string | undefined
}
export interface SetsAnswer {
  sets: SetRow[]
  explored: number
  done: boolean
  share: number
  conflict: Conflict | undefined
  parts: number
  slots: number
  readMs: number
  firstMs: number | undefined
  ms: number
}

/** How long work goes on before messages are looked at, ms. */
const SLICE = 40
/** How long each end of the trade-offs is looked for at most, ms. */
const ENDS = 2000
/** How many sets are asked for. */
const SETS = 20

const breathe = () => new Promise<void>(r => setTimeout(r, 0))
let search = 0,
  asking = 0
/** How long a wiring is looked for before the answer is that it is not decided, ms. */
const LONGEST_SEARCH = 120_000
const catalogue = new Map<PartKind, Part[]>()

async function partsOf(kinds: readonly PartKind[]): Promise<Part[]> {
  const missing = kinds.filter(k => !catalogue.has(k))
  if (missing.length) {
    const res = await fetch(`/api/shelf?kind=${missing.join(',')}`)
    if (!res.ok) throw new Error('the shelf could not be read')
    for (const k of missing) catalogue.set(k, [])
    for (const p of (await res.json()) as Part[]) catalogue.get(p.kind)?.push(p)
  }
  return kinds.flatMap(k => catalogue.get(k) ?? [])
}

/** Predictions of the circuit that was last asked about: they hang on it and its parts, and on no reading. */
let metered: { key: string; prepared: Prepared } | undefined,
  metering = 0

async function prepared(build: Build, tell: (share: number) => void): Promise<Prepared | undefined> {
  const own = new Set(build.circuit.components.map(c => partOf(build, c)))
  const { components, wires, shield, load } = build.circuit
  const key = JSON.stringify([
    components,
    wires,
    shield,
    load,
    build.instrument,
    build.parts.filter(p => own.has(p)),
  ])
  if (metered?.key === key) return { ...metered.prepared, model: { ...metered.prepared.model, build } }
  const mine = ++metering,
    model = modelOf(build),
    g = tabulate(model)
  for (let t = performance.now(); ;) {
    const s = g.next()
    if (s.done) {
      metered = { key, prepared: { model, table: s.value } }
      return metered.prepared
    }
    if (performance.now() - t > SLICE) {
      tell(s.value)
      await breathe()
      if (mine !== metering) return undefined
      t = performance.now()
    }
  }
}

const engines = {
  /** What the workshop's page shows of a build. */
  summary: (build: Build, now: Present): BuildSummary => buildSummary(build, now),

  /** Where the numbers of one thing to mark, cut or drill come from. */
  trace: (build: Drilled, id: string): { id: string; numbers: TracedNumber[] } => ({
    id,
    numbers: traceItem(build, id),
  }),

  /** What several settings sound like at the jack, in numbers and words. */
  sounds: (build: Shaped & Wired, settings: Settings[]): HeardSetting[] => {
    const measured = withWireMetres(build)
    return settings.map(s => {
      const sound = soundAt(measured, s)
      return { ...sound, words: soundWords(measured, sound) }
    })
  },

  /** A plucked string at the jack, or why there is none. */
  pluck: (build: Shaped & Wired, s: Settings, p: Pluck): Float32Array<ArrayBuffer> | string => {
    const x = pluckSound(withWireMetres(build), s, p)
    return typeof x === 'string' ? x : new Float32Array(x)
  },
  wav: (build: Shaped & Wired, s: Settings, p: Pluck): Uint8Array<ArrayBuffer> | string => {
    const x = pluckSound(withWireMetres(build), s, p)
    return typeof x === 'string' ? x : new Uint8Array(wavFile(x, RATE))
  },

  /** Long hot runs, plain and shielded. */
  hotRuns: (build: Shaped): HotRun[] => hotRuns(build),

  /** The drawing to solder from. */
  solderDrawing: (build: Shaped): SolderDrawing => drawing(build),

  /** What the parts' doubts leave open of one setting, and what its knobs do along their turn. */
  setting: (
    build: Shaped & Wired,
    s: Settings,
    knobs: string[],
  ): { spread: Spread; travels: Travel[]; load: ReturnType<typeof loadWords> } => {
    const measured = withWireMetres(build)
    return {
      spread: spreadAt(measured, s),
      travels: knobs.map(k => travelOf(measured, s, k)),
      load: loadWords(measured, s),
    }
  },

  /** A setting held against another part or circuit. */
  beside: (build: Shaped & Wired, s: Settings, o: Other): Beside | undefined =>
    besideAt(withWireMetres(build), s, o),

  /** Parts of a kind on the workshop's shelf. */
  shelfOf: (kind: PartKind): Promise<Part[]> => partsOf([kind]),

  /** Parts whose value may be one of several. */
  doubtful: (build: Wired): DoubtfulValue[] => doubtfulValues(build),

  /** The cheapest set of fixes that makes the build snug. */
  fixes: async (build: Build): Promise<FixSet> => {
    const g = cheapestFixes(build)
    for (let t = performance.now(); ;) {
      const s = g.next()
      if (s.done) return s.value
      if (performance.now() - t > SLICE) {
        await breathe()
        t = performance.now()
      }
    }
  },

  /** The best complete sets; tells its progress, and ends early when another search begins or it is stopped. */
  sets: async (
    build: Build,
    wishes: Wishes,
    today: string,
    kinds: PartKind[],
    tell: (a: SetsAnswer) => void,
  ): Promise<void> => {
    const mine = ++search
    const asked = performance.now()
    const parts = await partsOf(kinds)
    const begun = performance.now()
    const p = problemOf(build, parts, wishes, today)
    const rows = (sets: readonly FoundSet[], alone: readonly (string | undefined)[] = []): SetRow[] => {
      const told = explainSets(p, sets)
      return sets.map((s, i) => ({
        parts: Object.fromEntries(p.slots.map((slot, k) => [slot, s.options[k]!.part])),
        cost: s.cost,
        minutes: s.minutes,
        wait: s.wait,
        score: s.score,
        explained: told[i]!,
        alone: alone[i],
      }))
    }
    const g = bestSets(p, SETS)
    let explored = 0,
      told = 0,
      firstMs: number | undefined
    const times = () => ({
      parts: parts.length,
      slots: p.slots.length,
      readMs: begun - asked,
      firstMs,
      ms: performance.now() - begun,
    })
    for (let t = performance.now(); ;) {
      const s = g.next()
      if (s.done) {
        firstMs ??= performance.now() - begun
        const searched = performance.now() - begun
        let conflict: Conflict | undefined
        if (s.value.length === 0) {
          const c = conflictOf(build, parts, wishes, today)
          for (;;) {
            const x = c.next()
            if (x.done) {
              conflict = x.value
              break
            }
            if (performance.now() - t > SLICE) {
              await breathe()
              if (mine !== search) return
              t = performance.now()
            }
          }
        }
        const answer = (sets: readonly FoundSet[], names: readonly (string | undefined)[]): SetsAnswer => ({
          sets: rows(sets, names),
          explored,
          done: true,
          share: 1,
          conflict,
          ...times(),
          ms: searched,
        })
        tell(answer(s.value, []))
        // Where the trade-offs end: the best set if one thing counted most, beside the best for all of them together.
        const ends: FoundSet[] = [],
          names: string[] = []
        for (const { name, of } of s.value.length ? ALONE : []) {
          const alone = bestSets(of(p), 1),
            until = performance.now() + ENDS
          for (;;) {
            const x = alone.next()
            if (x.done) {
              const found = x.value[0]
              if (
                found &&
                ![...s.value, ...ends].some(
                  o => o.cost === found.cost && o.wait === found.wait && Math.abs(o.minutes - found.minutes) < 1e-9,
                )
              ) {
                ends.push({ ...found, ...scoreOf(p, found.options) })
                names.push(name)
              }
              break
            }
            if (performance.now() > until) break
            if (performance.now() - t > SLICE) {
              await breathe()
              if (mine !== search) return
              t = performance.now()
            }
          }
        }
        if (ends.length) tell(answer([...s.value, ...ends], [...s.value.map(() => undefined), ...names]))
        return
      }
      explored = s.value.explored
      if (s.value.best.length && (told === 0 || performance.now() - told > 250)) {
        told = performance.now()
        firstMs ??= told - begun
        tell({
          sets: rows(s.value.best),
          explored,
          done: false,
          share: s.value.share,
          conflict: undefined,
          ...times(),
        })
      }
      if (performance.now() - t > SLICE) {
        await breathe()
        if (mine !== search) return
        t = performance.now()
      }
    }
  },

  /** A wiring for the sounds that are asked for; tells its progress, and ends when it is stopped or asked anew. */
  findSounds: async (
    build: Wired,
    wishes: Wish[],
    contacts: ContactName,
    pull: string | undefined,
    tell: (l: Looking) => void,
  ): Promise<Found | undefined> => {
    const mine = ++asking,
      begun = performance.now()
    const g = findSounds(build, wishes, contacts, pull)
    let tried = 0
    for (let t = performance.now(); ;) {
      const s = g.next()
      if (s.done) return s.value
      tried = s.value.tried
      if (performance.now() - begun > LONGEST_SEARCH) return { kind: 'undecided', tried, circuit: undefined }
      if (performance.now() - t > SLICE) {
        tell(s.value)
        await breathe()
        if (mine !== asking) return undefined
        t = performance.now()
      }
    }
  },
  /** What was read of a circuit, what explains it and what to read next; tells how far the predictions are. */
  meter: async (
    build: Build,
    open: Access,
    wanted: string | undefined,
    tell: (share: number) => void,
  ): Promise<MeterWork | undefined> => {
    const p = await prepared(build, tell)
    return p && meterWork(p, build.readings, a => inReach(open, a), wanted)
  },

  /** What the bench meter gives at a probe, from the instrument that stands in; undefined when it has none or the circuit no such place. */
  benchMeter: async (build: Build, id: string): Promise<number | undefined> => {
    const p = await prepared(build, () => undefined)
    return p && benchReading(p.model, build, id)
  },

  /** What is heard at a probe: on the instrument on the bench, or as it is meant; why there is nothing to hear. */
  listen: async (
    build: Build,
    id: string,
    asMeant: boolean,
  ): Promise<Float32Array<ArrayBuffer> | string | undefined> => {
    const p = await prepared(build, () => undefined),
      { standIn: hidden } = build.circuit,
      probe = p?.model.probes.find(x => probeText(p.model, x) === id),
      fault = p?.model.hypotheses.find(h => h.id === hidden?.fault)
    if (!p || probe?.kind !== 'heard') return undefined
    const x = benchSound(p.model, build, asMeant ? [] : (fault?.faults ?? []), probe, hidden?.seed ?? 1)
    return typeof x === 'string' ? x : new Float32Array(x)
  },

  /** A fault to be found, of a difficulty; undefined where the circuit has none. */
  hide: async (build: Build, wanted: Difficulty, seed: number): Promise<string | undefined> => {
    const p = await prepared(build, () => undefined)
    return p && hideFault(p.model, p.table, wanted, seed)?.id
  },

  /** Every fault that can be named, in words. */
  faults: (build: Build): { id: string; says: string }[] => {
    const seen = new Set<string>()
    return faultsOf(build).flatMap(f => {
      if (seen.has(f.mends)) return []
      seen.add(f.mends)
      return [{ id: f.id, says: f.says }]
    })
  },

  /** Whether what was named is what is hidden; what it was, and how few readings would have done. */
  name: async (
    build: Build,
    named: string,
  ): Promise<{ right: boolean; says: string; mend: string; fewest: number } | undefined> => {
    const p = await prepared(build, () => undefined),
      { standIn: hidden } = build.circuit,
      fault = p?.model.hypotheses.find(h => h.id === hidden?.fault)?.faults[0]
    if (!p || !hidden || !fault) return undefined
    return {
      right: namedRight(p.model, p.table, named, fault.id),
      says: fault.says,
      mend: FAULT_SORTS[fault.sort].mend,
      fewest: fewestReadings(p.model, p.table, fault, hidden.seed),
    }
  },

  /** All builds on one person's evenings, and what of them fits into so many minutes now. */
  evenings: (
    builds: Build[],
    hours: WorkingHours,
    now: Present,
    minutes: number | undefined,
  ): { plan: WorkshopPlan; meanwhile: Meanwhile[] } => ({
    plan: workshopPlan(builds, hours, now),
    meanwhile: meanwhile(
      builds.map(build => ({ build, plan: plan(build, now) })),
      minutes === undefined ? {} : { minutes },
    ),
  }),

  /** When the plan may be over, the chance of its deadline, and what would help. */
  mustMeet: (build: Build, slot: string): Demands => mustMeet(build, slot),
  outlook: (build: Build, now: Present): PlanOutlook | undefined => planOutlook(build, now),

  /** Ends the search for sounds that is running. */
  stopSounds: () => {
    asking++
  },

  /** Ends the search for sets that is running. */
  stop: () => {
    search++
  },
  /** The shelf has changed: it is read anew when it is needed. */
  forget: () => {
    catalogue.clear()
  },
}

export type HeavyEngines = typeof engines
expose(engines)
