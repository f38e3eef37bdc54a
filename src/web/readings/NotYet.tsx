import { specAt } from '../../core/parts/dimensionAt.ts'
import { tellingOf } from '../../core/document/feeds.ts'
import { readingOf, splitRef } from '../../core/document/quantityAt.ts'
import { readingText } from '../../core/document/readingRef.ts'
import { wordsOfReading } from '../../core/document/wordsOfReading.ts'
import type { MarkItem } from '../../core/drill/markList.ts'
import { notYet } from '../../core/trace/notYet.ts'
import type { TracedNumber } from '../../core/trace/traceItem.ts'
import { Says } from '../components/Says.tsx'
import { useLength } from '../hooks/useLength.ts'
import { useOpenBuild } from '../stores/buildStore.ts'
import { ReadingField } from './ReadingField.tsx'

/** Says that a place is too doubtful to be struck, and what to read first; nothing where it may be struck. */
export function NotYet({
  of,
  trail,
  large,
}: {
  of: MarkItem
  trail: readonly TracedNumber[] | undefined
  /** At the bench: with the field for that reading. */
  large?: boolean
}) {
  const l = useLength(),
    build = useOpenBuild(),
    not = notYet(build, of.numbers, trail)
  if (!not) return null
  const { doubt, most } = not
  return (
    <div
      role="alert"
      className={`flex flex-col gap-3 border-never leading-snug ${large ? 'border-l-8 pl-4 text-title' : 'border-l-4 pl-3 text-lead'}`}
    >
      <p className="font-semibold">
        {of.kind === 'drill' ? 'Do not punch yet' : 'Do not mark yet'}: it may lie{' '}
        <span className="figure">{l.text(doubt, 1)}</span> elsewhere.{' '}
        {most.basis === 'measured'
          ? `Read again, more closely: ${most.label}.`
          : `Read first: ${most.label}, only ${most.basis}.`}
      </p>
      {large && <ReadIt of={most.id} />}
    </div>
  )
}

/** The field in which a dimension is read, by the reading that tells it best. */
function ReadIt({ of }: { of: string }) {
  const build = useOpenBuild(),
    { partId, path } = splitRef(of),
    part = build.parts.find(p => p.id === partId),
    spec = part && specAt(part, path)
  if (!spec || spec.quantity !== 'length') return null
  const by = tellingOf(build, of),
    reading = by ? readingText(by) : readingOf(of)
  return (
    <div className="flex flex-wrap items-end gap-4 text-section">
      <ReadingField key={reading} large wide clears of={reading} label={wordsOfReading(build, reading)} />
      {!by && spec.how && (
        <p className="min-w-[min(15rem,100%)] flex-1">
          <Says of={spec.how} />
        </p>
      )}
    </div>
  )
}
