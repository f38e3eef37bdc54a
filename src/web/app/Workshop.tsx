import { useEffect, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { Button } from '../components/Button.tsx'
import { hexPoints } from '../components/Hex.tsx'
import { api, Refused, type BuildRow } from '../stores/api.ts'

const MOST_BYTES = 4 * 1024 * 1024

/** All builds of the workshop; build files come in here. */
export function Workshop() {
  const [rows, setRows] = useState<BuildRow[]>()
  const [trouble, setTrouble] = useState<{ title: string; lines: string[]; retry?: string }>()
  const input = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  useEffect(() => {
    api.builds().then(setRows, () =>
      setTrouble({
        title: 'The workshop does not answer.',
        lines: ['Start it with npm run demo, then load this page again.'],
      }),
    )
  }, [])
  const bringIn = async (text: string, copy = false) => {
    try {
      const { build } = await api.create(text, copy)
      void navigate(`/b/${build.id}/fit`)
    } catch (e) {
      if (!(e instanceof Refused)) return setTrouble({ title: 'The workshop does not answer.', lines: [] })
      setTrouble({
        title: e.message,
        lines: e.problems.slice(0, 8).map(p => `${p.path ? `${p.path}: ` : ''}${p.reason}`),
        ...(e.code === 'id-taken' ? { retry: text } : {}),
      })
    }
  }
  const pick = async (file: File | undefined) => {
    if (!file) return
    if (file.size > MOST_BYTES)
      return setTrouble({
        title: `${file.name} is larger than 4 MB.`,
        lines: ['A build file is far smaller: is it the right one?'],
      })
    await bringIn(await file.text())
  }
  return (
    <main className="mx-auto flex max-w-[760px] flex-col gap-6 px-6 py-10">
      <header className="flex items-center gap-4">
        <svg width="56" height="56" viewBox="-12 -12 24 24" aria-hidden="true">
          <polygon points={hexPoints(0, 0, 11)} fill="var(--ink)" />
          <circle r="5" fill="none" stroke="var(--ground)" strokeWidth="1.6" />
        </svg>
        <div>
          <h1 className="text-[34px] font-semibold leading-none">Snug Bolt</h1>
          <p className="text-[18px] text-muted">
            Every misfit, hole, joint, coat and adjustment, known before it costs anything.
          </p>
        </div>
      </header>
      <section aria-labelledby="builds">
        <h2 id="builds" className="border-b-2 border-ink pb-1 text-[20px] font-semibold">
          Builds on the bench
        </h2>
        {rows?.length === 0 && (
          <p className="py-4 text-[17px]">
            No build yet. Bring in a build file; `npx snugbolt sample heron` prints one.
          </p>
        )}
        <ul>
          {rows?.map(r => (
            <li key={r.id} className="rule-row">
              <Link
                to={`/b/${r.id}/fit`}
                className="flex min-h-16 items-center justify-between gap-4 px-2 hover:bg-shade"
              >
                <span className="text-[24px] font-semibold">{r.name}</span>
                <span className="text-[16px] text-muted">
                  saved {new Date(r.updatedAt).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </section>
      <div>
        <input
          ref={input}
          type="file"
          accept=".json,application/json"
          className="sr-only"
          aria-label="Build file"
          tabIndex={-1}
          onChange={e => {
            void pick(e.target.files?.[0])
            e.target.value = ''
          }}
        />
        <Button kind="main" onClick={() => input.current?.click()}>
          Bring in a build file
        </Button>
      </div>
      {trouble && (
        <div role="alert" className="border-l-4 border-never pl-4 text-[17px]">
          <p className="font-semibold">{trouble.title}</p>
          <ul>
            {trouble.lines.map(l => (
              <li key={l}>{l}</li>
            ))}
          </ul>
          {trouble.retry !== undefined && (
            <Button className="mt-2" onClick={() => void bringIn(trouble.retry!, true)}>
              Bring it in as a copy
            </Button>
          )}
        </div>
      )}
    </main>
  )
}
