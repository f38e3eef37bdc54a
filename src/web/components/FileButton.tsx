import { useRef } from 'react'
import { Button } from './Button.tsx'

/** A button that asks for a file and gives its text; a file above the limit is refused with a word. */
export function FileButton({
  label,
  accept,
  most,
  onText,
  onProblem,
}: {
  label: string
  accept: string
  most: number
  onText: (text: string, name: string) => void
  onProblem: (why: string) => void
}) {
  const input = useRef<HTMLInputElement>(null)
  const take = async (file: File | undefined) => {
    if (!file) return
    if (file.size > most)
      return onProblem(
        `${file.name} is ${(file.size / 1048576).toFixed(1)} MB; up to ${(most / 1048576).toFixed(0)} MB are read.`,
      )
    onText(await file.text(), file.name)
  }
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        className="sr-only"
        aria-label={label}
        tabIndex={-1}
        onChange={e => {
          void take(e.target.files?.[0])
          e.target.value = ''
        }}
      />
      <Button onClick={() => input.current?.click()}>{label}</Button>
    </>
  )
}
