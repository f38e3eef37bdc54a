import { type Said } from '../../../core/say/said.ts'
import { counted } from '../../../core/text/text.ts'
import { FileDown } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { LogEntry, type Build } from '../../../core/document/build.ts'
import { changeAttachment, correctLog, strikeLog, writeLog } from '../../../core/document/edits.ts'
import { longest } from '../../../core/document/rangeOf.ts'
import { writeBuild } from '../../../core/document/readBuild.ts'
import type { Point } from '../../../core/geometry/outline.ts'
import type { Layout } from '../../../core/layout/layOut.ts'
import {
  spentOf,
  storyOf,
  type StoryKind,
  type StoryLine,
  type Spent,
  type StoryPlace,
} from '../../../core/plan/story.ts'
import { formatCapacitance, formatInductance, formatResistance } from '../../../core/units/electrical.ts'
import { fixed } from '../../../core/units/length.ts'
import { StationFrame } from '../../frame/StationFrame.tsx'
import { STATIONS } from '../../frame/stations.ts'
import { AttachButton } from '../../components/AttachButton.tsx'
import { Button, buttonLook } from '../../components/Button.tsx'
import { download } from '../../hooks/download.ts'
import { Figure } from '../../components/Figure.tsx'
import { Heading, Title } from '../../components/Heading.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { money } from '../../text/money.ts'
import { PhotoButton } from '../../components/PhotoButton.tsx'
import { Select } from '../../components/Select.tsx'
import { TextField } from '../../components/TextField.tsx'
import { Views } from '../../components/Views.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useHand } from '../../hooks/useHand.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useTyped } from '../../hooks/useTyped.ts'
import { dimensionPlace } from '../../map/partPlace.ts'
import { AttachedImage } from '../../components/Attached.tsx'
import { attachmentAddress } from '../../stores/api.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'
import { moment, momentInShort } from '../../text/dates.ts'
import { ClientView } from './ClientView.tsx'
import { Photos } from './Photos.tsx'

const ALL = 'all'
const KINDS: readonly StoryKind[] = ['read', 'done', 'left out', 'note', 'photo']
const KIND_WORDS: Record<StoryKind, string> = {
  read: 'what was read',
  done: 'what was done',
  'left out': 'what was left out',
  note: 'what was written',
  photo: 'photos',
}

/** What was done, read, written, photographed and spent, newest first; the file that goes with the instrument. */
export function Log() {
  const build = useOpenBuild(),
    plan = useFact('plan'),
    layout = useFact('layout'),
    l = useLength(),
    story = storyOf(build, plan),
    spent = spentOf(build, plan)
  const [kind, setKind] = useState<string>(ALL),
    [place, setPlace] = useState<string>(ALL),
    [part, setPart] = useState<string>(ALL)
  const shown = story.filter(
    e =>
      (kind === ALL || e.kind === kind) &&
      (place === ALL || e.place === place) &&
      (part === ALL || e.part === part),
  )
  const { hand, take } = useHand(shown)
  const [typed, setTyped] = useTyped('Write a line', ''),
    text = typed ?? ''
  const titles = new Map(plan.steps.map(s => [s.id, l.say(s.title)])),
    { currency } = build.preferences
  const figure = (e: StoryLine) => figureOf(e, l.fineText, currency)
  const rows = shown.map(e => ({
    id: e.id,
    label: `${e.kind}: ${l.say(e.text)}`,
    content: <LineRow of={e} figure={figure(e)} />,
  }))
  const save = () => download(`${build.id}.json`, writeBuild(build), 'application/json')
  const parts = [...new Set(story.flatMap(e => e.part ?? []))].flatMap(id => {
      const p = build.parts.find(x => x.id === id)
      return p ? [{ value: id, label: p.name }] : []
    }),
    places = [...new Set(story.map(e => e.place))]
  const photos = (build.attachments ?? []).filter(
    a => (part === ALL || a.part === part) && (place === ALL || shown.some(e => e.id === a.id)),
  )
  const written = (
    <article className="flex max-w-[47.5rem] flex-col gap-4">
      <SpentFigures spent={spent} currency={currency} />
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={e => {
          e.preventDefault()
          if (text.trim()) {
            editBuild(b => writeLog(b, text.trim(), now()))
            setTyped(undefined)
          }
        }}
      >
        <label className="flex min-w-[min(14rem,100%)] flex-1 flex-col text-note text-muted">
          Write a line
          <input
            value={text}
            maxLength={longest(LogEntry, 'text')}
            onChange={e => setTyped(e.target.value)}
            className="min-h-10 border border-line bg-paper px-2 text-body text-ink"
          />
        </label>
        <Button type="submit">Write it down</Button>
        <PhotoButton of={part === ALL ? {} : { part }} />
        <AttachButton of={part === ALL ? {} : { part }} />
      </form>
      <WhatIsShown
        kind={kind}
        setKind={setKind}
        place={place}
        setPlace={setPlace}
        places={places}
        part={part}
        setPart={setPart}
        parts={parts}
      />
      {hand && <Entry key={hand.id} of={hand} figure={figure(hand)} />}
      {photos.length > 0 && (
        <section aria-label="Photos of it" className="flex flex-col gap-2">
          <Heading>Photos</Heading>
          <Photos photos={photos} titles={titles} />
        </section>
      )}
      <WholeFile save={save} />
    </article>
  )
  return (
    <StationFrame
      map={{
        title: 'Log',
        summary: `${counted(story.length, 'entry', 'entries')}`,
        hand: hand?.id,
        take,
        reach: 60,
        caption: hand && l.say(hand.text),
        marks: placeMarks(shown, build, layout, hand?.id, l.say),
      }}
      ledger={
        <Ledger
          heading={shown.length === story.length ? 'Newest first' : `${shown.length} of ${story.length}`}
          rows={rows}
          hand={hand?.id}
          take={take}
          empty={
            story.length
              ? 'Nothing of that sort yet.'
              : 'Nothing yet. Readings and finished steps are written here by themselves.'
          }
        />
      }
    >
      <Views
        label="Views of the log"
        views={[
          { id: 'story', label: 'Story', content: written },
          { id: 'client', label: 'Client', content: <ClientView /> },
        ]}
      />
    </StationFrame>
  )
}

