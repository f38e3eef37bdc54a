import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { heron } from '../../../tests/support/heron.ts'
import { withEffect, type History } from '../../core/document/history.ts'
import type { Build } from '../../core/document/build.ts'
import { freshen, keepBoth, openBuild, startAutosave, takeTheirs } from './autosave.ts'
import { readDraft } from './drafts.ts'
import { tab } from './tab.ts'
import { editBuild, redo, undo, useBuild } from './buildStore.ts'

/** A workshop in memory behind fetch: one build with its revision, and a switch that takes the line away. */
function workshop() {
  const at = {
    build: heron(),
    revision: 5,
    away: false,
    /** Takes what is sent, and its answers are lost. */
    deaf: false,
    full: false,
    puts: 0,
    created: [] as Build[],
    history: null as History | null,
  }
  const answer = (status: number, body: unknown) => Promise.resolve(new Response(JSON.stringify(body), { status }))
  vi.stubGlobal('fetch', (url: string, init?: RequestInit) => {
    if (at.away) return Promise.reject(new TypeError('no line'))
    const body = init?.body
      ? (JSON.parse(init.body as string) as { revision: number; build: Build; history: History })
      : undefined
    const stored = {
      build: at.build,
      revision: at.revision,
      updatedAt: '2026-11-30T10:00:00.000Z',
      history: at.history,
    }
    if (init?.method === 'POST') {
      const created = { ...(body as unknown as Build), id: 'heron-2' }
      at.created.push(created)
      return answer(201, { ...stored, build: created, revision: 1 })
    }
    if (init?.method !== 'PUT') return answer(200, stored)
    at.puts++
    if (body!.build.note === 'refuse me')
      return answer(422, {
        error: { code: 'bad-build', message: 'Refused.', problems: [{ path: 'note', reason: 'not this one' }] },
      })
    if (at.full)
      return answer(507, {
        error: { code: 'disk-full', message: 'The disk is full: 3 MB are left.', problems: [] },
      })
    if (body!.revision !== at.revision)
      return answer(409, {
        error: { code: 'stale', message: 'Somebody saved a newer copy.', problems: [] },
        current: stored,
      })
    at.build = body!.build
    at.history = body!.history
    at.revision++
    if (at.deaf) return Promise.reject(new TypeError('no answer'))
    return answer(200, { revision: at.revision, updatedAt: stored.updatedAt })
  })
  return at
}

const note = (text: string) => editBuild(b => ({ ...b, note: text }))
const settle = () => vi.advanceTimersByTimeAsync(2000)
let stop: () => void
let at: ReturnType<typeof workshop>

