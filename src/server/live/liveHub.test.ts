import { describe, expect, it, vi } from 'vitest'
import type { Entry } from '../keep/entry.ts'
import { ANSWERS_WITHIN, changedBy, LiveHub, SILENT, type Changed, type LiveEvent } from './liveHub.ts'

const build = (id: string, revision: number) => ({ kind: 'build', row: { id, revision } }) as unknown as Entry
const part = (id: string) => ({ kind: 'part', row: { id, revision: 1 } }) as unknown as Entry

describe('what pages are told', () => {
  it('is each thing once, at its last revision', () => {
    expect(
      changedBy([
        build('heron', 4),
        part('a'),
        build('heron', 5),
        part('b'),
        { kind: 'part-gone', id: 'c', revision: 2 },
        { kind: 'build-gone', id: 'old', revision: 9 },
        { kind: 'settings', row: {} } as unknown as Entry,
        { kind: 'attachment', row: {} } as unknown as Entry,
      ]),
    ).toEqual([
      { kind: 'build', id: 'heron', revision: 5 },
      { kind: 'builds' },
      { kind: 'settings' },
      {
        kind: 'shelf',
        parts: [
          { id: 'a', revision: 1 },
          { id: 'b', revision: 1 },
          { id: 'c', revision: null },
        ],
      },
    ])
    // Of many at once it is told that there were some.
    expect(changedBy(Array.from({ length: 41 }, (_, n) => part(`p${n}`)))).toEqual([{ kind: 'shelf' }])
  })
})

describe('pages that listen', () => {
  const heardBy = (hub: LiveHub, page: string) => {
    const heard: LiveEvent[] = []
    return { heard, leave: hub.join(page, e => heard.push(e)) }
  }
  it('hear what is changed here and elsewhere; other servers hear what is changed here alone', () => {
    const hub = new LiveHub(),
      called: Changed[] = [],
      away: string[] = []
    hub.joinOthers({ tell: c => called.push(...c) })
    hub.whenSentAway(s => away.push(s))
    const a = heardBy(hub, 'a')
    hub.changed([{ kind: 'build', id: 'heron', revision: 2 }])
    hub.changed([])
    hub.heard([{ kind: 'shelf' }, { kind: 'sent away', session: 's-1' }])
    expect(a.heard.slice(1)).toEqual([{ kind: 'build', id: 'heron', revision: 2 }, { kind: 'shelf' }])
    expect(called).toEqual([{ kind: 'build', id: 'heron', revision: 2 }])
    expect(away).toEqual(['s-1'])
    a.leave()
    hub.changed([{ kind: 'shelf' }])
    expect(a.heard).toHaveLength(3)
    expect(hub.streams).toBe(0)
  })
  it('know who has a build open, and hear when that is another', () => {
    const hub = new LiveHub(),
      a = heardBy(hub, 'a')
    hub.here({ page: 'b', by: 'Tablet', device: 'Tablet', build: 'heron', where: 'Setup' })
    hub.here({ page: 'b', by: 'Tablet', device: 'Tablet', build: 'heron', where: 'Setup' })
    hub.here({ page: 'b', by: 'Tablet', device: 'Tablet', build: 'heron', where: 'Plan' })
    expect(a.heard).toEqual([
      { kind: 'here', pages: [] },
      { kind: 'here', pages: [{ page: 'b', by: 'Tablet', device: 'Tablet', build: 'heron', where: 'Setup' }] },
      { kind: 'here', pages: [{ page: 'b', by: 'Tablet', device: 'Tablet', build: 'heron', where: 'Plan' }] },
    ])
    // Whoever comes later is told at once.
    expect(heardBy(hub, 'c').heard).toEqual([a.heard.at(-1)])
    hub.leave('b')
    expect(a.heard.at(-1)).toEqual({ kind: 'here', pages: [] })
    hub.leave('b')
    expect(a.heard).toHaveLength(4)
  })
  it('that went without a word are forgotten', () => {
    let now = 0
    const hub = new LiveHub(() => now),
      a = heardBy(hub, 'a')
    const gone: string[] = []
    hub.whenForgotten(page => gone.push(page))
    hub.here({ page: 'b', by: 'Tablet', device: 'Tablet', build: 'heron', where: 'Setup' })
    now += SILENT
    hub.here({ page: 'c', by: 'Laptop', device: 'Laptop', build: 'heron', where: 'Plan' })
    now += 1
    hub.here({ page: 'c', by: 'Laptop', device: 'Laptop', build: 'heron', where: 'Plan' })
    expect(a.heard.at(-1)).toEqual({
      kind: 'here',
      pages: [{ page: 'c', by: 'Laptop', device: 'Laptop', build: 'heron', where: 'Plan' }],
    })
    expect(gone).toEqual(['b'])
  })
  it('are gone with their stream, whatever they said last comes when', () => {
    const hub = new LiveHub(),
      a = heardBy(hub, 'a'),
      b = heardBy(hub, 'b'),
      there = (where: string) => hub.here({ page: 'p1', by: 'T', device: 'T', build: 'heron', where }, 'b')
    there('Fit')
    expect(hub.isHere('p1')).toBe(true)
    b.leave()
    expect(hub.isHere('p1')).toBe(false)
    // Sent before the line broke, and taken after it.
    there('Plan')
    expect(hub.isHere('p1')).toBe(false)
    expect(a.heard.at(-1)).toEqual({ kind: 'here', pages: [] })
  })
  it('that come again under their name take their own place: the old line’s end does not take them away', () => {
    const hub = new LiveHub(),
      first = heardBy(hub, 'a'),
      second = heardBy(hub, 'a')
    hub.here({ page: 'p1', by: 'Tablet', device: 'Tablet', build: 'heron', where: 'Fit' }, 'a')
    first.leave()
    expect(hub.isHere('p1')).toBe(true)
    hub.changed([{ kind: 'settings' }])
    expect(second.heard.at(-1)).toEqual({ kind: 'settings' })
    second.leave()
    expect(heardBy(hub, 'd').heard).toEqual([{ kind: 'here', pages: [] }])
  })
  it('are shown something when they say so; where one is gone without a word, another of its device is asked', async () => {
    vi.useFakeTimers()
    try {
      const hub = new LiveHub(),
        asked: string[] = [],
        there = (page: string, by: string) => hub.here({ page, by, device: by, build: null, where: 'Tour' })
      there('kept', 'Tablet')
      there('other', 'Laptop')
      there('closed', 'Tablet')
      hub.join('all', e => {
        if (e.kind !== 'show') return
        asked.push(`${e.page} ${e.path}`)
        if (e.page !== 'closed') hub.heard([{ kind: 'shown', page: e.page }])
      })
      expect(await hub.show('other', '/b/heron/fit')).toBe(true)
      const shown = hub.show('closed', '/b/heron/bench')
      await vi.advanceTimersByTimeAsync(ANSWERS_WITHIN)
      expect(await shown).toBe(true)
      expect(asked).toEqual(['other /b/heron/fit', 'closed /b/heron/bench', 'kept /b/heron/bench'])
      expect(['closed', 'kept', 'other'].map(p => hub.isHere(p))).toEqual([false, true, true])
      // Nobody of that device is left.
      there('closed', 'Telephone')
      const never = hub.show('closed', '/b/heron/bench')
      await vi.advanceTimersByTimeAsync(ANSWERS_WITHIN)
      expect(await never).toBe(false)
    } finally {
      vi.useRealTimers()
    }
  })
})
