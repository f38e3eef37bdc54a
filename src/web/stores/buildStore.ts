import { createContext, useContext } from 'react'
import { create } from 'zustand'
import type { Build } from '../../core/document/build.ts'
import { describeEdit } from '../../core/document/describeEdit.ts'
import { doneAgain, NO_HISTORY, recorded, takenBack, type History } from '../../core/document/history.ts'
import type { StoredBuild } from './api.ts'
import { now } from './clock.ts'

export type SaveState = 'saved' | 'saving' | 'unsaved' | 'offline' | 'refused' | 'conflict'

/** The last thing that happened to the build: an act, one taken back, one done again. */
export interface LastAct {
  what: 'done' | 'taken back' | 'done again'
  title: string
  at: string
  before: Build
  after: Build
}

/** What was typed but not acknowledged. */
export interface Kept {
  build: Build
  history?: History | undefined
  revision: number
  /** Somebody saved since: both are kept, and asked about. */
  older: boolean
}

interface BuildState {
  build: Build | undefined
  /** What can be taken back and done again; saved beside the build. */
  history: History
  /** What the line at the foot tells of; undefined until something is done. */
  last: LastAct | undefined
  /** The document as the workshop last acknowledged it: what differs from it is not saved yet. */
  known: Build | undefined
  /** The history as the workshop last acknowledged it. */
  knownHistory: History
  revision: number
  /** How often what was done elsewhere came into the open build. */
  elsewhere: number
  save: SaveState
  /** The newer copy somebody else saved, while both are kept. */
  theirs: StoredBuild | undefined
  /** Whether this browser kept what is not saved yet: false where its storage is full, or there is none. */
  kept: boolean
  /** Why the workshop refused the document, in its words. */
  refusal: string | undefined
  /** Opens what the workshop holds; or what this browser kept, which stands on its revision or on an older one. */
  open: (stored: StoredBuild, draft?: Kept) => void
  edit: (change: (b: Build) => Build, title?: string) => void
  /** Changes the build without an act: what the workshop changed is not the builder's to take back here. */
  follow: (change: (b: Build) => Build) => void
  undo: () => void
  redo: () => void
  patch: (
    s: Partial<
      Pick<
        BuildState,
        'known' | 'knownHistory' | 'revision' | 'save' | 'theirs' | 'refusal' | 'history' | 'last' | 'kept'
      >
    >,
  ) => void
}

/** Typing and dragging that goes on within this time is one act, ms. */
const ONE_ACT = 1500

/** Back at what the workshop holds it is that very document: nothing has to be written. */
const orKnown = (b: Build, known: Build | undefined): Build =>
  known && JSON.stringify(b) === JSON.stringify(known) ? known : b

/** Whether the workshop holds everything that was done: the document, and the list of acts with what they did. */
export const allKnown = (s: Pick<BuildState, 'build' | 'known' | 'history' | 'knownHistory'>): boolean =>
  s.build === s.known && s.history === s.knownHistory

/** The open build. What is done is kept act by act; what the server said of the document is not part of that. */
export const useBuild = create<BuildState>()(set => ({
  build: undefined,
  history: NO_HISTORY,
  last: undefined,
  known: undefined,
  knownHistory: NO_HISTORY,
  revision: 0,
  elsewhere: 0,
  save: 'saved',
  theirs: undefined,
  kept: true,
  refusal: undefined,
  open: (stored, draft) =>
    set(s => ({
      // The build that is open already: somebody else has changed it.
      elsewhere: s.build?.id === stored.build.id ? s.elsewhere + 1 : s.elsewhere,
      build: draft?.build ?? stored.build,
      history: (draft ? draft.history : stored.history) ?? NO_HISTORY,
      last: undefined,
      known: stored.build,
      knownHistory: stored.history ?? NO_HISTORY,
      revision: draft?.revision ?? stored.revision,
      save: draft ? (draft.older ? 'conflict' : 'unsaved') : 'saved',
      theirs: draft?.older ? stored : undefined,
    })),
  edit: (change, title) =>
    set(s => {
      if (!s.build) return s
      const build = change(s.build),
        edit = build === s.build ? undefined : describeEdit(s.build, build)
      if (!edit) return s
      const name = title ?? edit.title,
        at = now()
      const goesOn =
        edit.continuous &&
        s.last?.what === 'done' &&
        s.last.title === name &&
        s.last.after === s.build &&
        Date.parse(at) - Date.parse(s.last.at) < ONE_ACT
      const before = goesOn ? s.last!.before : s.build,
        past = goesOn ? { ...s.history, past: s.history.past.slice(0, -1) } : s.history
      return {
        build,
        history: recorded(past, before, build, name, at),
        last: { what: 'done', title: name, at, before, after: build },
      }
    }),
  follow: change =>
    set(s => {
      const next = s.build && change(s.build)
      return next && next !== s.build ? { build: next } : s
    }),
  undo: () =>
    set(s => {
      const r = s.build && takenBack(s.build, s.history),
        build = r && orKnown(r.build, s.known)
      return r && build
        ? {
            build,
            history: r.history,
            ...(build === s.known ? { knownHistory: r.history } : {}),
            last: { what: 'taken back', title: r.act.title, at: now(), before: s.build!, after: build },
          }
        : s
    }),
  redo: () =>
    set(s => {
      const r = s.build && doneAgain(s.build, s.history),
        build = r && orKnown(r.build, s.known)
      return r && build
        ? {
            build,
            history: r.history,
            ...(build === s.known ? { knownHistory: r.history } : {}),
            last: { what: 'done again', title: r.act.title, at: now(), before: s.build!, after: build },
          }
        : s
    }),
  patch: s => set(s),
}))

/** Changes the open build; one undo takes it back. The act is named after what changed, or by the title given. */
export const editBuild = (change: (b: Build) => Build, title?: string): void =>
  useBuild.getState().edit(change, title)
export const undo = (): void => useBuild.getState().undo()
export const redo = (): void => useBuild.getState().redo()

/** Where there is no build, as on the workshop's own shelf, stations stand on this empty one and change nothing. */
export const StandIn = createContext<Build | undefined>(undefined)

/** The open build inside a station, where there always is one. */
export function useOpenBuild(): Build {
  const open = useBuild(s => s.build),
    standIn = useContext(StandIn),
    b = standIn ?? open
  if (!b) throw new Error('no build is open')
  return b
}
