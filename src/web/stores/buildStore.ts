import { temporal } from 'zundo'
import { create } from 'zustand'
import type { Build } from '../../core/build/build.ts'
import type { StoredBuild } from './api.ts'

export type SaveState = 'saved' | 'saving' | 'unsaved' | 'offline' | 'refused' | 'conflict'

interface BuildState {
  build: Build | undefined
  /** The document as the workshop last acknowledged it: what differs from it is not saved yet. */
  known: Build | undefined
  revision: number
  save: SaveState
  /** The newer copy somebody else saved, while both are kept. */
  theirs: StoredBuild | undefined
  /** Why the workshop refused the document, in its words. */
  refusal: string | undefined
  open: (stored: StoredBuild, draft?: Build) => void
  edit: (change: (b: Build) => Build) => void
  patch: (s: Partial<Pick<BuildState, 'known' | 'revision' | 'save' | 'theirs' | 'refusal'>>) => void
}

/** How many steps back undo reaches. */
const HISTORY = 200

/** The open build. Undo covers the document alone, not what the server said of it. */
export const useBuild = create<BuildState>()(
  temporal(
    set => ({
      build: undefined,
      known: undefined,
      revision: 0,
      save: 'saved',
      theirs: undefined,
      refusal: undefined,
      open: (stored, draft) =>
        set({
          build: draft ?? stored.build,
          known: stored.build,
          revision: stored.revision,
          save: draft ? 'unsaved' : 'saved',
          theirs: undefined,
        }),
      edit: change => set(s => (s.build ? { build: change(s.build) } : s)),
      patch: s => set(s),
    }),
    { partialize: s => ({ build: s.build }), equality: (a, b) => a.build === b.build, limit: HISTORY },
  ),
)

/** Changes the open build; one undo takes it back. */
export const editBuild = (change: (b: Build) => Build): void => useBuild.getState().edit(change)
export const undo = (): void => useBuild.temporal.getState().undo()
export const redo = (): void => useBuild.temporal.getState().redo()
export const forgetHistory = (): void => useBuild.temporal.getState().clear()

/** The open build inside a station, where there always is one. */
export function useOpenBuild(): Build {
  const b = useBuild(s => s.build)
  if (!b) throw new Error('no build is open')
  return b
}
