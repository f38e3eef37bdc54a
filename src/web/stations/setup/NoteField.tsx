import { useEffect, useState } from 'react'
import { noteHz } from '../../../core/setup/pitch.ts'
import { useTyped } from '../../hooks/useTyped.ts'

/** The note a string is tuned to; what is no note stays typed, with the reason. */
export function NoteField({
  string,
  note,
  onNote,
}: {
  string: number
  note: string
  onNote: (note: string) => void
}) {
  const [typed = note, setTyped] = useTyped(`Note of string ${string}`, note)
  const [problem, setProblem] = useState(false)
  useEffect(() => setProblem(false), [note])
  const commit = () => {
    const clean = typed.trim().replace(/^[a-g]/, c => c.toUpperCase())
    if (noteHz(clean) === undefined) return setProblem(true)
    setProblem(false)
    if (clean !== note) onNote(clean)
  }
  return (
    <>
      <input
        aria-label={`Note of string ${string}`}
        aria-invalid={problem || undefined}
        aria-describedby={problem ? `note-${string}` : undefined}
        value={typed}
        onChange={e => setTyped(e.target.value)}
        onBlur={commit}
        onKeyDown={e => {
          if (e.key === 'Enter') commit()
        }}
        className={`figure min-h-10 w-16 border bg-paper px-2 text-body ${problem ? 'border-2 border-never' : 'border-line'}`}
      />
      {problem && (
        <span id={`note-${string}`} role="alert" className="block text-note text-never">
          “{typed}” is no note. Accepted: E4, F#3, Bb2
        </span>
      )}
    </>
  )
}
