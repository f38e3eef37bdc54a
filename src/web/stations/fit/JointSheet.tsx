import type { ChosenFix } from '../../../core/document/build.ts'
import { clearanceFigure, stateWord } from '../../text/clearanceFigure.ts'
import { SPANS } from '../../../core/document/spans.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { byWeight, InputTable } from '../../readings/InputTable.tsx'
import { Link } from 'react-router'
import { slotsOf } from '../../../core/document/slots.ts'
import { chooseFix, dropFix } from '../../../core/document/edits.ts'
import type { FitResult } from '../../../core/fit/applyFixes.ts'
import { FAMILIES } from '../../../core/fit/bands.ts'
import type { Joint } from '../../../core/fit/joint.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { Figure } from '../../components/Figure.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { SnugGauge } from '../../components/SnugGauge.tsx'
import { useKeys } from '../../hooks/useKeys.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

/** One joint: its number, the gauge, what it was computed from, and what can be done. */
export function JointSheet({
  joint,
  number,
  fit,
  take,
}: {
  joint: Joint
  number: number
  fit: FitResult
  take: (id: string) => void
}) {
  const build = useOpenBuild()
  const l = useLength()
  const labels = new Map(slotsOf(build.instrument).map(s => [s.id, s.label]))
  const chosen = build.fixes.find(f => f.joint === joint.id)
  const planned = fit.planned.find(j => j.id === joint.id)
  const will =
    chosen && planned ? { value: planned.clearance.value, doubt: planned.doubt, state: planned.state } : undefined
  const figure = clearanceFigure(joint, l),
    doubt = l.fineFigure(joint.doubt).figure
  const pick = (k: number) => {
    const f = joint.fixes[k]
    if (f) editBuild(b => (chosen?.method === f.method ? dropFix(b, joint.id) : chooseFix(b, joint.id, f.method)))
  }
  useKeys(Object.fromEntries(joint.fixes.map((_, i) => [String(i + 1), () => pick(i)])))
  const moved = chosen
    ? fit.planned.filter(p => p.id !== joint.id && p.state !== fit.now.find(n => n.id === p.id)?.state)
    : []
  const inputs = byWeight(joint.clearance)
  return (
    <article className="flex max-w-[47.5rem] flex-col gap-3" aria-labelledby="joint">
      <header className="flex flex-wrap items-baseline justify-between gap-x-4">
        <Title id="joint">
          <span className="figure mr-2 text-body text-muted">{number}</span>
          {joint.title}
        </Title>
        <span className="text-note text-muted">{joint.compared}</span>
      </header>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <Figure value={figure.figure} unit={figure.unit} {...(joint.counts ? {} : { doubt })} />
        <p className="min-w-[min(15rem,100%)] flex-1 text-body">
          {!joint.counts && (
            <b className="font-semibold">{stateWord(joint)[0]!.toUpperCase() + stateWord(joint).slice(1)}. </b>
          )}
          {l.say(joint.finding)}
        </p>
      </div>
      {!joint.counts && (
        <SnugGauge
          size="sheet"
          title={joint.title}
          value={joint.clearance.value}
          doubt={joint.doubt}
          limits={joint.limits}
          state={joint.state}
          planned={will}
        />
      )}
      {!joint.counts && (
        <p className="text-note text-muted">
          Chances:{' '}
          {Object.entries(joint.chances)
            .filter(([, c]) => c >= 0.005)
            .sort((a, b) => b[1] - a[1])
            .map(([state, c]) => `${state} ${Math.round(c * 100)} %`)
            .join(', ')}
          .
        </p>
      )}
      {will && (
        <p className="border-l-4 border-hand pl-3 text-plain">
          As it will be: <span className="figure font-semibold">{l.doubted(will.value, will.doubt)}</span>,
          {will.state}. The step is in the plan.
          {moved.length > 0 && (
            <>
              {' '}
              It also moves:{' '}
              {moved.map((m, i) => (
                <span key={m.id}>
                  {i > 0 && ', '}
                  <button type="button" className="underline" onClick={() => take(m.id)}>
                    {m.title} ({m.state})
                  </button>
                </span>
              ))}
              .
            </>
          )}
        </p>
      )}

      {joint.fixes.length > 0 && <Fixes joint={joint} chosen={chosen} pick={pick} />}
      {chosen && joint.fixes.length > 0 && (
        <CautionNotes ids={joint.fixes.find(f => f.method === chosen.method)?.cautions ?? []} />
      )}
      {inputs.length > 0 && <InputTable caption="Computed from" inputs={inputs} />}

      <div className="flex flex-wrap gap-2">
        {chosen && <Button onClick={() => editBuild(b => dropFix(b, joint.id))}>Drop the planned fix</Button>}
        {joint.state !== 'snug' &&
          joint.slots.map(s => (
            <Link
              key={s}
              to={`../parts?hand=${s}`}
              className="inline-flex min-h-10 items-center underline decoration-line underline-offset-4 hover:decoration-ink"
            >
              Other parts: {(labels.get(s) ?? s).toLowerCase()}
            </Link>
          ))}
      </div>
      {!joint.counts && <BandEditor joint={joint} />}
    </article>
  )
}

