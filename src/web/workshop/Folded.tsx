import type { ReactNode } from 'react'

/** What is folded away on a telephone, where the builds come first; elsewhere it stands as it is. */
export function Folded({
  title,
  folded,
  below,
  children,
}: {
  title: string
  folded: boolean
  /** It stands at the foot of the page and opens over what is above it. */
  below?: boolean
  children: ReactNode
}) {
  if (!folded) return <>{children}</>
  return (
    <details
      className={below ? 'max-h-[70dvh] shrink-0 overflow-y-auto border-t-2 border-ink bg-paper' : 'basis-full'}
    >
      <summary
        className={`flex min-h-11 cursor-pointer items-center underline underline-offset-4 ${below ? 'px-5 text-body font-semibold' : 'text-plain'}`}
      >
        {title}
      </summary>
      {below ? children : <div className="flex flex-wrap items-center gap-2 py-2">{children}</div>}
    </details>
  )
}
