import { dimensionAt, specAt, withDimension } from '../parts/dimensionAt.ts'
import type { Part } from '../parts/part.ts'
import type { Dimension } from '../units/dimension.ts'
import type { Attachment, Build, OwnStep, Reading } from './build.ts'
import { fedBy, isTaken, type Fed } from './feeds.ts'
import { nextId } from './freshId.ts'
import { dimensionRead, splitRef } from './quantityAt.ts'
import { stepText } from './stepRef.ts'

/** The build with one dimension of a part replaced. */
export function setDimension(build: Build, ref: string, d: Dimension): Build {
  const { partId, path } = splitRef(ref)
  return {
    ...build,
    parts: build.parts.map(p => (p.id === partId && specAt(p, path) ? withDimension(p, path, d) : p)),
  }
}

/**
 * The build with a reading added. A reading of a part's dimension (`part/<id>/<path>`) also becomes that dimension:
 * measured, with its tool and day; the claim it replaces stays in the log of readings. One that tells a dimension though
 * it is named for something else (two frets: the scale length) becomes that where nothing known better speaks against it.
 * @param r.at time of the reading in UTC, passed in
 */
export function takeReading(build: Build, r: Omit<Reading, 'id'>): Build {
  const next = { ...build, readings: [...build.readings, { id: nextId('r', build.readings), ...r }] }
  const ref = dimensionRead(r.of)
  if (!ref) {
    const fed = fedBy(build, r)
    return fed && isTaken(fed) ? takeFed(next, fed, r) : next
  }
  const { partId, path } = splitRef(ref)
  const part = build.parts.find(p => p.id === partId)
  return setDimension(next, ref, measuredDimension(part && dimensionAt(part, path), r))
}

/** The build with the dimension that a reading tells beside its own name. */
export const takeFed = (build: Build, fed: Fed, r: Pick<Reading, 'at' | 'with'>): Build =>
  setDimension(build, fed.ref, measuredDimension(fed.now, { ...r, value: fed.value, doubt: fed.doubt }))

/** A dimension as a reading makes it; what a listing claimed of it before stays beside it. */
export function measuredDimension(
  before: Dimension | undefined,
  r: Pick<Reading, 'value' | 'doubt' | 'at' | 'with'>,
): Dimension {
  const claim =
    before?.basis === 'claimed'
      ? { claimed: before.value, claimedDoubt: before.doubt }
      : before?.claimed === undefined
        ? {}
        : { claimed: before.claimed, claimedDoubt: before.claimedDoubt ?? 0 }
  return {
    value: r.value,
    doubt: r.doubt,
    basis: 'measured',
    on: r.at,
    ...(r.with ? { with: r.with } : {}),
    ...claim,
  }
}

/** The build with one of its parts replaced by an edited copy. */
export const putPart = (build: Build, part: Part): Build => ({
  ...build,
  parts: build.parts.some(p => p.id === part.id)
    ? build.parts.map(p => (p.id === part.id ? part : p))
    : [...build.parts, part],
})

/** The build with holes of the part in a slot plugged, or open again. */
export const plugHoles = (build: Build, features: readonly string[], plugged = true, slot = 'body'): Build => ({
  ...build,
  parts: build.parts.map(p =>
    p.id === build.slots[slot]
      ? {
          ...p,
          features: p.features.map(f => {
            if (!features.includes(f.id)) return f
            const { plugged: was, ...open } = f
            void was
            return plugged ? { ...open, plugged } : open
          }),
        }
      : p,
  ),
})

/** The build without a part, and with the slots empty where it stood. */
export function removePart(build: Build, id: string): Build {
  const parts = build.parts.filter(p => p.id !== id),
    drilled = (of: readonly Part[]) => new Set(of.flatMap(p => p.features.flatMap(f => f.drilled?.step ?? []))),
    gone = drilled(build.parts.filter(p => p.id === id)),
    left = drilled(parts)
  return {
    ...build,
    parts,
    slots: Object.fromEntries(Object.entries(build.slots).filter(([, v]) => v !== id)),
    // What was drilled in it alone is not done on another one.
    steps: build.steps.filter(s => !gone.has(s.step) || left.has(s.step)),
  }
}

