import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, type ReactNode } from 'react'
import { useKeys } from '../../hooks/useKeys.ts'

export interface ShelfLine {
  id: string
  name: string
  below: string
  aside: string
}

/** A ledger of any length: only the rows in sight are drawn. Arrow keys walk it. */
export function ShelfLedger({
  heading,
  head,
  lines,
  hand,
  take,
  empty,
}: {
  heading: string
  head: ReactNode
  lines: readonly ShelfLine[]
  hand: string | undefined
  take: (id: string) => void
  empty: ReactNode
}) {
  const box = useRef<HTMLDivElement>(null)
  const v = useVirtualizer({
    count: lines.length,
    getScrollElement: () => box.current,
    estimateSize: () => 60,
    overscan: 8,
  })
  const at = lines.findIndex(l => l.id === hand)
  const step = (by: number) => {
    const next = lines[Math.max(0, Math.min(lines.length - 1, at + by))]
    if (next) take(next.id)
  }
  useKeys({
    ArrowDown: () => step(1),
    ArrowUp: () => step(-1),
    Home: () => step(-lines.length),
    End: () => step(lines.length),
  })
  // Only another row in hand, or another list, moves what is in sight.
  useEffect(() => {
    if (at >= 0) v.scrollToIndex(at, { align: 'auto' })
    // Only another part in hand, or another list, scrolls.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [hand, lines])
  return (
    <section aria-label={heading} className="flex min-h-0 flex-col border-r border-line bg-ground">
      {head}
      {lines.length === 0 ? (
        <div className="p-4 text-body">{empty}</div>
      ) : (
        <div ref={box} className="min-h-0 flex-1 overflow-y-auto" tabIndex={-1}>
          <ul style={{ height: v.getTotalSize(), position: 'relative' }}>
            {v.getVirtualItems().map(item => {
              const l = lines[item.index]!
              return (
                <li
                  key={l.id}
                  // A row is as high as its words: names are long, and letters may be large.
                  ref={v.measureElement}
                  data-index={item.index}
                  className="rule-row"
                  style={{
                    position: 'absolute',
                    top: 0,
                    left: 0,
                    right: 0,
                    transform: `translateY(${item.start}px)`,
                  }}
                  aria-setsize={lines.length}
                  aria-posinset={item.index + 1}
                >
                  <button
                    type="button"
                    aria-current={l.id === hand}
                    onClick={() => take(l.id)}
                    className={`flex min-h-15 w-full items-center gap-3 border-l-[5px] px-3 py-1 text-left ${l.id === hand ? 'border-hand bg-paper' : 'border-transparent hover:bg-shade'}`}
                  >
                    <span className="min-w-0 flex-1">
                      <span className="block truncate text-plain font-medium leading-tight">{l.name}</span>
                      <span className="block truncate text-note text-muted">{l.below}</span>
                    </span>
                    <span className="figure shrink-0 text-right text-note text-muted">{l.aside}</span>
                  </button>
                </li>
              )
            })}
          </ul>
        </div>
      )}
    </section>
  )
}
