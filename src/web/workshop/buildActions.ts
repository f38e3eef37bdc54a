import type { Build } from '../../core/document/build.ts'
import { tellApart } from '../../core/text/text.ts'
import { api, type BuildRow } from '../stores/api.ts'
import type { Act } from './useBuilds.ts'

/** What a card does with its build. @param names of all builds */
export function buildActions(act: Act, names: readonly string[]) {
  const write = async (id: string, change: (b: Build) => Build) => {
    const s = await api.build(id)
    await api.save(change(s.build), s.revision, s.history ?? undefined)
  }
  return {
    rename: (r: BuildRow, name: string) => {
      const told = tellApart(
        name,
        names.filter(n => n !== r.name),
      )
      return act(
        told === name.trim()
          ? `${r.name} is now called ${told}.`
          : `There is a ${name.trim()} already: ${r.name} is now called ${told}.`,
        () => write(r.id, b => ({ ...b, name: told })),
        () => write(r.id, b => ({ ...b, name: r.name })),
      )
    },
    note: (r: BuildRow, before: string | undefined, note: string) => {
      const set = (text: string | undefined) =>
        write(r.id, b => {
          const { note: _old, ...rest } = b
          void _old
          return text ? { ...rest, note: text } : rest
        })
      return act(
        `Note of ${r.name} changed.`,
        () => set(note.trim() || undefined),
        () => set(before),
      )
    },
    duplicate: (r: BuildRow) => {
      let made: { id: string; revision: number } | undefined
      return act(
        `${r.name} duplicated.`,
        async () => {
          const s = await api.create((await api.build(r.id)).build, true)
          made = { id: s.build.id, revision: s.revision }
        },
        async () => {
          if (made) await api.remove(made.id, made.revision)
        },
      )
    },
    archive: (r: BuildRow) =>
      act(
        r.archivedAt ? `${r.name} taken out again.` : `${r.name} put away.`,
        () => api.archive(r.id, !r.archivedAt),
        () => api.archive(r.id, Boolean(r.archivedAt)),
      ),
    remove: (r: BuildRow) =>
      act(
        `${r.name} deleted. It is kept for 30 days.`,
        () => api.remove(r.id, r.revision),
        () => api.restore(r.id),
      ),
  }
}
