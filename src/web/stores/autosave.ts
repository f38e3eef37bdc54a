import jsonpatch from 'fast-json-patch'
import type { Build } from '../../core/build/build.ts'
import type { History } from '../../core/build/history.ts'
import { api, Refused, type StoredBuild } from './api.ts'
import { allKnown, useBuild } from './buildStore.ts'

const PAUSE_MS = 350
const RETRY_MS = 3000
const draftKey = (id: string) => `snugbolt.draft.${id}`

interface Draft {
  revision: number
  build: Build
  history?: History | undefined
  /** The document that was on its way to the workshop: it may have arrived without an answer. */
  sent?: Build | undefined
}

/** Whether the workshop's newer copy is nobody else's: the document sent on that revision, whose answer was lost. */
const isOwn = (stored: StoredBuild, { revision, sent }: Pick<Draft, 'revision' | 'sent'>): boolean =>
  sent !== undefined && stored.revision === revision + 1 && jsonpatch.compare(stored.build, sent).length === 0

/** What was typed but not yet acknowledged when the tab was closed. */
export function readDraft(id: string): Draft | undefined {
  try {
    return (JSON.parse(localStorage.getItem(draftKey(id)) ?? 'null') as Draft | undefined) ?? undefined
  } catch {
    return undefined
  }
}

const keepDraft = (d: Draft) => {
  try {
    localStorage.setItem(draftKey(d.build.id), JSON.stringify(d))
  } catch {
    /* storage full or refused: the server copy still follows */
  }
}
const dropDraft = (id: string) => localStorage.removeItem(draftKey(id))

/** The workshop’s disk keeps nothing more [published: RFC 4918, 507 Insufficient Storage]. */
const DISK_FULL = 507

let timer: ReturnType<typeof setTimeout> | undefined
let running = false
/** What was sent and not answered yet. */
let sent: Build | undefined

async function saveNow(): Promise<void> {
  const state = useBuild.getState(),
    { build, revision, save, patch, history } = state
  if (!build || running || save === 'conflict' || allKnown(state)) return
  running = true
  // A try whose answer was lost may have arrived: what it sent is told from somebody else's copy by that.
  const tried = sent
  sent = build
  keepDraft({ revision, build, history, sent })
  patch({ save: 'saving' })
  try {
    const r = await api.save(build, revision, history)
    sent = undefined
    const current = useBuild.getState()
    if (current.build?.id !== build.id) return
    const more = current.build !== build || current.history !== history
    patch({ known: build, knownHistory: history, revision: r.revision, save: more ? 'unsaved' : 'saved' })
    if (more) {
      keepDraft({ revision: r.revision, build: current.build, history: current.history })
      later(current.build === build ? PAUSE_MS : 0)
    } else dropDraft(build.id)
  } catch (e) {
    if (e instanceof Refused && e.status === 409 && e.current) {
      sent = undefined
      if (isOwn(e.current, { revision, sent: tried })) {
        patch({ known: e.current.build, revision: e.current.revision, save: 'unsaved' })
        later(0)
      } else patch({ save: 'conflict', theirs: e.current })
    } else if (e instanceof Refused && e.status < 500) {
      // Sending it again would be refused again: say why, and wait for the next change.
      sent = undefined
      const [first] = e.problems
      patch({ save: 'refused', refusal: first ? `${first.path}: ${first.reason}` : e.message })
    } else if (e instanceof Refused && e.status === DISK_FULL) {
      // Nothing of it was kept over there; here it is, and it goes again when there may be room.
      sent = undefined
      patch({ save: 'refused', refusal: e.message })
      later(RETRY_MS)
    } else {
      patch({ save: 'offline' })
      later(RETRY_MS)
    }
  } finally {
    running = false
  }
}

function later(ms: number) {
  clearTimeout(timer)
  timer = setTimeout(() => void saveNow(), ms)
}

/** Saves the open build as it changes; what is not acknowledged yet is also kept in this browser. */
export function startAutosave(): () => void {
  return useBuild.subscribe((s, before) => {
    if (!s.build || (s.build === before.build && s.history === before.history)) return
    if (allKnown(s)) {
      if (s.save !== 'saved' && s.save !== 'conflict') {
        dropDraft(s.build.id)
        s.patch({ save: 'saved' })
      }
      return
    }
    keepDraft({ revision: s.revision, build: s.build, history: s.history, sent })
    if (s.save === 'conflict') return
    if (s.save === 'saved' || s.save === 'refused') s.patch({ save: 'unsaved' })
    later(PAUSE_MS)
  })
}

/** Opens a build from the server, with what was left unsaved in this browser on top of it. */
export async function openBuild(id: string): Promise<void> {
  const stored = await api.build(id)
  const draft = readDraft(id),
    older = draft !== undefined && draft.revision !== stored.revision && !isOwn(stored, draft)
  sent = undefined
  useBuild.getState().open(stored, draft && { ...draft, revision: older ? draft.revision : stored.revision, older })
  if (draft && !older) later(0)
}

/** Settles a conflict: mine goes to a build of its own, theirs is opened; both are kept. */
export async function keepBoth(): Promise<StoredBuild | undefined> {
  const { build, theirs, open } = useBuild.getState()
  if (!build || !theirs) return undefined
  const copy = await api.create({ ...build, name: `${build.name} (your copy)` }, true)
  dropDraft(build.id)
  open(theirs)
  return copy
}

/** Settles a conflict by taking theirs and dropping mine. */
export function takeTheirs(): void {
  const { build, theirs, open } = useBuild.getState()
  if (!build || !theirs) return
  dropDraft(build.id)
  open(theirs)
}
