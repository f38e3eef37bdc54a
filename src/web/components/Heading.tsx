import type { ReactNode } from 'react'

/** The title of a sheet: what is in hand. */
export const Title = ({ children, id }: { children: ReactNode; id?: string }) => (
  <h2 id={id} className="text-title font-semibold">
    {children}
  </h2>
)

/** The heading of a section of a sheet. */
export const Heading = ({ children, id }: { children: ReactNode; id?: string }) => (
  <h3 id={id} className="border-b-2 border-ink pb-1 text-body font-semibold">
    {children}
  </h3>
)