beforeEach(async () => {
  vi.useFakeTimers()
  const kept = new Map<string, string>()
  vi.stubGlobal('localStorage', {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => {
      kept.set(k, v)
    },
    removeItem: (k: string) => {
      kept.delete(k)
    },
    key: (i: number) => [...kept.keys()][i] ?? null,
    get length() {
      return kept.size
    },
  })
  at = workshop()
  useBuild.setState({ build: undefined, known: undefined, revision: 0, save: 'saved', theirs: undefined })
  stop = startAutosave()
  await openBuild('heron')
})
afterEach(() => {
  stop()
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('saving by itself', () => {
  it('keeps here what a full disk over there refuses, says why, and sends it when there is room', async () => {
    at.full = true
    note('no room')
    await settle()
    expect(useBuild.getState()).toMatchObject({ save: 'refused', refusal: 'The disk is full: 3 MB are left.' })
    expect(localStorage.getItem(`snugbolt.draft.heron.${tab()}`)).toContain('no room')
    expect(at.build.note).not.toBe('no room')
    at.full = false
    await vi.advanceTimersByTimeAsync(60_000)
    expect(at.build.note).toBe('no room')
    expect(useBuild.getState().save).toBe('saved')
  })
  it('opens a build without writing it', async () => {
    await settle()
    expect(at.puts).toBe(0)
    expect(useBuild.getState()).toMatchObject({ save: 'saved', revision: 5 })
  })

  it('writes what changed, once for a burst of changes', async () => {
    for (const t of ['a', 'ab', 'abc']) note(t)
    expect(useBuild.getState().save).toBe('unsaved')
    await settle()
    expect(at.puts).toBe(1)
    expect(at.build.note).toBe('abc')
    expect(useBuild.getState()).toMatchObject({ save: 'saved', revision: 6 })
  })

  it('keeps a draft in the browser until the workshop has it', async () => {
    note('not yet')
    expect(readDraft('heron')?.build.note).toBe('not yet')
    await settle()
    expect(readDraft('heron')).toBeUndefined()
  })

  it('tries again when the workshop was away, and loses nothing', async () => {
    at.away = true
    note('kept')
    await settle()
    expect(useBuild.getState().save).toBe('offline')
    expect(readDraft('heron')?.build.note).toBe('kept')
    at.away = false
    await vi.advanceTimersByTimeAsync(5000)
    expect(at.build.note).toBe('kept')
    expect(useBuild.getState().save).toBe('saved')
  })

  it('says why the workshop refused it, sends it no more, and goes on after the next change', async () => {
    note('refuse me')
    await vi.advanceTimersByTimeAsync(20_000)
    expect(at.puts).toBe(1)
    expect(useBuild.getState()).toMatchObject({ save: 'refused', refusal: 'note: not this one' })
    undo()
    expect(useBuild.getState().save).toBe('saved')
    note('better')
    await settle()
    expect(at.build.note).toBe('better')
  })

  it('takes up a draft that a closed tab left behind', async () => {
    at.away = true
    note('from the closed tab')
    await settle()
    at.away = false
    useBuild.setState({ build: undefined, save: 'saved' })
    await openBuild('heron')
    expect(useBuild.getState().build?.note).toBe('from the closed tab')
    await settle()
    expect(at.build.note).toBe('from the closed tab')
  })

  it('asks when the draft is older than what the workshop holds', async () => {
    at.away = true
    note('mine')
    await settle()
    at.away = false
    at.build = { ...at.build, note: 'theirs' }
    at.revision = 9
    useBuild.setState({ build: undefined, save: 'saved' })
    await openBuild('heron')
    expect(useBuild.getState().save).toBe('conflict')
    // Opening it again settles nothing.
    useBuild.setState({ build: undefined, save: 'saved' })
    await openBuild('heron')
    await settle()
    expect(useBuild.getState().save).toBe('conflict')
    expect(at.puts).toBe(0)
  })

  it('knows its own copy when the page was left before the workshop had answered', async () => {
    at.deaf = true
    note('arrived')
    await settle()
    expect(at.build.note).toBe('arrived')
    note('typed after it')
    at.deaf = false
    useBuild.setState({ build: undefined, save: 'saved' })
    await openBuild('heron')
    expect(useBuild.getState()).toMatchObject({ save: 'unsaved', theirs: undefined })
    await settle()
    expect(at.build.note).toBe('typed after it')
    expect(useBuild.getState().save).toBe('saved')
  })

  it('knows its own copy when the answer was lost on the way', async () => {
    at.deaf = true
    note('arrived')
    await settle()
    expect(useBuild.getState().save).toBe('offline')
    note('and more')
    at.deaf = false
    await vi.advanceTimersByTimeAsync(8000)
    expect(at.build.note).toBe('and more')
    expect(useBuild.getState()).toMatchObject({ save: 'saved', theirs: undefined })
  })
})

describe('what two pages do', () => {
  it('is brought together where they did not change the same thing, and can be taken back', async () => {
    at.build = { ...at.build, setup: { ...at.build.setup, relief: 0.31 } }
    at.revision = 7
    note('mine')
    await settle()
    expect(useBuild.getState()).toMatchObject({ save: 'saved', revision: 8, theirs: undefined })
    expect(at.build).toMatchObject({ note: 'mine', setup: { relief: 0.31 } })
    expect(useBuild.getState().last?.title).toBe('Both copies brought together')
    undo()
    expect(useBuild.getState().build).toMatchObject({ note: heron().note, setup: { relief: 0.31 } })
  })
  it('is brought together from a draft too, that stands on an older revision', async () => {
    at.away = true
    note('mine, kept')
    await settle()
    at.away = false
    at.build = { ...at.build, log: [{ id: 'l-1', at: '2026-11-28T10:00:00Z', text: 'theirs' }] }
    at.revision = 9
    useBuild.setState({ build: undefined, save: 'saved' })
    await openBuild('heron')
    await settle()
    expect(at.build.note).toBe('mine, kept')
    expect(at.build.log.map(l => l.text)).toEqual(['theirs'])
    expect(useBuild.getState()).toMatchObject({ save: 'saved', revision: 10 })
  })
  it('comes in at once where nothing is unsaved, and each page keeps a draft of its own', async () => {
    const other = new BroadcastChannel('snugbolt')
    at.build = { ...at.build, note: 'from the other page' }
    at.revision = 6
    other.postMessage({ kind: 'saved', id: 'heron', revision: 6, from: 'other' })
    vi.useRealTimers()
    await vi.waitFor(() => expect(useBuild.getState().build?.note).toBe('from the other page'))
    expect(useBuild.getState()).toMatchObject({ save: 'saved', revision: 6 })
    other.close()
    localStorage.setItem(
      'snugbolt.draft.heron.other',
      JSON.stringify({ revision: 6, build: { ...at.build, note: 'the other’s, unsaved' }, at: Date.now() }),
    )
    useBuild.setState({ build: undefined, save: 'saved' })
    await openBuild('heron')
    // It lives: what it has not saved yet is neither shown here nor dropped.
    expect(useBuild.getState().build?.note).toBe('from the other page')
    expect(localStorage.getItem('snugbolt.draft.heron.other')).toContain('the other’s, unsaved')
  })
  it('comes in when one goes back to a build that is held still: what the workshop’s settings made of it is seen', async () => {
    at.build = { ...at.build, preferences: { ...at.build.preferences, length: 'inch-fraction' } }
    at.revision++
    await freshen('heron')
    expect(useBuild.getState()).toMatchObject({ build: at.build, revision: 6, save: 'saved' })
    // What is not saved yet stays, and both are there.
    at.away = true
    note('mine')
    await settle()
    await freshen('heron')
    expect(useBuild.getState()).toMatchObject({ build: { note: 'mine' }, revision: 6 })
    at.away = false
    at.build = { ...at.build, preferences: { ...at.build.preferences, length: 'mm' } }
    at.revision++
    await freshen('heron')
    await settle()
    expect(at.build).toMatchObject({ note: 'mine', preferences: { length: 'mm' } })
    // Another build that is asked for is not this one's matter.
    at.revision++
    await freshen('wren')
    expect(useBuild.getState().revision).toBe(at.revision - 1)
  })
  it('is taken up here when the page that did it has been gone for a time', async () => {
    localStorage.setItem(
      'snugbolt.draft.heron.gone',
      JSON.stringify({ revision: 5, build: { ...at.build, note: 'left behind' }, at: Date.now() - 200_000 }),
    )
    useBuild.setState({ build: undefined, save: 'saved' })
    await openBuild('heron')
    expect(useBuild.getState().build?.note).toBe('left behind')
    expect(localStorage.getItem('snugbolt.draft.heron.gone')).toBeNull()
    await settle()
    expect(at.build.note).toBe('left behind')
  })
  it('says so when this browser keeps nothing more', async () => {
    at.away = true
    const full = vi.spyOn(localStorage, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    note('kept nowhere yet')
    await settle()
    expect(useBuild.getState()).toMatchObject({ save: 'offline', kept: false })
    full.mockRestore()
    note('kept again')
    expect(useBuild.getState().kept).toBe(true)
    at.away = false
    await vi.advanceTimersByTimeAsync(5000)
    expect(at.build.note).toBe('kept again')
  })
  it('goes on from the draft when the workshop’s last answer, kept here, is older than it', async () => {
    note('one')
    await settle()
    at.away = true
    note('two')
    await settle()
    at.away = false
    // The answer of an earlier time stands in for the workshop.
    at.build = heron()
    at.revision = 5
    useBuild.setState({ build: undefined, save: 'saved' })
    await openBuild('heron')
    expect(useBuild.getState()).toMatchObject({ save: 'unsaved', revision: 6 })
    expect(useBuild.getState().build?.note).toBe('two')
  })
})

describe('two benches', () => {
  const conflict = async () => {
    at.build = { ...at.build, note: 'theirs' }
    at.revision = 7
    note('mine')
    await settle()
    expect(useBuild.getState().save).toBe('conflict')
  }

  it('writes nothing over the newer copy', async () => {
    await conflict()
    expect(at.build.note).toBe('theirs')
    note('mine, more')
    await settle()
    expect(at.build.note).toBe('theirs')
  })

  it('keeps both: mine as a build of its own, theirs opened', async () => {
    await conflict()
    const copy = await keepBoth()
    expect(copy?.build.id).toBe('heron-2')
    expect(at.created[0]!.note).toBe('mine')
    expect(useBuild.getState()).toMatchObject({ save: 'saved', revision: 7 })
    expect(useBuild.getState().build?.note).toBe('theirs')
    expect(readDraft('heron')).toBeUndefined()
  })

  it('or takes theirs and drops mine', async () => {
    await conflict()
    takeTheirs()
    expect(useBuild.getState().build?.note).toBe('theirs')
    note('on theirs')
    await settle()
    expect(at.build.note).toBe('on theirs')
  })
})

describe('undo', () => {
  it('takes changes back one by one, and gives them again', async () => {
    useBuild.getState().patch({ history: { past: [], future: [] }, last: undefined })
    const before = useBuild.getState().build?.note
    note('one')
    vi.advanceTimersByTime(2000)
    note('two')
    undo()
    expect(useBuild.getState().build?.note).toBe('one')
    undo()
    expect(useBuild.getState().build?.note).toBe(before)
    redo()
    redo()
    expect(useBuild.getState().build?.note).toBe('two')
  })

  it('is saved like any change, and touches no revision', async () => {
    note('one')
    await settle()
    undo()
    await settle()
    expect(at.build.note).toBe(heron().note)
    expect(useBuild.getState()).toMatchObject({ save: 'saved', revision: 7 })
  })

  it('back to what the workshop holds needs no write', async () => {
    note('never mind')
    undo()
    expect(useBuild.getState().save).toBe('saved')
    expect(readDraft('heron')).toBeUndefined()
    await settle()
    expect(at.puts).toBe(0)
  })

  it('takes a burst of typing back as one act, named after what it was', () => {
    for (const t of ['o', 'on', 'one']) note(t)
    expect(useBuild.getState().history.past.map(a => a.title)).toEqual(['Note'])
    undo()
    expect(useBuild.getState().build?.note).toBe(heron().note)
    expect(useBuild.getState().history.future.map(a => a.title)).toEqual(['Note'])
  })

  it('keeps what an act did too, though it is known only after the act is saved', async () => {
    note('one')
    await settle()
    const { history, patch } = useBuild.getState()
    patch({ history: withEffect(history, history.past[0]!.at, '1 joint better') })
    expect(readDraft('heron')?.history?.past[0]?.effect).toBe('1 joint better')
    await settle()
    expect(at.history?.past[0]?.effect).toBe('1 joint better')
    expect(at.puts).toBe(2)
    expect(useBuild.getState().save).toBe('saved')
    await settle()
    expect(at.puts).toBe(2)
  })

  it('survives a reload: what was done is kept beside the build', async () => {
    note('one')
    await settle()
    expect(at.history?.past).toHaveLength(1)
    useBuild.setState({ build: undefined, history: { past: [], future: [] }, last: undefined })
    await openBuild('heron')
    undo()
    expect(useBuild.getState().build?.note).toBe(heron().note)
    redo()
    expect(useBuild.getState().build?.note).toBe('one')
  })

  it('does not reach back into another build', async () => {
    note('one')
    await settle()
    at.history = null
    await openBuild('heron')
    undo()
    expect(useBuild.getState().build?.note).toBe('one')
  })
})
