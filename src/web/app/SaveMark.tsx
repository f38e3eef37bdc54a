import { useBuild } from '../stores/buildStore.ts'

const WORDS = {
  saved: 'Saved',
  saving: 'Saving',
  unsaved: 'Saving',
  offline: 'Not saved: the workshop does not answer. Kept here, trying again.',
  refused: 'Not saved. Undo, or change it: ',
  conflict: 'Two copies: choose',
} as const

/** Whether everything is saved, in a word. */
export function SaveMark() {
  const save = useBuild(s => s.save)
  const refusal = useBuild(s => s.refusal)
  return (
    <span
      role="status"
      aria-live="polite"
      className={`text-note ${save === 'offline' || save === 'refused' || save === 'conflict' ? 'font-semibold text-never' : 'text-muted'}`}
    >
      {WORDS[save]}
      {save === 'refused' && refusal}
    </span>
  )
}
