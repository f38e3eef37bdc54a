import type { MarkNumber } from '../../../core/drill/markList.ts'
import { Figure } from '../../components/Figure.tsx'
import { useLength } from '../../hooks/useLength.ts'

/** Numbers to mark, each with what it is measured from. */
export function Numbers({ of, columns = 2 }: { of: readonly MarkNumber[]; columns?: 2 | 3 }) {
  const l = useLength()
  return (
    <dl className={`grid gap-x-8 gap-y-4 ${columns === 3 ? 'grid-cols-3 max-[900px]:grid-cols-2' : 'grid-cols-2'}`}>
      {of.map((n, i) => {
        const f = n.mm === undefined ? undefined : l.figure(n.mm, 1)
        return (
          <div key={i}>
            <dt className="text-note leading-tight text-muted">{n.label}</dt>
            <dd>
              {f ? (
                <Figure size="large" value={f.figure} unit={f.unit} />
              ) : (
                <span className="figure text-title font-semibold leading-tight">{n.text}</span>
              )}
            </dd>
          </div>
        )
      })}
    </dl>
  )
}
