import { useTour } from '../stores/tour.ts'
import { useTitle } from '../hooks/useTitle.ts'
import { useNarrow } from '../hooks/useNarrow.ts'
import { NeedsTrust } from '../access/NeedsTrust.tsx'
import { useAccess, useIsOwner } from '../stores/accessStore.ts'
import { differing, settingsIn } from '../../core/document/settings.ts'
import { reloadSettings, useSettings } from '../stores/settingsStore.ts'
import { FileUp, GitFork, Package, Puzzle, ShoppingCart, Wrench } from 'lucide-react'
import { useCallback, useEffect, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { counted, tellApart } from '../../core/text/text.ts'
import type { Build } from '../../core/document/build.ts'
import { readPartsCsv } from '../../core/shelf/partsCsv.ts'
import type { Part } from '../../core/parts/part.ts'
import { Button, buttonLook } from '../components/Button.tsx'
import { hexPoints } from '../components/Hex.tsx'
import { Select } from '../components/Select.tsx'
import { api, Refused, type BuildRow } from '../stores/api.ts'
import { Folded } from './Folded.tsx'
import { BuildCard, type Loaded } from './BuildCard.tsx'
import { heavy } from '../hooks/useHeavy.ts'
import { leave, sayHere, useLive } from '../stores/live.ts'
import { present } from '../stores/clock.ts'
import { lookAt, sayProblem } from './sayProblem.ts'

const MOST_BYTES = 4 * 1024 * 1024
const MOST_ZIPPED = 256 * 1024 * 1024
/** Whether a file is a zip, by how it begins [published: PKWARE, APPNOTE]. */
const isZip = async (f: File): Promise<boolean> => (await f.slice(0, 4).text()) === 'PK\u0003\u0004'
const AWAY = {
  title: 'The workshop does not answer.',
  lines: ['Start it with npm run demo, then load this page again.'],
}

interface Trouble {
  title: string
  lines: string[]
  retry?: string
}
/** What was done last, and how it is taken back. */
interface Done {
  said: string
  back?: () => Promise<void>
}

const STARTS = [
  {
    have: 'kit',
    icon: Package,
    title: 'A kit in a box',
    below: 'no leaflet needed; first readings in two minutes',
  },
  { have: 'body and neck', icon: Puzzle, title: 'A body and a neck', below: 'what else goes with them' },
  {
    have: 'donor',
    icon: Wrench,
    title: 'A donor to take apart',
    below: 'its parts to the shelf, its places as a template',
  },
  { have: 'to buy', icon: ShoppingCart, title: 'Parts to be bought', below: 'what goes with what, before paying' },
  { have: 'copy', icon: GitFork, title: 'Like another build', below: 'copied, with nothing done yet' },
] as const

type Order = 'due' | 'name' | 'saved'

/** All builds of the workshop, each with its next move; where builds begin, come in, are put away and had back. */
export function Workshop() {
  useTitle()
  const tour = useTour(),
    isOwner = useIsOwner(),
    narrow = useNarrow(),
    sharing = useAccess(s => s.who?.sharing === true)
  const [rows, setRows] = useState<BuildRow[]>()
  const [loaded, setLoaded] = useState<ReadonlyMap<string, Loaded>>(new Map())
  const [trouble, setTrouble] = useState<Trouble>()
  const [done, setDone] = useState<readonly Done[]>([])
  const [order, setOrder] = useState<Order>('due'),
    [away, setAway] = useState(false),
    [acting, setActing] = useState(false)
  const input = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()

  const refresh = useCallback(async () => {
    try {
      setRows(await api.builds())
      void reloadSettings()
    } catch {
      setTrouble(AWAY)
    }
  }, [])
  useEffect(() => void refresh(), [refresh])
  // Another device may show something here.
  useEffect(() => {
    const end = sayHere(null, 'Builds')
    return () => {
      end()
      leave()
    }
  }, [])
  // What is done at other devices is in the list as soon as it is there.
  const changed = useLive(s => s.builds)
  useEffect(() => {
    if (!changed || acting) return
    const soon = setTimeout(() => void refresh(), 150)
    return () => clearTimeout(soon)
  }, [changed, acting, refresh])
  useEffect(() => {
    let open = !acting
    void (async () => {
      for (const r of rows ?? []) {
        if (!open) return
        const have = loaded.get(r.id)
        if (have && have.revision === r.revision) continue
        try {
          const stored = await api.build(r.id)
          const summary = await heavy().summary(stored.build, present())
          if (!open) return
          setLoaded(m => new Map(m).set(r.id, { build: stored.build, revision: stored.revision, summary }))
        } catch {
          // Gone or not to be read: its card keeps its name.
        }
      }
    })()
    return () => {
      open = false
    }
    // A card is fetched again when its revision is another, and none while the builds are being changed: it may be going.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [rows, acting])

  /** Changes the workshop's builds, and tells what stood in the way. */
  const change = async (go: () => Promise<unknown>, then: () => void) => {
    setActing(true)
    try {
      await go()
      setTrouble(undefined)
      then()
    } catch (e) {
      setTrouble(
        e instanceof Refused ? { title: e.message, lines: e.problems.slice(0, 6).map(p => p.reason) } : AWAY,
      )
    } finally {
      await refresh()
      setActing(false)
    }
  }
  /** Does something to the workshop and says so, with the way back. */
  const act = (said: string, go: () => Promise<unknown>, back?: () => Promise<unknown>) => {
    const takenBack = { said: `Taken back: ${said.replace(/\.$/, '')}.` }
    return change(go, () =>
      setDone(d =>
        [
          { said, ...(back ? { back: () => change(back, () => setDone(x => [takenBack, ...x])) } : {}) },
          ...d,
        ].slice(0, 20),
      ),
    )
  }
  const names = (rows ?? []).map(r => r.name)
  const write = async (id: string, change: (b: Build) => Build) => {
    const s = await api.build(id)
    await api.save(change(s.build), s.revision, s.history ?? undefined)
  }
  const actions = {
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
  const bringIn = async (text: string, name: string, copy = false): Promise<void> => {
    const d = lookAt(text, name)
    if (d.sort === 'wrong') return setTrouble({ title: d.title, lines: d.lines.filter(Boolean) })
    if (d.sort === 'leaflet') return void navigate('/new?have=kit', { state: { leaflet: d.text } })
    if (d.sort === 'table') {
      const r = readPartsCsv(d.text, {})
      if (r.problems.length)
        return setTrouble({
          title: `${name} is a table, and not all of it could be read as parts.`,
          lines: r.problems.slice(0, 8).map(p => `${p.path}: ${p.reason}`),
        })
      return act(`${counted(r.parts.length, 'part')} put on the shelf.`, () => api.putOnShelf(r.parts))
    }
    if (d.sort === 'shelf')
      return act(`${counted(d.parts.length, 'part')} put on the shelf.`, () => api.putOnShelf(d.parts as Part[]))
    try {
      const { build } = await api.create(d.text, copy)
      // What a result depends on came with the file: it is offered to the workshop, and the build keeps it meanwhile.
      const differs = differing(settingsIn(build), useSettings.getState().settings)
      void navigate(differs.length ? `/settings?from=${build.id}` : `/b/${build.id}/fit`)
    } catch (e) {
      if (!(e instanceof Refused)) return setTrouble(AWAY)
      setTrouble({
        title: e.code === 'id-taken' ? e.message : `${name} could not be brought in; nothing was changed.`,
        lines: e.problems.slice(0, 8).map(p => sayProblem(d.document, p)),
        ...(e.code === 'id-taken' ? { retry: text } : {}),
      })
    }
  }
  /** A build with its photos and other files. */
  const bringInZip = async (file: Blob & { name: string }): Promise<void> => {
    try {
      const { build } = await api.create(file, true)
      const differs = differing(settingsIn(build), useSettings.getState().settings)
      void navigate(differs.length ? `/settings?from=${build.id}` : `/b/${build.id}/fit`)
    } catch (e) {
      if (!(e instanceof Refused)) return setTrouble(AWAY)
      setTrouble({
        title: `${file.name} could not be brought in; nothing was changed.`,
        lines: [e.message, ...e.problems.slice(0, 8).map(p => `${p.path}: ${p.reason}`)],
      })
    }
  }
  const pick = async (file: File | undefined) => {
    if (!file) return
    const zipped = await isZip(file)
    if (zipped && file.size > MOST_ZIPPED)
      return setTrouble({
        title: `${file.name} is larger than 256 MB.`,
        lines: ['A build with its photos is far smaller: is it the right one?'],
      })
    if (zipped) return bringInZip(file)
    if (file.size > MOST_BYTES)
      return setTrouble({
        title: `${file.name} is larger than 4 MB.`,
        lines: ['A build file is far smaller: is it the right one?'],
      })
    await bringIn(await file.text(), file.name)
  }

  const shown = (rows ?? []).filter(r => away || !r.archivedAt)
  const due = (r: BuildRow) => loaded.get(r.id)?.summary.next?.start ?? '9999'
  const sorted = [...shown].sort(
    (a, b) =>
      Number(Boolean(a.archivedAt)) - Number(Boolean(b.archivedAt)) ||
      (order === 'due'
        ? due(a).localeCompare(due(b))
        : order === 'saved'
          ? b.updatedAt.localeCompare(a.updatedAt)
          : 0) ||
      a.name.localeCompare(b.name),
  )
  const demo = rows?.some(r => r.demo) ?? false,
    put = (rows ?? []).filter(r => r.archivedAt).length
  const last = done[0],
    // The reader's own build, where there is one.
    first = shown.find(r => !r.demo) ?? shown[0]
  return (
    <div className="flex h-dvh flex-col">
      <header className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b-2 border-ink px-5 py-2.5">
        <svg width="34" height="34" viewBox="-12 -12 24 24" aria-hidden="true">
          <polygon points={hexPoints(0, 0, 11)} fill="var(--ink)" />
          <circle r="5" fill="none" stroke="var(--ground)" strokeWidth="1.6" />
        </svg>
        <h1 className="text-title font-semibold">Snug Bolt</h1>
        <p className="flex-1 text-plain text-muted">
          {rows === undefined
            ? 'Opening the workshop.'
            : rows.length === 0
              ? 'An empty workshop'
              : `${shown.length} build${shown.length === 1 ? '' : 's'} on the bench${put ? `, ${put} put away` : ''}`}
        </p>
        <Folded title="More" folded={narrow}>
          {rows && rows.length > 1 && (
            <Select
              label="Sorted by"
              hideLabel
              value={order}
              onChange={v => setOrder(v as Order)}
              options={[
                { value: 'due', label: 'what is due first' },
                { value: 'name', label: 'name' },
                { value: 'saved', label: 'last saved' },
              ]}
            />
          )}
          {put > 0 && (
            <Button kind="quiet" aria-pressed={away} onClick={() => setAway(!away)}>
              {away ? 'Hide those put away' : 'Show those put away'}
            </Button>
          )}
          {rows && rows.length > 0 && (
            <Link to="/evenings" className={buttonLook()}>
              Evenings
            </Link>
          )}
          <Link to="/shelf" className={buttonLook()}>
            Shelf
          </Link>
          {isOwner && (
            <>
              <Link to="/devices" className={buttonLook()}>
                {sharing ? 'Open to the network' : 'Bring another device'}
              </Link>
              <Link to="/settings" className={buttonLook()}>
                Settings
              </Link>
            </>
          )}
          {rows &&
            isOwner &&
            (demo ? (
              <Button onClick={() => void act('The demo workshop is removed.', api.removeDemo, api.loadDemo)}>
                Remove the demo workshop
              </Button>
            ) : rows.length > 0 ? (
              <Button onClick={() => void act('The demo workshop is loaded.', api.loadDemo, api.removeDemo)}>
                Load the demo workshop
              </Button>
            ) : null)}
        </Folded>
      </header>
      {tour.offered && first && (
        <aside
          aria-label="A tour"
          className="flex flex-wrap items-center gap-3 border-b border-line bg-paper px-5 py-1.5 text-plain"
        >
          <span className="flex-1">
            New here? Five stops over {first.name}, two minutes, to be left at any time.
          </span>
          <Button
            onClick={() => {
              tour.begin()
              void navigate(`/b/${first.id}/fit`)
            }}
          >
            Show me round
          </Button>
          <Button kind="quiet" onClick={tour.decline}>
            Not now
          </Button>
        </aside>
      )}
      <NeedsTrust
        what="This device starts while the workshop is away"
        className="border-b border-line bg-paper px-5 py-1.5 text-plain"
      />
      <div aria-live="polite" className="empty:hidden">
        {last && (
          <p role="status" className="flex items-center gap-3 border-b border-line bg-paper px-5 py-1.5 text-plain">
            <span className="flex-1">{last.said}</span>
            {last.back && <Button onClick={() => void last.back!()}>Take back</Button>}
          </p>
        )}
        {trouble && (
          <div role="alert" className="border-b-2 border-never bg-paper px-5 py-2 text-plain">
            <p className="font-semibold">{trouble.title}</p>
            <ul>
              {trouble.lines.map(l => (
                <li key={l}>{l}</li>
              ))}
            </ul>
            {trouble.retry !== undefined && (
              <Button className="mt-1" onClick={() => void bringIn(trouble.retry!, 'The file', true)}>
                Bring it in as a copy
              </Button>
            )}
          </div>
        )}
      </div>
      <main className="min-h-0 flex-1 overflow-y-auto">
        {rows?.length === 0 && (
          <section className="mx-auto flex max-w-[47.5rem] flex-col gap-3 px-6 py-10 text-lead">
            <h2 className="text-head font-semibold leading-tight">What have you got?</h2>
            <p>
              Pick below what is on your table. A few drawn questions later there is a whole instrument of assumed
              parts, and the first reading to take. “Don’t know yet” is always an answer.
            </p>
            <p className="flex flex-wrap items-center gap-3">
              Only looking?
              <Button onClick={() => void act('The demo workshop is loaded.', api.loadDemo, api.removeDemo)}>
                Look round in the demo workshop
              </Button>
            </p>
          </section>
        )}
        {rows && rows.length > 0 && <h2 className="sr-only">Builds on the bench</h2>}
        <ul className="grid grid-cols-2 max-[56.25em]:grid-cols-1">
          {sorted.map(r => (
            <BuildCard key={r.id} row={r} loaded={loaded.get(r.id)} actions={actions} />
          ))}
        </ul>
      </main>
      <Folded title="Begin a build" folded={narrow && (rows?.length ?? 0) > 0} below>
        <nav
          aria-label="Start a build"
          className="grid grid-cols-6 border-t-2 border-ink bg-paper max-[56.25em]:grid-cols-3"
        >
          {STARTS.map(s => (
            <Link
              key={s.have}
              to={`/new?have=${encodeURIComponent(s.have)}`}
              className="flex min-h-20 flex-col gap-0.5 border-r border-line px-3.5 py-2.5 hover:bg-shade"
            >
              <s.icon size={22} aria-hidden="true" strokeWidth={1.6} />
              <span className="text-body font-semibold leading-tight">{s.title}</span>
              <span className="text-note leading-tight text-muted">{s.below}</span>
            </Link>
          ))}
          <button
            type="button"
            className="flex min-h-20 flex-col items-start gap-0.5 px-3.5 py-2.5 text-left hover:bg-shade"
            onClick={() => input.current?.click()}
          >
            <FileUp size={22} aria-hidden="true" strokeWidth={1.6} />
            <span className="text-body font-semibold leading-tight">A file</span>
            <span className="text-note leading-tight text-muted">a build, a shelf, a table, a leaflet’s text</span>
          </button>
          <input
            ref={input}
            type="file"
            accept=".json,.zip,.csv,.txt,application/json,application/zip,text/plain,text/csv"
            className="sr-only"
            aria-label="Build file"
            tabIndex={-1}
            onChange={e => {
              void pick(e.target.files?.[0])
              e.target.value = ''
            }}
          />
        </nav>
      </Folded>
    </div>
  )
}
