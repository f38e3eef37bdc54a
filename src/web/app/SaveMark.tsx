import { useBuild } from '../stores/buildStore.ts'

const WORDS = {
  saved: 'Saved',
  saving: 'Saving',
  unsaved: 'Saving',
  offline: 'Not saved: the workshop does not answer. Kept here, trying again.',
  refused: 'Not saved. Undo, or change it: ',
  conflict: 'Two copies: choose',
} as const

/** Where this browser keeps nothing more either. */
const UNKEPT =
  'Not saved: the workshop does not answer, and this browser’s storage is full. Leave this page open; it is sent as soon as there is an answer.'

/** Whether everything is saved, in a word. */
export function SaveMark() {
  const save = useBuild(s => s.save)
  const refusal = useBuild(s => s.refusal)
  const kept = useBuild(s => s.kept)
  return (
    <span
      role="status"
      aria-live="polite"
      className={`text-note ${save === 'offline' || save === 'refused' || save === 'conflict' ? 'font-semibold text-never' : 'text-muted'}`}
    >
      {save === 'offline' && !kept ? UNKEPT : WORDS[save]}
      {save === 'refused' && refusal}
    </span>
  )
}
