import type { MarkItem } from '../../core/drill/markList.ts'
import { notYet } from '../../core/trace/notYet.ts'
import type { TracedNumber } from '../../core/trace/traceItem.ts'
import { useLength } from '../hooks/useLength.ts'

/** Says that a place is too doubtful to be struck, and what to read first; nothing where it may be. */
export function NotYet({
  of,
  trail,
  large,
}: {
  of: MarkItem
  trail: readonly TracedNumber[] | undefined
  large?: boolean
}) {
  const l = useLength(),
    not = notYet(of.numbers, trail)
  if (!not) return null
  return (
    <p
      role="alert"
      className={`border-never font-semibold leading-snug ${large ? 'border-l-8 pl-4 text-title' : 'border-l-4 pl-3 text-lead'}`}
    >
      {of.kind === 'drill' ? 'Do not punch yet' : 'Do not mark yet'}: it may lie{' '}
      <span className="figure">{l.fineText(not.doubt, 1)}</span> elsewhere. Read first: {not.most.label}
      {not.most.basis === 'measured' ? '' : `, only ${not.most.basis}`}.
    </p>
  )
}
