import type { Build } from '../../core/document/build.ts'
import { NO_HISTORY, recorded } from '../../core/document/history.ts'
import { merge } from '../../core/document/merge.ts'
import { same } from '../../core/memo/same.ts'
import { api, Refused, type StoredBuild } from './api.ts'
import { allKnown, useBuild } from './buildStore.ts'
import { now } from './clock.ts'
import { adoptDraft, dropDraft, keepDraft, type Draft } from './drafts.ts'
import { sendUnsent } from './unsent.ts'
import { rememberStored } from './remember.ts'
import { claimTab, listen, tellSaved } from './tab.ts'

const PAUSE_MS = 350
const RETRY_MS = 3000

/** Whether the workshop's newer copy is nobody else's: the document sent on that revision, whose answer was lost. */
const isOwn = (stored: StoredBuild, { revision, sent }: Pick<Draft, 'revision' | 'sent'>): boolean =>
  sent !== undefined && stored.revision === revision + 1 && same(stored.build, sent)

/** The workshop’s disk keeps nothing more [published: RFC 4918, 507 Insufficient Storage]. */
const DISK_FULL = 507
const BOTH = 'Both copies brought together'

let timer: ReturnType<typeof setTimeout> | undefined
let running = false
/** What was sent and not answered yet. */
let sent: Build | undefined

/** Keeps what is not acknowledged in this browser, and says whether the browser took it. */
function hold(): void {
  const { build, revision, history, known, kept, patch } = useBuild.getState()
  if (!build) return
  const held = keepDraft({ revision, build, history, base: known, sent })
  if (held !== kept) patch({ kept: held })
}

/**
 * Another's newer copy comes in: where nothing is unsaved it takes this one's place; what both did is brought together where
 * they did not change the same thing; else both are kept and asked about.
 */
function takeIn(stored: StoredBuild): void {
  const { build, known, revision, patch, open } = useBuild.getState()
  if (build?.id !== stored.build.id || stored.revision <= revision) return
  if (allKnown(useBuild.getState())) return open(stored)
  const both = known && merge(known, build, stored.build)
  if (!both || both.clashes.length) return patch({ save: 'conflict', theirs: stored })
  useBuild.setState({
    build: both.merged,
    elsewhere: useBuild.getState().elsewhere + 1,
    history: recorded(stored.history ?? NO_HISTORY, stored.build, both.merged, BOTH, now()),
    last: { what: 'done', title: BOTH, at: now(), before: build, after: both.merged },
    known: stored.build,
    knownHistory: stored.history ?? NO_HISTORY,
    revision: stored.revision,
    save: 'unsaved',
    theirs: undefined,
  })
  hold()
  later(0)
}

async function saveNow(): Promise<void> {
  const state = useBuild.getState(),
    { build, revision, save, patch, history } = state
  if (!build || running || save === 'conflict' || allKnown(state)) return
  running = true
  // A try whose answer was lost may have arrived: what it sent is told from somebody else's copy by that.
  const tried = sent
  sent = build
  hold()
  patch({ save: 'saving' })
  try {
    // What the build names has to be there before it.
    await sendUnsent()
    const r = await api.save(build, revision, history)
    sent = undefined
    tellSaved(build.id, r.revision)
    void rememberStored({ build, revision: r.revision, updatedAt: r.updatedAt, history })
    const current = useBuild.getState()
    if (current.build?.id !== build.id) return
    const more = current.build !== build || current.history !== history
    patch({ known: build, knownHistory: history, revision: r.revision, save: more ? 'unsaved' : 'saved' })
    if (more) {
      hold()
      later(current.build === build ? PAUSE_MS : 0)
    } else dropDraft(build.id)
  } catch (e) {
    if (e instanceof Refused && e.status === 409 && e.current) {
      sent = undefined
      if (isOwn(e.current, { revision, sent: tried })) {
        patch({ known: e.current.build, revision: e.current.revision, save: 'unsaved' })
        later(0)
      } else takeIn(e.current)
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

/**
 * Asks the workshop for what was done elsewhere to the build that is held: at another bench, or by the workshop itself where
 * its settings were changed. Nothing is said where the workshop is away.
 */
export async function freshen(id: string): Promise<void> {
  const s = useBuild.getState()
  // A save of our own that is on its way meets theirs over there.
  if (s.build?.id !== id || running || s.save === 'conflict') return
  const stored = await api.build(id).catch(() => undefined)
  if (stored && !running) takeIn(stored)
}

/** Another page of this browser saved: what it did comes in at once. */
async function heard(id: string, revision: number): Promise<void> {
  if (revision > useBuild.getState().revision) await freshen(id)
}

/** Saves the open build as it changes; what is not acknowledged yet is also kept in this browser. */
export function startAutosave(): () => void {
  const deaf = listen(s => void heard(s.id, s.revision))
  const stop = useBuild.subscribe((s, before) => {
    if (!s.build || (s.build === before.build && s.history === before.history)) return
    if (allKnown(s)) {
      if (s.save !== 'saved' && s.save !== 'conflict') {
        dropDraft(s.build.id)
        s.patch({ save: 'saved' })
      }
      return
    }
    hold()
    if (s.save === 'conflict') return
    if (s.save === 'saved' || s.save === 'refused') s.patch({ save: 'unsaved' })
    later(PAUSE_MS)
  })
  return () => {
    deaf()
    stop()
  }
}

/** Where neither the workshop nor this browser has what was done, leaving would lose it: the browser asks. */
export function askBeforeLeaving(e: BeforeUnloadEvent): void {
  const s = useBuild.getState()
  if (s.build && !allKnown(s) && !s.kept) e.preventDefault()
}

/** Opens a build from the server, with what was left unsaved in this browser on top of it. */
export async function openBuild(id: string): Promise<void> {
  await claimTab()
  const [answer, draft] = await Promise.all([api.build(id), adoptDraft(id)])
  // While the workshop is away its last answer stands in for it, and the draft may be ahead of that.
  const stored =
    draft?.base && draft.revision > answer.revision
      ? { ...answer, build: draft.base, revision: draft.revision, history: null }
      : answer
  sent = undefined
  const { open } = useBuild.getState()
  if (!draft) return open(stored)
  if (draft.revision === stored.revision || isOwn(stored, draft)) {
    open(stored, { ...draft, revision: stored.revision, older: false })
    return later(0)
  }
  // Somebody saved since: from where this page began, what both did is brought together.
  if (!draft.base) return open(stored, { ...draft, older: true })
  open({ ...stored, build: draft.base, revision: draft.revision, history: null }, { ...draft, older: false })
  takeIn(stored)
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
