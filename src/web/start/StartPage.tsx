import { slug } from '../../core/text/slug.ts'
import { useTitle } from '../hooks/useTitle.ts'
import { useEffect, useMemo, useState } from 'react'
import { Link, useLocation, useNavigate, useSearchParams } from 'react-router'
import type { Build } from '../../core/document/build.ts'
import { readLeaflet, withClaims } from '../../core/leaflet/readLeaflet.ts'
import { typicalPart } from '../../core/parts/typicalPart.ts'
import { claimed } from '../../core/units/doubt.ts'
import { assumeBuild, HAVES, type Have } from '../../core/start/assumeBuild.ts'
import { freshCopy } from '../../core/start/freshCopy.ts'
import type { Answers } from '../../core/start/answers.ts'
import { LENGTH_DISPLAYS } from '../../core/units/length.ts'
import { tellApart } from '../../core/text/text.ts'
import { Button } from '../components/Button.tsx'
import { Select } from '../components/Select.tsx'
import { api, Refused, type BuildRow } from '../stores/api.ts'
import { today } from '../stores/clock.ts'
import { inUnits, type WorkshopSettings } from '../../core/document/settings.ts'
import { editSettings, useSettings } from '../stores/settingsStore.ts'
import { Leaflet } from './Leaflet.tsx'
import { MiniDrawing } from '../map/MiniDrawing.tsx'
import { Questions } from './Questions.tsx'
import { useDraft } from '../hooks/useDraft.ts'

const TITLES: Record<Have | 'copy', { title: string; hint: string; name: string }> = {
  kit: { title: 'A kit in a box', hint: 'Everything is on the table. No leaflet is needed.', name: 'Kit' },
  'body and neck': {
    title: 'A body and a neck',
    hint: 'Both are on the table, the rest is still to be found.',
    name: 'New build',
  },
  donor: {
    title: 'A donor to take apart',
    hint: 'Its parts come to the shelf, its places stay as a template.',
    name: 'Donor build',
  },
  'to buy': {
    title: 'Parts still to be bought',
    hint: 'What goes with what, before you pay.',
    name: 'Planned build',
  },
  copy: {
    title: 'Like another build',
    hint: 'The same instrument and parts, with nothing done yet.',
    name: 'Copy',
  },
}

/** What is filled in before anything is said: the answers that most instruments share. Its scale nobody can guess. */
const FILLED: Answers = {
  strings: 6,
  perCourse: 1,
  handedness: 'right',
  neckJoint: 'screwed',
  pickups: [
    { place: 'bridge', sort: 'double-coil' },
    { place: 'neck', sort: 'double-coil' },
  ],
  bridge: 'flat plate',
  controls: { volumes: 1, tones: 1, switches: 1 },
  hang: 'body',
}

/** A donor's id is longer by its first word. */
const NAMED = { most: 36, otherwise: 'build' }

/** A build begun: what there is, a few drawn questions, the leaflet if there is one, then straight to measuring. */
export function StartPage() {
  useTitle('A new build')
  const [params] = useSearchParams()
  const wanted = params.get('have')
  const have: Have | 'copy' = wanted === 'copy' ? 'copy' : (HAVES.find(h => h === wanted) ?? 'kit')
  const given = (useLocation().state as { leaflet?: string } | null)?.leaflet ?? ''
  const [rows, setRows] = useState<BuildRow[]>([])
  const [name, setName] = useDraft<string | undefined>('name', undefined)
  const [answers, setAnswers] = useDraft<Answers>('answers', FILLED)
  const [text, setText] = useDraft('leaflet', given),
    [source, setSource] = useDraft('leaflet is from', 'leaflet')
  const [trouble, setTrouble] = useState<string>(),
    [busy, setBusy] = useState(false)
  const [like, setLike] = useDraft('like', '')
  const settings = useSettings(s => s.settings)
  const navigate = useNavigate()
  useEffect(() => {
    api
      .builds()
      .then(setRows, () =>
        setTrouble('The workshop does not answer. Start it with npm run demo, then load this page again.'),
      )
  }, [])
  const proposed = tellApart(
    TITLES[have].name,
    rows.map(r => r.name),
  )
  const called = (name ?? proposed).trim() || proposed
  const build = useMemo(
    () =>
      assumeBuild({
        id: 'new',
        name: called,
        have: have === 'copy' ? 'kit' : have,
        answers,
        today: today(),
        settings,
      }),
    [called, have, answers, settings],
  )
  const begin = async () => {
    setBusy(true)
    setTrouble(undefined)
    try {
      let first: Build
      if (have === 'copy') {
        const { build: other } = await api.build(like || rows[0]!.id)
        first = freshCopy(other, 'build', called, today())
      } else {
        first = withClaims(build, text.trim() ? readLeaflet(text, build).claims : [], source)
        first = { ...first, id: slug(called, NAMED) }
        if (have === 'donor') {
          const donor = {
            ...typicalPart('donor', `donor-${slug(called, NAMED)}`.slice(0, 44), `Donor of ${called}`),
          }
          if (answers.scaleLength) donor.dims.scaleLength = claimed(answers.scaleLength)
          await api.putOnShelf([donor])
        }
      }
      const made = await api.create(first, true)
      void navigate(`/b/${made.build.id}/measure`)
    } catch (e) {
      setBusy(false)
      setTrouble(
        e instanceof Refused
          ? [e.message, ...e.problems.slice(0, 4).map(p => `${p.path}: ${p.reason}`)].join(' ')
          : 'The workshop does not answer; nothing was lost. Try again.',
      )
    }
  }
  const t = TITLES[have]
  return (
    <div className="flex h-dvh flex-col">
      <StartHead
        t={t}
        settings={settings}
        name={name}
        proposed={proposed}
        setName={setName}
        begin={begin}
        busy={busy}
        have={have}
        rows={rows}
      />
      {trouble && (
        <p role="alert" className="border-l-4 border-never bg-paper px-4 py-2 text-plain">
          {trouble}
        </p>
      )}
      <main className="min-h-0 flex-1 overflow-y-auto">
        {have === 'copy' ? (
          <WhichToCopy rows={rows} like={like} setLike={setLike} />
        ) : (
          <div className="grid grid-cols-[1fr_minmax(18.75rem,36%)] max-[62.5em]:grid-cols-1">
            <section aria-label="Questions" className="px-6 py-4">
              <Questions answers={answers} onAnswers={setAnswers} />
            </section>
            <section
              aria-label="As it is assumed so far"
              className="flex flex-col gap-4 border-l border-line bg-paper px-5 py-4 max-[62.5em]:border-l-0 max-[62.5em]:border-t"
            >
              <MiniDrawing build={build} width="100%" height={150} />
              <p className="text-plain">
                A whole instrument of {build.parts.length} assumed parts. Nothing assumed is ever called a misfit;
                readings settle it.
              </p>
              <h2 className="border-b-2 border-ink text-lead font-semibold">
                Is there a leaflet, or a shop’s page?
              </h2>
              <Leaflet build={build} text={text} onText={setText} source={source} onSource={setSource} />
            </section>
          </div>
        )}
      </main>
    </div>
  )
}

