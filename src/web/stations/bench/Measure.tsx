import type { DimensionSpec } from '../../../core/parts/dimensionSpec.ts'
import type { Joint } from '../../../core/fit/joint.ts'
import { Says } from '../../components/Says.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useEffect, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { takeReading, setDimension } from '../../../core/document/edits.ts'
import { readingOf, splitRef } from '../../../core/document/quantityAt.ts'
import { specAt } from '../../../core/parts/dimensionAt.ts'
import { asRead } from '../../../core/document/dimensionReading.ts'
import { outOfRange, readValue } from '../../../core/shelf/readValue.ts'
import { claimed } from '../../../core/units/doubt.ts'
import { parseLength } from '../../../core/units/length.ts'
import type { MeasureItem } from '../../../core/fit/measureNext.ts'
import type { Build } from '../../../core/document/build.ts'
import { Button, buttonLook } from '../../components/Button.tsx'
import { FarReadingAt } from '../../components/FarReading.tsx'
import { SnugGauge } from '../../components/SnugGauge.tsx'
import { DeviceLine } from '../../devices/DeviceLine.tsx'
import { useDevice } from '../../devices/useDevice.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useWhere } from '../../hooks/useWhere.ts'
import { useOrder } from '../../hooks/useOrder.ts'
import { editBuild, useBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'
import { doubtedText } from '../../text/quantityText.ts'
import { dimensionPlace } from '../../map/partPlace.ts'
import { BenchFrame } from './BenchFrame.tsx'
import { useDraft } from '../../hooks/useDraft.ts'

/** A reading that is offered; its id is the dimension’s. */
type Offered = MeasureItem & { id: string }

const EMPTY = { of: '', text: '' }

/** The readings that settle most, one after another over the whole screen. */
export function Measure() {
  const build = useOpenBuild(),
    layout = useFact('layout'),
    fit = useFact('fit'),
    items = useOrder(useFact('next')),
    l = useLength(),
    last = useBuild(s => s.last)
  const [params, setParams] = useSearchParams(),
    pressed = params.get('of'),
    draft = useDraft('reading', EMPTY),
    [at, setAt] = useState(() =>
      Math.max(
        0,
        items.findIndex(i => i.thing.id === (pressed ?? draft[0].of)),
      ),
    ),
    [taken, setTaken] = useState<ReadonlySet<string>>(new Set()),
    [joints, setJoints] = useState<readonly string[]>([])
  useWhere(items[at] ? `reading ${at + 1}` : 'Readings')
  const here = items[at]
  const move = (to: number) => {
      taking.clear()
      setAt(to)
      if (pressed !== null) setParams({}, { replace: true })
    },
    next = () => move(at + 1)
  const taking = useTaking({
    item: here?.thing,
    draft,
    next,
    onTaken: item => {
      setTaken(s => new Set(s).add(item.id))
      setJoints(item.joints)
    },
  })
  // Another device may show another reading here while this page is open.
  const wanted = pressed === null ? -1 : items.findIndex(i => i.thing.id === pressed)
  useEffect(() => {
    if (wanted >= 0) setAt(wanted)
  }, [wanted])
  if (!here) return <NothingLeft items={items} taken={taken} move={move} />
  const item = here.thing,
    spec = specOf(build, item)
  const asked = fit.now.filter(j => item.joints.includes(j.id)),
    shown = asked.length ? asked : fit.now.filter(j => joints.includes(j.id))
  const first = asked[0]?.at
  const place = (layout && dimensionPlace(build, item.ref, layout)) ?? (layout && first && { at: first, reach: 60 })
  const done = taken.has(item.id)
  const told = done ? fit.now.filter(j => joints.includes(j.id) && j.state !== "can't tell") : []
  return (
    <BenchFrame
      leave="../fit"
      head={
        <>
          {build.name}, reading <span className="figure">{at + 1}</span> of{' '}
          <span className="figure">{items.length}</span>
          {here.gone && !done ? ', not needed any more' : done ? ', taken' : ''}
        </>
      }
      back={at > 0 ? () => move(at - 1) : undefined}
      next={next}
      map={{
        hand: place && item.id,
        reach: place?.reach ?? 60,
        marks: place ? [{ id: item.id, at: place.at, label: '', title: item.label }] : [],
      }}
      middle={<ReadingForm item={item} taking={taking} next={next} over={done || here.gone} />}
    >
      <h1 className="text-banner font-semibold leading-[1.1] first-letter:uppercase">{item.label}</h1>
      <p className="text-bench">
        {item.partName}: {item.basis}{' '}
        <span className="figure text-banner font-semibold leading-none">
          {doubtedText(l, spec, item.value, item.doubt)}
        </span>
      </p>
      {here.gone && !done && (
        <p className="border-l-8 border-snug pl-4 text-title">
          Not needed any more: what it would have told is settled by the readings before.
        </p>
      )}
      <p className="text-bench leading-snug">
        <Says of={spec?.how ?? item.how} />
      </p>
      {taking.problem && (
        <p id="reading-problem" role="alert" className="border-l-8 border-never pl-4 text-figure">
          {taking.problem}
        </p>
      )}
      {isLength(spec) && <DeviceLine sort="calliper" />}
      <FarReadingAt large at={item.ref} />
      {told.length > 0 && (
        <p role="status" className="text-title font-semibold">
          Told now: {told.map(j => `${j.title}: ${j.state}`).join('; ')}.
        </p>
      )}
      <JointsAsked shown={shown} item={item} />
      <span className="sr-only" aria-live="polite">
        {last?.title}
      </span>
    </BenchFrame>
  )
}

const specOf = (build: Build, item: Offered) => {
  const { partId, path } = splitRef(item.ref),
    part = build.parts.find(p => p.id === partId)
  return part && specAt(part, path)
}
const isLength = (spec: DimensionSpec | undefined) => !spec || spec.quantity === 'length'

/** What is typed of one reading, by hand or by the calliper, and the ways to take it. */
function useTaking({
  item,
  draft: [draft, setDraft],
  next,
  onTaken,
}: {
  item: Offered | undefined
  draft: readonly [typeof EMPTY, (to: typeof EMPTY) => void]
  next: () => void
  onTaken: (item: Offered) => void
}) {
  const build = useOpenBuild(),
    l = useLength(),
    [by, setBy] = useState<string>(),
    [problem, setProblem] = useState<string>(),
    spec = item && specOf(build, item)
  // A reading that is half-typed belongs to what it was typed for.
  const typed = draft.of === item?.id ? draft.text : '',
    setTyped = (text: string) => setDraft(text && item ? { of: item.id, text } : EMPTY)
  useDevice(
    'calliper',
    item && { build: build.id, of: readingOf(item.ref), label: `${item.partName}: ${item.label}` },
    r => {
      const p = parseLength(r.text)
      if (p.ok && item) {
        setTyped(l.fineText(p.value, l.display === 'mm' ? 2 : 4))
        setBy(r.device)
      }
    },
  )
  /** What is typed as a value, or undefined and a word why not. */
  const value = (): number | undefined => {
    const p = spec && !isLength(spec) ? readValue(spec, typed) : parseLength(typed, l.bare)
    if (!p.ok) {
      setProblem(`${p.reason}. Accepted: ${p.accepted}`)
      return undefined
    }
    const why = spec && outOfRange(spec, p.value)
    setProblem(why ? `${why}.` : undefined)
    return why ? undefined : p.value
  }
  const settle = (edit: (v: number, ref: string) => (b: Build) => Build) => {
    const v = value()
    if (v === undefined || !item) return
    editBuild(edit(v, item.ref), `${item.partName}: ${item.label}`)
    onTaken(item)
    setTyped('')
  }
  const measured = () =>
    settle(
      (v, ref) => b =>
        takeReading(b, {
          of: readingOf(ref),
          value: v,
          ...asRead(spec, v),
          at: now(),
          ...(by === undefined ? {} : { with: by }),
        }),
    )
  const said = () => {
    // A claim that is there already is what the leaflet says: nothing to type.
    if (!typed.trim() && item?.basis === 'claimed') return next()
    if (!typed.trim()) return setProblem('Type what the leaflet says first.')
    settle(
      (v, ref) => b =>
        setDimension(
          b,
          ref,
          isLength(spec)
            ? { ...claimed(v), with: 'leaflet' }
            : {
                value: v,
                doubt: spec?.quantity === 'count' ? 0 : Math.abs(v) * 0.1,
                basis: 'claimed',
                with: 'leaflet',
              },
        ),
    )
  }
  return {
    typed,
    type: (text: string) => {
      setTyped(text)
      setBy(undefined)
    },
    problem,
    measured,
    said,
    clear: () => {
      setTyped('')
      setBy(undefined)
      setProblem(undefined)
    },
  }
}

function NothingLeft({
  items,
  taken,
  move,
}: {
  items: { thing: Offered; gone: boolean }[]
  taken: ReadonlySet<string>
  move: (to: number) => void
}) {
  return (
    <div className="flex h-dvh flex-col items-start gap-4 bg-paper p-10 text-title">
      <h1 className="text-banner font-semibold">
        {items.length ? 'That was the last of them' : 'Nothing to measure'}
      </h1>
      <p>
        {items.length
          ? `${taken.size} of ${items.length} were read. What is left can be told better by choosing, or is measured when its part comes.`
          : 'No verdict hangs on a reading now.'}
      </p>
      <p className="flex flex-wrap gap-3">
        <Link className={buttonLook('main')} to="../fit">
          See the joints
        </Link>
        {items.length > 0 && <Button onClick={() => move(0)}>From the first again</Button>}
      </p>
    </div>
  )
}

function ReadingForm({
  item,
  taking,
  next,
  over,
}: {
  item: Offered
  taking: ReturnType<typeof useTaking>
  next: () => void
  over: boolean
}) {
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={e => {
        e.preventDefault()
        taking.measured()
      }}
    >
      <span className="flex flex-col gap-1.5">
        <label htmlFor="reading" className="text-section">
          Reading of {item.label}
        </label>
        <input
          id="reading"
          autoFocus
          key={item.id}
          value={taking.typed}
          placeholder="measured…"
          autoComplete="off"
          inputMode="decimal"
          onChange={e => {
            taking.type(e.target.value)
          }}
          aria-describedby={taking.problem ? 'reading-problem' : undefined}
          className="figure min-h-16 w-56 max-w-full border-2 border-ink bg-paper px-3 text-head"
        />
      </span>
      <Button type="submit" kind="main" className="min-h-16 px-5 text-figure">
        Measured
      </Button>
      <Button className="min-h-16 px-4 text-section" onClick={taking.said}>
        It is what the leaflet says
      </Button>
      <Button kind="quiet" className="min-h-16 px-3 text-section" onClick={next}>
        {over ? 'Go on' : 'Skip'}
      </Button>
    </form>
  )
}

function JointsAsked({ shown, item }: { shown: Joint[]; item: Offered }) {
  return (
    <div className="mt-auto flex flex-wrap gap-8 border-t border-line pt-3">
      {shown.slice(0, 3).map(j => (
        <div key={j.id} className="flex items-center gap-3 text-lead">
          <span className="w-[6.75rem]">
            <SnugGauge
              size="ledger"
              value={j.clearance.value}
              doubt={j.doubt}
              limits={j.limits}
              state={j.state}
              title={j.title}
            />
          </span>
          <span>
            <span className="font-semibold">{j.state}</span>
            <span className="block text-plain text-muted">{j.title}</span>
          </span>
        </div>
      ))}
      {item.joints.length > 3 && (
        <span className="self-center text-lead text-muted">and {item.joints.length - 3} more</span>
      )}
    </div>
  )
}
