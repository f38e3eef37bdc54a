import { useId, useState } from 'react'

const DAY = /^\d{4}-\d\d-\d\d$/

/** A day of the calendar, or none. */
export function DayField({
  label,
  day,
  onDay,
  needed,
}: {
  label: string
  day: string | undefined
  onDay: (day: string | undefined) => void
  /** It cannot be left empty. */
  needed?: boolean
}) {
  const id = useId(),
    [problem, setProblem] = useState(false)
  return (
    <span className="inline-flex flex-col gap-0.5">
      <label htmlFor={id} className="text-note text-muted">
        {label}
      </label>
      <input
        id={id}
        type="date"
        key={day ?? ''}
        defaultValue={day ?? ''}
        aria-invalid={problem || undefined}
        aria-describedby={problem ? `${id}-why` : undefined}
        onBlur={e => {
          const v = e.target.value,
            bad = e.target.validity.badInput || (needed === true && v === '')
          setProblem(bad)
          if (bad) return
          if (v === '') {
            if (day !== undefined) onDay(undefined)
          } else if (DAY.test(v) && v !== day) onDay(v)
        }}
        onKeyDown={e => {
          if (e.key === 'Enter') e.currentTarget.blur()
        }}
        className="figure min-h-10 border border-line bg-paper px-2 text-plain text-ink"
      />
      {problem && (
        <span id={`${id}-why`} role="alert" className="max-w-72 text-note text-never">
          {label}: not a day yet. Accepted: a day of the calendar.
        </span>
      )}
    </span>
  )
}