function SpentFigures({ spent, currency }: { spent: Spent; currency: string }) {
  return (
    <div className="flex flex-wrap gap-x-10 gap-y-3">
      <div>
        <p className="text-note text-muted">spent</p>
        <Figure size="large" value={money(spent.paid)} unit={currency} />
      </div>
      <div>
        <p className="text-note text-muted">still to pay</p>
        <Figure size="large" value={money(spent.toPay)} unit={currency} />
      </div>
      <div>
        <p className="text-note text-muted">
          at the bench{spent.timed ? `, ${spent.timed} steps timed` : ', as planned'}
        </p>
        <Figure size="large" value={fixed(spent.hoursDone, 1)} unit="h" />
      </div>
      <div>
        <p className="text-note text-muted">left</p>
        <Figure size="large" value={fixed(spent.hoursLeft, 1)} unit="h" />
      </div>
    </div>
  )
}

function WhatIsShown({
  kind,
  setKind,
  place,
  setPlace,
  places,
  part,
  setPart,
  parts,
}: {
  kind: string
  setKind: (to: string) => void
  place: string
  setPlace: (to: string) => void
  places: StoryPlace[]
  part: string
  setPart: (to: string) => void
  parts: { value: string; label: string }[]
}) {
  return (
    <div className="flex flex-wrap items-end gap-3" role="group" aria-label="What is shown">
      <Select
        label="Show"
        value={kind}
        onChange={setKind}
        options={[{ value: ALL, label: 'everything' }, ...KINDS.map(k => ({ value: k, label: KIND_WORDS[k] }))]}
      />
      <Select
        label="Of station"
        value={place}
        onChange={setPlace}
        options={[
          { value: ALL, label: 'any' },
          ...places.map(p => ({ value: p, label: STATIONS.find(s => s.id === p)?.label ?? p })),
        ]}
      />
      <Select
        label="Of part"
        className="max-w-60"
        value={part}
        onChange={setPart}
        options={[{ value: ALL, label: 'any' }, ...parts]}
      />
    </div>
  )
}

function WholeFile({ save }: { save: () => void }) {
  const build = useOpenBuild()
  return (
    <div className="flex flex-wrap items-end gap-3 border-t border-line pt-3">
      <Button kind="main" onClick={save}>
        <FileDown size={18} aria-hidden="true" />
        Save the build file
      </Button>
      {Boolean(build.attachments?.length) && (
        <a href={`/api/builds/${build.id}/file.zip`} download className={buttonLook()}>
          With its photos, as a zip
        </a>
      )}
      <Link to="../sheet" className={buttonLook()}>
        The sheet that goes with it
      </Link>
      <Link to="/settings" className={buttonLook()}>
        Settings of the workshop
      </Link>
      <Select
        label="Played"
        value={build.instrument.handedness}
        onChange={v =>
          editBuild(b => ({
            ...b,
            instrument: { ...b.instrument, handedness: v === 'left' ? 'left' : 'right' },
          }))
        }
        options={[
          { value: 'right', label: 'right-handed' },
          { value: 'left', label: 'left-handed' },
        ]}
      />
    </div>
  )
}

