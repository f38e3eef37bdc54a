import { useId } from 'react'

/** A choice from a list, by the system's own control: it works with keys, touch and every reader. */
export function Select({
  label,
  value,
  onChange,
  options,
  hideLabel,
  className = '',
}: {
  label: string
  value: string
  onChange: (v: string) => void
  options: readonly { value: string; label: string }[]
  hideLabel?: boolean
  className?: string
}) {
  const id = useId()
  return (
    <span className={`inline-flex min-w-0 flex-col gap-0.5 ${className}`}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'text-note text-muted'}>
        {label}
      </label>
      <select
        id={id}
        value={value}
        onChange={e => onChange(e.target.value)}
        className="min-h-10 min-w-0 max-w-full border border-line bg-paper px-2 text-plain"
      >
        {options.map(o => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </span>
  )
}