/** The build with a fix chosen for a joint; one fix a joint, choosing another replaces it. */
export const chooseFix = (build: Build, joint: string, method: string): Build => ({
  ...build,
  fixes: [...build.fixes.filter(f => f.joint !== joint), { joint, method }],
})

export const dropFix = (build: Build, joint: string): Build => ({
  ...build,
  fixes: build.fixes.filter(f => f.joint !== joint),
})

/** The build with a part put into a slot; the part that was there stays among the build's parts. */
export function choosePart(build: Build, slot: string, part: Part): Build {
  const have = build.parts.some(p => p.id === part.id)
  return {
    ...build,
    parts: have ? build.parts : [...build.parts, part],
    slots: { ...build.slots, [slot]: part.id },
  }
}

/** The build with a slot empty; its part stays among the build's parts. */
export const dropFromSlot = (build: Build, slot: string): Build => ({
  ...build,
  slots: Object.fromEntries(Object.entries(build.slots).filter(([s]) => s !== slot)),
})

/** The build with a step of the builder's own after another one. */
export const addOwnStep = (build: Build, step: Omit<OwnStep, 'id'>): Build => ({
  ...build,
  ownSteps: [...build.ownSteps, { id: nextId('s', build.ownSteps), ...step }],
})

/** The build with an own step changed or moved behind another one. */
export const changeOwnStep = (build: Build, id: string, patch: Partial<Omit<OwnStep, 'id'>>): Build => ({
  ...build,
  ownSteps: build.ownSteps.map(s => (s.id === id ? { ...s, ...patch } : s)),
})

/** The build without an own step, and without what was ticked of it. What stood behind it follows what it followed. */
export function removeOwnStep(build: Build, id: string): Build {
  const gone = build.ownSteps.find(s => s.id === id)
  const behind = (s: OwnStep): OwnStep => {
    if (s.after !== ownStepId(id)) return s
    const { after: _after, ...rest } = s
    void _after
    return gone?.after ? { ...rest, after: gone.after } : rest
  }
  return {
    ...build,
    ownSteps: build.ownSteps.filter(s => s.id !== id).map(behind),
    steps: build.steps.filter(s => s.step !== ownStepId(id)),
  }
}

/** Key by which an own step is known in plan and step states. */
export const ownStepId = (id: string): string => stepText({ kind: 'own', id })

/** The build with a line added to the log. */
export const writeLog = (build: Build, text: string, at: string, cost?: number): Build => ({
  ...build,
  log: [...build.log, { id: nextId('l', build.log), at, text, ...(cost === undefined ? {} : { cost }) }],
})

/** The build with a line of the log corrected; what it said first is kept beside it. */
export const correctLog = (build: Build, id: string, text: string): Build => ({
  ...build,
  log: build.log.map(e => (e.id === id && e.text !== text ? { ...e, text, was: e.was ?? e.text } : e)),
})

/** The build with a line of the log struck out for a reason, or let stand again. */
export const strikeLog = (build: Build, id: string, why: string | undefined): Build => ({
  ...build,
  log: build.log.map(e => {
    if (e.id !== id) return e
    const { struck: _, ...rest } = e
    return why === undefined ? rest : { ...rest, struck: why }
  }),
})

/** The build with a photo or another file that belongs to it. */
export const attach = (build: Build, a: Omit<Attachment, 'id'>): Build => ({
  ...build,
  attachments: [...(build.attachments ?? []), { id: nextId('p', build.attachments ?? []), ...a }],
})

/** The build with an attachment's words changed, or without it; its bytes stay for as long as undo may want them. */
export const changeAttachment = (build: Build, id: string, patch: Partial<Attachment> | undefined): Build => ({
  ...build,
  attachments: (build.attachments ?? []).flatMap(a => (a.id !== id ? [a] : patch ? [{ ...a, ...patch }] : [])),
})
