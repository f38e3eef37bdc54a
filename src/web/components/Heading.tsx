import type { ReactNode } from 'react'

/** The title of a sheet: what is in hand; or of a page that has no other. */
export const Title = ({ children, id, level = 2 }: { children: ReactNode; id?: string; level?: 1 | 2 }) => {
  const H = `h${level}` as const
  return (
    <H id={id} className="text-title font-semibold">
      {children}
    </H>
  )
}

/** The heading of a section of a sheet, or of a page without sheets. */
export const Heading = ({ children, id, level = 3 }: { children: ReactNode; id?: string; level?: 2 | 3 }) => {
  const H = `h${level}` as const
  return (
    <H id={id} className="border-b-2 border-ink pb-1 text-body font-semibold">
      {children}
    </H>
  )
}
