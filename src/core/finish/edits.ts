import { freeId } from '../document/freshId.ts'
import { spoken } from '../say/spoken.ts'
import { type Said } from '../say/said.ts'
import type { Build } from '../document/build.ts'
import { addOwnStep, ownStepId } from '../document/edits.ts'
import type { SchoolName, Zone } from '../document/finishNames.ts'
import type { FinishLayer, ZoneSurface } from '../document/finishRecord.ts'
import type { Part } from '../parts/part.ts'
import type { FigureName } from '../parts/kinds/finishing.ts'
import type { MaterialName } from '../parts/materialNames.ts'
import type { Dimension } from '../units/dimension.ts'
import { partIn } from '../document/references.ts'
import { takesFinish } from './film.ts'
import { finishWork } from './finishWork.ts'
import { layersOf, SCHOOLS } from './schools.ts'
import { SLOT_OF } from './zones.ts'

const withFinish = (b: Build, patch: Partial<Build['finish']>): Build => ({
  ...b,
  finish: { ...b.finish, ...patch },
})

const free = (b: Build, stem: string): string =>
  freeId(
    stem,
    b.finish.layers.map(l => l.id),
  )

/**
 * Starts over from a school's layers; what was found of the wood stays. What came finished is left out, unless the school is for
 * nothing else.
 */
export function startFrom(b: Build, school: SchoolName): Build {
  const { levelling: _, ...rest } = b.finish,
    { levelling } = SCHOOLS[school],
    bare = (z: Zone) => {
      const part = partIn(b, SLOT_OF[z])
      return !part || takesFinish(part) || (b.finish.surfaces?.some(s => s.zone === z) ?? false)
    },
    whole = layersOf(school),
    kept = whole.map(l => ({ ...l, zones: l.zones.filter(bare) })).filter(l => l.zones.length)
  return {
    ...b,
    finish: {
      ...rest,
      school,
      layers: kept.length ? kept : whole,
      ...(levelling ? { levelling: { ...levelling } } : {}),
    },
  }
}

/** The layer changed; keys given as undefined are taken off. */
export function changeLayer(
  b: Build,
  id: string,
  patch: { [K in keyof FinishLayer]?: FinishLayer[K] | undefined },
): Build {
  return withFinish(b, {
    layers: b.finish.layers.map(l =>
      l.id === id
        ? (Object.fromEntries(
            Object.entries({ ...l, ...patch }).filter(([, v]) => v !== undefined),
          ) as unknown as FinishLayer)
        : l,
    ),
  })
}

/** A layer more, before another or last. */
export function addLayer(b: Build, material: MaterialName, zones: readonly Zone[], before?: string): Build {
  const layer: FinishLayer = {
    id: free(b, material.replaceAll(' ', '-')),
    material,
    zones: [...zones],
    coats: 1,
  }
  const i = b.finish.layers.findIndex(l => l.id === before)
  return withFinish(b, {
    layers: i < 0 ? [...b.finish.layers, layer] : b.finish.layers.toSpliced(i, 0, layer),
  })
}

/** Grain filler as the first layer, in as many thin coats as it wants for shrinking [common practice]. */
export function fillPores(b: Build, zones: readonly Zone[]): Build {
  const first = b.finish.layers[0]?.id,
    next = addLayer(b, 'grain filler', zones, first),
    added = next.finish.layers.find(l => !b.finish.layers.includes(l))!
  return changeLayer(next, added.id, { coats: 2 })
}

export const dropLayer = (b: Build, id: string): Build =>
  withFinish(b, { layers: b.finish.layers.filter(l => l.id !== id) })

/** The layer one place up or down. */
export function moveLayer(b: Build, id: string, by: -1 | 1): Build {
  const i = b.finish.layers.findIndex(l => l.id === id),
    other = b.finish.layers[i + by]
  if (i < 0 || !other) return b
  return withFinish(b, { layers: b.finish.layers.with(i + by, b.finish.layers[i]!).with(i, other) })
}

/** What a zone was found to be. */
export function setSurface(b: Build, s: ZoneSurface): Build {
  const others = (b.finish.surfaces ?? []).filter(x => x.zone !== s.zone)
  return withFinish(b, { surfaces: [...others, s] })
}

/** A figure of a layer's tin; undefined goes back to the table. */
export function setFigure(b: Build, id: string, name: FigureName, d: Dimension | undefined): Build {
  const layer = b.finish.layers.find(l => l.id === id),
    { [name]: _, ...rest } = layer?.figures ?? {},
    figures = d ? { ...rest, [name]: d } : rest
  return changeLayer(b, id, { figures: Object.keys(figures).length ? figures : undefined })
}

/** Everything that a tin from the shelf says, taken over for a layer with the tin's name. */
export const takeTin = (b: Build, id: string, tin: Part): Build =>
  changeLayer(b, id, {
    figures: Object.fromEntries(
      Object.entries(tin.dims).map(([k, d]) => [k, { ...d, with: d.with ?? tin.name.slice(0, 80) }]),
    ),
  })

/** When a step was really done, in place of when it was ticked. */
export const doneAt = (b: Build, step: string, at: string): Build => ({
  ...b,
  steps: b.steps.map(s => (s.step === step ? { ...s, at } : s)),
})

/** Minutes that a step of a repair takes [from memory]. */
const REPAIR_MINUTES = 20

/**
 * A repair as steps of the builder's own, one after another: behind what was last done of the finish, before what comes
 * next of it, with the days that it costs as a wait, so that the dates of all that follows move.
 */
export function withRepair(b: Build, trouble: string, { steps, days, rests }: Mending): Build {
  const acts = finishWork(b).acts.map(a => a.id),
    over = new Set(b.steps.map(s => s.step)),
    done = acts.findLastIndex(a => over.has(a)),
    next = acts.slice(done + 1).find(a => !over.has(a))
  return steps.reduce((x, step, i) => {
    const last = i ? x.ownSteps.at(-1) : undefined,
      after = last ? ownStepId(last.id) : acts[done]
    return addOwnStep(x, {
      title: `Mend ${trouble}, ${i + 1} of ${steps.length}: ${spoken(step, b.preferences)}`.slice(0, 160),
      minutes: REPAIR_MINUTES,
      ...(after ? { after } : {}),
      ...(i === rests && days ? { waitHours: 24 * days } : {}),
      ...(i === steps.length - 1 && next && done >= 0 ? { before: next } : {}),
    })
  }, b)
}

/** What a repair is in the plan: its steps, the days it costs, and after which of them they pass. */
export interface Mending {
  steps: readonly Said[]
  days: number
  rests: number
}