/** Photos and readings at their places on the instrument, one mark to a place with how many lie there; the newest is taken by it. */
function placeMarks(
  lines: readonly StoryLine[],
  build: Build,
  layout: Layout | undefined,
  hand: string | undefined,
  say: (s: Said) => string,
) {
  const marks = new Map<string, { id: string; at: Point; title: string; count: number }>()
  for (const e of lines) {
    const { x, y } = e.attachment ?? {}
    const at: Point | undefined =
      x !== undefined && y !== undefined
        ? [x, y]
        : e.dimension && layout
          ? dimensionPlace(build, e.dimension, layout)?.at
          : undefined
    if (!at) continue
    const key = at.map(Math.round).join(' '),
      there = marks.get(key)
    marks.set(key, {
      // What is in hand stands for its place.
      id: there && e.id !== hand ? there.id : e.id,
      at,
      title: there?.title ?? `${e.kind === 'photo' ? 'Photo' : 'Reading'}: ${say(e.text)}`,
      count: (there?.count ?? 0) + 1,
    })
  }
  return [...marks.values()].map(({ count, ...m }) => ({ ...m, label: String(count) }))
}

/** The line in hand: when, with what, and what of it can be corrected or struck out. */
function Entry({ of: e, figure }: { of: StoryLine; figure: string }) {
  const l = useLength(),
    [why, setWhy] = useState('')
  return (
    <section aria-label="The entry in hand" className="flex flex-col gap-2 border-l-4 border-hand pl-3">
      <Title>{l.say(e.text)}</Title>
      <p className="text-plain text-muted">
        {moment(e.at)}
        {figure ? `: ${figure}` : ''}
        {e.value?.with ? `, ${e.value.with}` : ''}
      </p>
      {e.attachment?.type.startsWith('image/') && (
        <AttachedImage
          hash={e.attachment.hash}
          alt={l.say(e.text)}
          className="max-h-[46vh] max-w-full self-start object-contain"
        />
      )}
      {e.attachment && !e.attachment.type.startsWith('image/') && (
        <p className="flex flex-wrap items-center gap-3 text-plain">
          {e.attachment.type === 'audio/wav' && (
            <audio controls src={attachmentAddress(e.attachment.hash)} aria-label={e.attachment.name} />
          )}
          <a href={attachmentAddress(e.attachment.hash)} download={e.attachment.name} className={buttonLook()}>
            {e.attachment.name}
          </a>
          <Button
            kind="quiet"
            onClick={() => editBuild(b => changeAttachment(b, e.attachment!.id, undefined), 'File taken out')}
          >
            Take it out
          </Button>
        </p>
      )}
      {e.was !== undefined && <p className="text-plain">Before it was corrected: {e.was}</p>}
      {e.struck !== undefined && <p className="text-plain">Struck out: {e.struck}</p>}
      {e.kind === 'note' && (
        <div className="flex flex-wrap items-end gap-3">
          <TextField
            label="Correct it"
            wide
            value={l.say(e.text)}
            max={longest(LogEntry, 'text')}
            onText={text => {
              if (text) editBuild(b => correctLog(b, e.id, text), 'Log corrected')
            }}
          />
          {e.struck === undefined ? (
            <>
              <label className="flex flex-1 flex-col text-note text-muted">
                Strike it out, because
                <input
                  value={why}
                  maxLength={longest(LogEntry, 'struck')}
                  onChange={x => setWhy(x.target.value)}
                  className="min-h-10 border border-line bg-paper px-2 text-plain text-ink"
                />
              </label>
              <Button
                disabled={!why.trim()}
                onClick={() => editBuild(b => strikeLog(b, e.id, why.trim()), 'Log struck out')}
              >
                Strike out
              </Button>
            </>
          ) : (
            <Button onClick={() => editBuild(b => strikeLog(b, e.id, undefined), 'Log stands again')}>
              Let it stand again
            </Button>
          )}
        </div>
      )}
    </section>
  )
}

/** What a line is worth seeing in figures: what it cost, how long it took, what was read. */
function figureOf(e: StoryLine, length: (mm: number) => string, currency: string): string {
  if (e.cost !== undefined) return `${money(e.cost)} ${currency}`
  if (e.minutes !== undefined) return `${e.minutes} min`
  const v = e.value
  if (!v) return ''
  switch (v.in) {
    case 'mm':
      return length(v.of)
    case 'Ω':
      return formatResistance(v.of)
    case 'H':
      return formatInductance(v.of)
    case 'F':
      return formatCapacitance(v.of)
    case 'cents':
    case 'turns':
      return `${v.of > 0 ? '+' : ''}${fixed(v.of, v.in === 'turns' ? 2 : 1)} ${v.in}`
    case 'heard':
    case '':
      return ''
    default:
      return `${fixed(v.of, 0)} ${v.in}`
  }
}

function LineRow({ of: e, figure }: { of: StoryLine; figure: string }) {
  const l = useLength()
  return (
    <>
      <span className="figure w-[5.2em] shrink-0 text-note text-muted">{momentInShort(e.at)}</span>
      <span className={`min-w-0 flex-1 text-plain leading-tight ${e.struck ? 'text-muted line-through' : ''}`}>
        {l.say(e.text)}
      </span>
      <span className="figure shrink-0 text-note">{figure || e.kind}</span>
    </>
  )
}