function Fixes({
  joint,
  chosen,
  pick,
}: {
  joint: Joint
  chosen: ChosenFix | undefined
  pick: (k: number) => void
}) {
  const l = useLength()
  return (
    <section aria-label="Fixes">
      <Heading>What can be done</Heading>
      <ol>
        {joint.fixes.map((f, i) => (
          <li key={f.method} className="rule-row">
            <button
              type="button"
              aria-pressed={chosen?.method === f.method}
              onClick={() => pick(i)}
              className={`grid w-full grid-cols-[2rem_1fr_auto] items-start gap-x-3 py-2 text-left hover:bg-shade ${chosen?.method === f.method ? 'bg-shade' : ''}`}
            >
              <span
                className={`figure grid size-8 place-items-center border text-plain ${chosen?.method === f.method ? 'border-hand bg-hand text-on-hand' : 'border-ink'}`}
              >
                {i + 1}
              </span>
              <span>
                <span className="text-body font-semibold">{l.say(f.title)}</span>
                <span className="block text-note text-muted">
                  {l.say(f.note)} Tools: {f.tools.join(', ')}.
                </span>
              </span>
              <span className="text-right">
                <span className="figure block text-body">{f.minutes} min</span>
                <span className="block text-note text-muted">{f.when}</span>
                <span className="block text-note text-muted">
                  risk {f.risk}, {f.reversible ? 'can be undone' : 'for good'}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  )
}

/** The snug band of this joint's family, for this build. */
function BandEditor({ joint }: { joint: Joint }) {
  const build = useOpenBuild()
  const own = build.bands[joint.family]
  const set = (low: number, high: number) =>
    editBuild(b => ({ ...b, bands: { ...b.bands, [joint.family]: { low, high } } }))
  const { low } = joint.limits,
    high = joint.limits.high ?? low + 100
  return (
    <details className="text-note">
      <summary className="min-h-8 cursor-pointer text-muted">Snug band and its source</summary>
      <div className="flex flex-wrap items-end gap-4 py-2">
        <LengthField label="Snug from" mm={low} min={SPANS.band.min} max={high - 0.001} onMm={v => set(v, high)} />
        <LengthField label="to" mm={high} min={low + 0.001} max={SPANS.band.max} onMm={v => set(low, v)} />
        {own && (
          <Button
            onClick={() =>
              editBuild(b => {
                const { [joint.family]: gone, ...bands } = b.bands
                void gone
                return { ...b, bands }
              })
            }
          >
            Back to the table’s band
          </Button>
        )}
        <p className="basis-full text-muted">
          {FAMILIES[joint.family].band.label}. {own ? 'Your own band for this build.' : joint.source}.
        </p>
      </div>
    </details>
  )
}
