import { placeRef, type PlaceRef } from '../document/placeRef.ts'
import { MENDED, type Mended, type Shaped } from '../document/docs.ts'
import type { BodyPlace, ChosenFix } from '../document/build.ts'
import { stepText } from '../document/stepRef.ts'
import { fact } from '../document/fact.ts'
import { splitRef } from '../document/quantityAt.ts'
import { bridgeLine, bridgeOnBody } from '../layout/bridgeLine.ts'
import { featureAt, specAt, withDimension } from '../parts/dimensionAt.ts'
import type { Dimension } from '../units/dimension.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import type { Change, Fix, Joint } from './joint.ts'

/** A chosen fix with its amounts as computed in its turn; `fix` is missing when the joint no longer needs it. */
export interface PlannedFix {
  chosen: ChosenFix
  joint: Joint | undefined
  fix: Fix | undefined
}

export interface FitResult {
  /** Joints with no fix applied. */
  now: Joint[]
  /** Joints as they will be when every chosen fix is done. */
  planned: Joint[]
  fixes: PlannedFix[]
  /** The build as it will be. */
  build: Mended
}

/** The build with one dimension or place set to what a piece of work makes of it. */
export function applyChange<B extends Shaped>(build: B, c: Change, as: Partial<Dimension> & { planned?: true }): B {
  const d = { value: c.value, doubt: c.doubt, basis: 'assumed' as const, ...as }
  const place = placeRef(c.ref)
  if (place) {
    const old = build.placements[place.of] ?? UNPLACED[place.of](build)
    return { ...build, placements: { ...build.placements, [place.of]: { ...old, [place.axis]: d } } }
  }
  const { partId, path } = splitRef(c.ref)
  if (c.plugged)
    return {
      ...build,
      parts: build.parts.map(p =>
        p.id === partId
          ? { ...p, features: p.features.map(f => (f === featureAt(p, path) ? { ...f, plugged: true } : f)) }
          : p,
      ),
    }
  if (c.points) {
    const outline = { points: c.points.map(([x, y]): [number, number] => [x, y]), smooth: false, doubt: c.doubt }
    return {
      ...build,
      parts: build.parts.map(p =>
        p.id === partId
          ? { ...p, features: p.features.map(f => (path === `features.${f.id}.outline` ? { ...f, outline } : f)) }
          : p,
      ),
    }
  }
  return {
    ...build,
    parts: build.parts.map(p => (p.id === partId && specAt(p, path) ? withDimension(p, path, d) : p)),
  }
}

/** Where parts lie that nobody placed: the guard with its notch at the pocket's end, the bridge where it is proposed. */
const UNPLACED: Record<PlaceRef['of'], (build: Shaped) => BodyPlace> = {
  guard: () => ({ x: unsure(0, 0.2), y: unsure(0, 0.2) }),
  // On the holes that are there, along and across, or where it is proposed.
  bridge: build => ({
    x: unsure(bridgeLine(build)?.place.value ?? 0, 0.3),
    y: unsure(bridgeOnBody(build), 0.3),
  }),
}
const unsure = (value: number, doubt: number): Dimension => ({ value, doubt, basis: 'assumed' })

/** Key by which a fix's step is known in plan and step states. */
export const fixStepId = (f: ChosenFix): string => stepText({ kind: 'fix', joint: f.joint, method: f.method })

/**
 * Judges every joint as it stands and as it will be. Chosen fixes are applied in the order they were chosen, each
 * computed from the dimensions the ones before it leave. A fix whose step is done is in the dimensions already.
 */
export const fit = fact(MENDED, (build): FitResult => {
  const now = jointsAsTheyStand(build)
  const done = new Set(build.steps.map(s => s.step))
  let at: Mended = build,
    joints = now
  const fixes = build.fixes.map((chosen): PlannedFix => {
    const joint = joints.find(j => j.id === chosen.joint)
    const fix = joint?.fixes.find(f => f.method === chosen.method)
    if (fix && !done.has(fixStepId(chosen))) {
      for (const c of fix.changes) at = applyChange(at, c, { planned: true })
      joints = jointsAsTheyStand(at)
    }
    return { chosen, joint: now.find(j => j.id === chosen.joint) ?? joint, fix }
  })
  return { now, planned: joints, fixes, build: at }
})

/** The build without the planned fixes that would set a part's place: a place that is typed takes their place. */
export function withoutPlacing<B extends Mended>(build: B, of: PlaceRef['of']): B {
  const setting = fit(build).fixes.filter(f => f.fix?.changes.some(c => placeRef(c.ref)?.of === of))
  return setting.length ? { ...build, fixes: build.fixes.filter(f => setting.every(s => s.chosen !== f)) } : build
}
