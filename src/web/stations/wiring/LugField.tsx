import { useId, useState } from 'react'
import { findLugs, lugWords } from '../../../core/circuit/lugFinder.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'

/** How many lugs are offered at once. */
const MOST = 7

/** A finder for a lug: type `volume 2` or `jack tip`; arrows walk what fits, Enter takes it. */
export function LugField({
  label,
  value,
  onLug,
}: {
  label: string
  value: string | undefined
  onLug: (t: string | undefined) => void
}) {
  const build = useOpenBuild()
  const [typed, setTyped] = useState<string>(),
    [at, setAt] = useState(0)
  const id = useId()
  const found = typed === undefined ? [] : findLugs(build, typed).slice(0, MOST)
  const open = typed !== undefined && typed.trim() !== ''
  const take = (t: string | undefined) => {
    if (!t) return
    setTyped(undefined)
    setAt(0)
    onLug(t)
  }
  const none = open && !found.length
  return (
    <span className="relative inline-flex flex-col gap-0.5">
      <label htmlFor={id} className="text-note text-muted">
        {label}
      </label>
      <input
        id={id}
        role="combobox"
        aria-expanded={open && found.length > 0}
        aria-controls={`${id}-list`}
        aria-autocomplete="list"
        aria-activedescendant={found[at] ? `${id}-${at}` : undefined}
        aria-invalid={none || undefined}
        autoComplete="off"
        placeholder={label === 'From' ? 'volume 2' : 'jack tip'}
        value={typed ?? (value ? lugWords(build.circuit, value) : '')}
        onChange={e => {
          setTyped(e.target.value)
          setAt(0)
          if (value) onLug(undefined)
        }}
        onBlur={() => found.length === 1 && take(found[0])}
        onKeyDown={e => {
          if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
            e.preventDefault()
            e.stopPropagation()
            setAt(Math.max(0, Math.min(found.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1))))
          }
          if (e.key === 'Enter' && open) {
            e.preventDefault()
            take(found[at])
          }
          if (e.key === 'Escape') setTyped(undefined)
        }}
        className={`min-h-10 w-64 max-w-full border bg-paper px-2 text-body ${none ? 'border-2 border-never' : 'border-line'}`}
      />
      {open && found.length > 0 && (
        <ul
          id={`${id}-list`}
          role="listbox"
          aria-label={`Lugs for ${label.toLowerCase()}`}
          className="absolute left-0 top-full z-20 w-80 max-w-full border border-ink bg-paper"
        >
          {found.map((t, i) => (
            <li
              key={t}
              id={`${id}-${i}`}
              role="option"
              aria-selected={i === at}
              onPointerDown={e => {
                e.preventDefault()
                take(t)
              }}
              className={`min-h-10 cursor-pointer px-2 py-2 text-body ${i === at ? 'bg-ink text-ground' : ''}`}
            >
              {lugWords(build.circuit, t)}
            </li>
          ))}
        </ul>
      )}
      {none && (
        <span role="alert" className="max-w-64 text-note text-never">
          No lug is called “{typed}”. Type a component and its lug: volume 2, jack tip, bridge pickup start.
        </span>
      )}
    </span>
  )
}
