import { useId } from 'react'
import { useTyped } from '../hooks/useTyped.ts'

/** A field for plain words; what is typed counts when the field is left or Enter is pressed. */
export function TextField({
  label,
  value,
  onText,
  max,
  wide,
}: {
  label: string
  value: string
  onText: (text: string) => void
  max: number
  wide?: boolean
}) {
  const [typed, setTyped] = useTyped(label, value)
  const id = useId()
  const commit = () => {
    if (typed !== undefined && typed.trim() !== value) onText(typed.trim())
  }
  return (
    <span className={`inline-flex flex-col gap-0.5 ${wide ? 'w-full' : ''}`}>
      <label htmlFor={id} className="text-note text-muted">
        {label}
      </label>
      <input
        id={id}
        value={typed ?? value}
        maxLength={max}
        autoComplete="off"
        onChange={e => setTyped(e.target.value)}
        onBlur={commit}
        onKeyDown={e => {
          if (e.key === 'Enter') commit()
          if (e.key === 'Escape') setTyped(undefined)
        }}
        className={`min-h-10 border border-line bg-paper px-2 text-plain ${wide ? 'w-full' : 'w-56 max-w-full'}`}
      />
    </span>
  )
}