function StartHead({
  t,
  settings,
  name,
  proposed,
  setName,
  begin,
  busy,
  have,
  rows,
}: {
  t: { title: string; hint: string; name: string }
  settings: WorkshopSettings
  name: string | undefined
  proposed: string
  setName: (next: string | undefined) => void
  begin: () => Promise<void>
  busy: boolean
  have: 'kit' | 'body and neck' | 'donor' | 'to buy' | 'copy'
  rows: BuildRow[]
}) {
  return (
    <header className="flex flex-wrap items-end gap-x-5 gap-y-2 border-b-2 border-ink px-6 py-3">
      <Link to="/" className="text-section font-semibold underline-offset-4 hover:underline">
        Snug Bolt
      </Link>
      <div className="min-w-0 flex-1">
        <h1 className="whitespace-nowrap text-bench font-semibold leading-tight">{t.title}</h1>
        <p className="text-plain text-muted max-[62.5em]:hidden">{t.hint}</p>
      </div>
      <Select
        label="Units"
        value={settings.preferences.length}
        onChange={v =>
          editSettings(s =>
            inUnits(
              s,
              LENGTH_DISPLAYS.find(d => d === v)!,
            ),
          )
        }
        options={[
          { value: 'mm', label: 'mm' },
          { value: 'inch-fraction', label: 'inches, fractions' },
          { value: 'inch-decimal', label: 'inches, decimals' },
        ]}
      />
      <label className="flex flex-col text-note text-muted">
        Name of the build
        <input
          value={name ?? proposed}
          maxLength={80}
          autoComplete="off"
          onChange={e => setName(e.target.value)}
          onKeyDown={e => {
            if (e.key === 'Enter') void begin()
          }}
          className="min-h-10 w-52 max-w-full border border-line bg-paper px-2 text-plain text-ink"
        />
      </label>
      <Button
        kind="main"
        className="min-h-12 px-5 text-lead"
        disabled={busy || (have === 'copy' && rows.length === 0)}
        onClick={() => void begin()}
      >
        {busy ? 'Starting' : 'Start measuring'}
      </Button>
    </header>
  )
}

function WhichToCopy({ rows, like, setLike }: { rows: BuildRow[]; like: string; setLike: (next: string) => void }) {
  return (
    <div className="max-w-[45rem] px-6 py-6">
      {rows.length === 0 ? (
        <p className="text-body">
          There is no build to copy yet.{' '}
          <Link className="underline" to="/">
            Start one
          </Link>
          , or load the demo workshop.
        </p>
      ) : (
        <fieldset className="flex flex-col">
          <legend className="mb-2 text-lead font-semibold">Which one is it like?</legend>
          {rows.map((r, i) => (
            <label key={r.id} className="rule-row flex min-h-12 items-center gap-3 text-lead">
              <input
                type="radio"
                name="like"
                checked={like ? like === r.id : i === 0}
                onChange={() => setLike(r.id)}
                className="size-5 accent-[var(--hand)]"
              />
              {r.name}
            </label>
          ))}
        </fieldset>
      )}
    </div>
  )
}
