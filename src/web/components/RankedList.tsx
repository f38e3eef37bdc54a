import { Says } from './Says.tsx'
import { type Said } from '../../core/say/said.ts'
import type { ReactNode } from 'react'

/** Causes by their chances, the likeliest large: what it is, why it is thought to be, and what to do. */
export function RankedList<T extends { id: string; says: Said; chance: number }>({
  items,
  because,
  children,
}: {
  items: readonly T[]
  /** What made each so likely, in words. */
  because: (item: T) => Said | undefined
  children: (item: T, nth: number) => ReactNode
}) {
  return (
    <ol className="flex flex-col gap-4">
      {items.map((c, i) => {
        const why = because(c)
        return (
          <li key={c.id} className="grid grid-cols-[5.5rem_1fr] gap-x-4 border-t border-line pt-3">
            <span
              className={`figure whitespace-nowrap ${i ? 'text-figure text-muted' : 'text-large font-semibold'}`}
            >
              {Math.round(100 * c.chance)} %
            </span>
            <div className="flex flex-col gap-2">
              <p className={i ? 'text-body' : 'text-lead font-semibold'}>
                <Says of={c.says} />
              </p>
              {why && (
                <p className="text-plain text-muted">
                  <Says of={why} />
                </p>
              )}
              {children(c, i)}
            </div>
          </li>
        )
      })}
    </ol>
  )
}
