import { create } from 'zustand'
import { choosePart, writeLog } from '../../core/document/edits.ts'
import { slotsOf } from '../../core/document/slots.ts'
import { fit } from '../../core/fit/applyFixes.ts'
import { plannedWork, type Effects } from '../../core/plan/effects.ts'
import type { Build } from '../../core/document/build.ts'
import type { Part } from '../../core/parts/part.ts'
import { editBuild, useBuild } from './buildStore.ts'
import { now } from './clock.ts'

/** A part that was picked, and the planned work that it would make larger: to be answered before it is chosen. */
interface Asked {
  title: string
  grown: Effects['grown']
  needless: string[]
  /** Chooses it, with the planned work as it grows or without it. */
  go: (keep: boolean) => void
}

export const useAsked = create<{ asked: Asked | undefined; settle: () => void }>()(set => ({
  asked: undefined,
  settle: () => set({ asked: undefined }),
}))

/** The build with parts in slots, and a line in the log for each that takes another one's place. */
function swapped(b: Build, parts: readonly { slot: string; part: Part }[], at: string): Build {
  const labels = new Map(slotsOf(b.instrument).map(s => [s.id, s.label]))
  return parts.reduce((x, { slot, part }) => {
    const before = x.parts.find(p => p.id === x.slots[slot])
    const next = choosePart(x, slot, part)
    return before && before.id !== part.id
      ? writeLog(next, `${labels.get(slot) ?? slot}: ${part.name} instead of ${before.name}.`, at)
      : next
  }, b)
}

/**
 * Chooses parts for slots of the open build. What it does to fixes already planned is asked about first: no planned cut
 * grows without a word.
 */
export function choosePartsAsked(
  parts: readonly { slot: string; part: Part }[],
  title: string,
  first: (b: Build) => Build = b => b,
): void {
  const build = useBuild.getState().build
  if (!build) return
  const act = (drop: readonly string[]) =>
    editBuild(b => {
      const next = swapped(first(b), parts, now())
      return drop.length ? { ...next, fixes: next.fixes.filter(f => !drop.includes(f.joint)) } : next
    }, title)
  const after = swapped(first(build), parts, now())
  const { grown, needless } = build.fixes.length
    ? plannedWork({ build, fit: fit(build) }, { build: after, fit: fit(after) })
    : { grown: [], needless: [] }
  if (grown.length === 0) return act([])
  useAsked.setState({
    asked: {
      title,
      grown,
      needless,
      go: keep => {
        useAsked.getState().settle()
        act(keep ? [] : grown.map(g => g.joint))
      },
    },
  })
}

/** The same for one part. */
export function chooseAsked(slot: string, part: Part): void {
  const build = useBuild.getState().build
  const label = build && slotsOf(build.instrument).find(s => s.id === slot)?.label
  choosePartsAsked([{ slot, part }], `${label ?? slot}: ${part.name}`)
}
