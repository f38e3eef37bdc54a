import { Says } from '../../components/Says.tsx'
import type { MarkNumber } from '../../../core/drill/markList.ts'
import type { TracedNumber } from '../../../core/trace/traceItem.ts'
import { doubtOfMark } from '../../../core/trace/notYet.ts'
import { Figure } from '../../components/Figure.tsx'
import { useLength } from '../../hooks/useLength.ts'

/** Where numbers come from, as soon as it is worked out. */
export type Traced = readonly TracedNumber[] | undefined

/** Numbers to mark, each with what it is measured from, and its doubt when that is known. */
export function Numbers({ of, trail, columns = 2 }: { of: readonly MarkNumber[]; trail: Traced; columns?: 2 | 3 }) {
  const l = useLength()
  const doubt = (n: MarkNumber, nth: number): string | undefined => {
    const mm = doubtOfMark(trail, n, nth)
    return mm !== undefined && mm >= 0.05 ? l.figure(mm, 1).figure : undefined
  }
  return (
    <dl
      className={`grid gap-x-8 gap-y-4 ${columns === 3 ? 'grid-cols-3 max-[56.25em]:grid-cols-2' : 'grid-cols-2'}`}
    >
      {of.map((n, i) => {
        const f = n.mm === undefined ? undefined : l.figure(n.mm, 1),
          d = doubt(n, i)
        return (
          <div key={i}>
            <dt className="text-note leading-tight text-muted">{n.label}</dt>
            <dd>
              {f ? (
                <Figure size="large" value={f.figure} unit={f.unit} doubt={d} />
              ) : (
                <span className="figure text-title font-semibold leading-tight">
                  {n.text !== undefined && <Says of={n.text} />}
                  {d && <span className="text-plain text-muted"> ±{d}</span>}
                </span>
              )}
            </dd>
          </div>
        )
      })}
    </dl>
  )
}
