import clsx from 'clsx'
import { useEffect, useRef, useState, type ReactNode } from 'react'

/** A column's heading: to the right over figures, unseen over buttons. */
export type Head = string | { label: string; right?: true; unseen?: true }

/** Scrolls sideways where what it holds is wider, and can be reached by keys then. */
function Sideways({ label, children }: { label: string; children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null),
    [wide, setWide] = useState(false)
  useEffect(() => {
    const el = box.current
    if (!el) return
    const look = new ResizeObserver(() => setWide(el.scrollWidth > el.clientWidth))
    look.observe(el)
    for (const child of el.children) look.observe(child)
    return () => look.disconnect()
  }, [])
  return (
    <div
      ref={box}
      className="relative overflow-x-auto"
      {...(wide ? { tabIndex: 0, role: 'group', 'aria-label': label } : {})}
    >
      {children}
    </div>
  )
}

/**
 * The one sort of table: a caption, headings where there are columns to tell apart, and rows that the caller writes with
 * a heading of their own.
 */
export function Table({
  caption,
  heads,
  hideCaption,
  fit,
  children,
}: {
  caption: string
  heads?: readonly Head[]
  hideCaption?: boolean
  /** As wide as what it holds. */
  fit?: boolean
  children: ReactNode
}) {
  return (
    <Sideways label={caption}>
      <table className={clsx('text-plain', !fit && 'w-full')}>
        <caption
          className={hideCaption ? 'sr-only' : 'border-b-2 border-ink pb-1 text-left text-body font-semibold'}
        >
          {caption}
        </caption>
        {heads && (
          <thead>
            <tr
              className={clsx(
                'text-left align-bottom text-note leading-tight text-muted',
                hideCaption ? 'border-b-2 border-ink' : 'border-b border-line',
              )}
            >
              {heads.map((h, i) => {
                const { label, right, unseen } = typeof h === 'string' ? { label: h } : { ...h }
                return label ? (
                  <th key={i} scope="col" className={clsx('py-1 pr-3 font-normal', right && 'text-right')}>
                    {unseen ? <span className="sr-only">{label}</span> : label}
                  </th>
                ) : (
                  <td key={i} />
                )
              })}
            </tr>
          </thead>
        )}
        <tbody>{children}</tbody>
      </table>
    </Sideways>
  )
}

/** Facts by name: one to a row; empty ones are left out. */
export function FactTable({
  caption,
  hideCaption,
  facts,
}: {
  caption: string
  hideCaption?: boolean
  facts: readonly (readonly [name: string, fact: string])[]
}) {
  return (
    <Table caption={caption} {...(hideCaption ? { hideCaption } : {})}>
      {facts
        .filter(([, t]) => t !== '')
        .map(([name, t]) => (
          <tr key={name} className="rule-row">
            <th scope="row" className="w-44 py-1 pr-3 text-left align-top font-normal text-muted">
              {name}
            </th>
            <td className="py-1">{t}</td>
          </tr>
        ))}
    </Table>
  )
}
