import { Tabs } from 'radix-ui'
import type { ReactNode } from 'react'
import { useSearchParams } from 'react-router'

export interface View {
  id: string
  label: string
  content: ReactNode
}

/** The views of a station's sheet; the one that is open stands in the address. */
export function Views({ label, views }: { label: string; views: readonly View[] }) {
  const [params, setParams] = useSearchParams()
  const wanted = params.get('view')
  const open = views.find(v => v.id === wanted) ?? views[0]!
  return (
    <Tabs.Root
      value={open.id}
      onValueChange={v =>
        setParams(
          p => {
            p.set('view', v)
            return p
          },
          { replace: true },
        )
      }
      className="flex flex-col gap-4"
    >
      <Tabs.List aria-label={label} className="no-print flex flex-wrap gap-x-1 border-b-2 border-ink">
        {views.map(v => (
          <Tabs.Trigger
            key={v.id}
            value={v.id}
            className="min-h-10 px-3 max-[56.25em]:px-2 text-plain data-[state=active]:bg-ink data-[state=active]:font-semibold data-[state=active]:text-ground"
          >
            {v.label}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value={open.id} tabIndex={-1} className="outline-none">
        {open.content}
      </Tabs.Content>
    </Tabs.Root>
  )
}
