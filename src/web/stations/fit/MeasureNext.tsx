import { ReadingField } from '../../readings/ReadingField.tsx'
import { Says } from '../../components/Says.tsx'
import { Title } from '../../components/Heading.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useState } from 'react'
import { Link } from 'react-router'
import { readingOf, splitRef } from '../../../core/document/quantityAt.ts'
import type { FitResult } from '../../../core/fit/applyFixes.ts'
import { specAt } from '../../../core/parts/dimensionAt.ts'
import { DEFAULT_DOUBT } from '../../../core/units/doubt.ts'
import { fixed } from '../../../core/units/length.ts'
import { buttonLook } from '../../components/Button.tsx'
import { FarReadingAt } from '../../components/FarReading.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { doubtedText } from '../../text/quantityText.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { ShowOn } from '../../components/ShowOn.tsx'

/** The dimensions whose reading settles the most, in the order to take them, each with a field for its reading. */
export function MeasureNext({ fit }: { fit: FitResult }) {
  const build = useOpenBuild(),
    l = useLength()
  const items = useFact('next')
  const [read, setRead] = useState<readonly string[]>([])
  const title = (id: string) => fit.now.find(j => j.id === id)?.title ?? id
  // What was read here has left the list, and may still have to be asked about.
  const far = read.map(at => <FarReadingAt key={at} at={at} named />)
  if (items.length === 0)
    return (
      <>
        {far}
        <p className="text-body">Nothing is left that a reading would settle.</p>
      </>
    )
  return (
    <article className="flex max-w-[50rem] flex-col gap-3">
      <header className="flex flex-wrap items-center justify-between gap-3">
        <Title>Measure next</Title>
        <Link to="../measure" className={buttonLook('main')}>
          Take them one after another
        </Link>
        <ShowOn to="../measure" />
      </header>
      {far}
      <ol>
        {items.map((m, i) => {
          const { partId, path } = splitRef(m.ref),
            part = build.parts.find(p => p.id === partId),
            spec = part && specAt(part, path)
          return (
            <li key={m.ref} className="rule-row grid grid-cols-[2rem_1fr_auto] items-start gap-x-3 py-2.5">
              <span className="figure text-body text-muted">{i + 1}</span>
              <span>
                <span className="block text-body font-semibold first-letter:uppercase">{m.label}</span>
                <span className="block text-note text-muted">
                  {m.partName}. {m.basis} <span className="figure">{doubtedText(l, spec, m.value, m.doubt)}</span>.{' '}
                  <Says of={m.how} />
                </span>
                <span className="block text-note">
                  {m.joints.length === 1
                    ? `${Math.round(m.settles * 100)} % likely to settle`
                    : `May settle ${fixed(m.settles, 1)} of ${m.joints.length}:`}{' '}
                  {m.joints.slice(0, 3).map(title).join('; ')}
                  {m.joints.length > 3 ? ' and more' : ''}. {Math.round(m.stake)} min of work hang on it.
                </span>
              </span>
              <span className="flex flex-wrap items-center justify-end gap-2">
                <ShowOn to={`../measure?of=${encodeURIComponent(m.ref)}`} of={m.label} />
                {spec && (
                  <ReadingField
                    label={`Measured ${m.label}`}
                    hideLabel
                    clears
                    of={readingOf(m.ref)}
                    title={`${m.partName}: ${m.label}`}
                    onTaken={() => setRead(r => [...r.filter(x => x !== m.ref), m.ref])}
                  />
                )}
              </span>
            </li>
          )
        })}
      </ol>
      <p className="text-note text-muted">
        A reading with a calliper leaves ±{l.fineText(DEFAULT_DOUBT.calliper())}. How many verdicts it settles is a
        chance, added up over the joints that hang on it.
      </p>
    </article>
  )
}
