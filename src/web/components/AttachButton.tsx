import { Paperclip } from 'lucide-react'
import { useRef, useState } from 'react'
import { ATTACHMENT_TYPES, LARGEST_ATTACHMENT, type AttachmentType } from '../../core/document/build.ts'
import { attach } from '../../core/document/edits.ts'
import { api, Refused } from '../stores/api.ts'
import { editBuild } from '../stores/buildStore.ts'
import { now } from '../stores/clock.ts'
import { Button } from './Button.tsx'

/** Kinds of files that are no photos: those are scaled before they are sent, by a button of their own. */
const FILES = ATTACHMENT_TYPES.filter(t => !t.startsWith('image/'))
const KIND_WORDS = 'leaflets as PDF, sounds as WAV, plain text'

const sizeText = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`

/** The sort of a file by what the browser says of it, or by its name where that says nothing. */
const typeOf = (f: File): AttachmentType | undefined => {
  const by: Readonly<Record<string, AttachmentType>> = {
    pdf: 'application/pdf',
    wav: 'audio/wav',
    txt: 'text/plain',
  }
  const said = f.type === 'audio/x-wav' || f.type === 'audio/vnd.wave' ? 'audio/wav' : f.type
  return FILES.find(t => t === said) ?? by[f.name.split('.').at(-1)?.toLowerCase() ?? '']
}

/** Leaflets, sounds and notes that are kept with the build: chosen, their size said, then sent. */
export function AttachButton({ of = {} }: { of?: { part?: string } }) {
  const input = useRef<HTMLInputElement>(null),
    [chosen, setChosen] = useState<readonly File[]>([]),
    [busy, setBusy] = useState(false),
    [problem, setProblem] = useState<string>()
  const choose = (files: readonly File[]) => {
    const bad = files.find(f => typeOf(f) === undefined),
      large = files.find(f => f.size > LARGEST_ATTACHMENT),
      empty = files.find(f => f.size === 0)
    setProblem(
      bad
        ? `${bad.name} is of no kind that is kept. Accepted: ${KIND_WORDS}; photos by their own button.`
        : large
          ? `${large.name} is ${sizeText(large.size)}; a file may be ${sizeText(LARGEST_ATTACHMENT)}.`
          : empty
            ? `${empty.name} is empty.`
            : undefined,
    )
    setChosen(bad || large || empty ? [] : files)
  }
  const send = async () => {
    setBusy(true)
    for (const file of chosen)
      try {
        const type = typeOf(file)!,
          { hash, size } = await api.attach(file, type)
        editBuild(
          b => attach(b, { hash, type, size, name: file.name.slice(0, 120), at: now(), ...of }),
          'File added',
        )
        setChosen(c => c.filter(f => f !== file))
      } catch (e) {
        setProblem(
          e instanceof Refused
            ? e.message
            : `${file.name} was not kept: the workshop does not answer. It is still chosen; send it again.`,
        )
        break
      }
    setBusy(false)
  }
  return (
    <span className="inline-flex flex-col gap-1">
      <input
        ref={input}
        type="file"
        accept={FILES.join(',')}
        multiple
        className="hidden"
        aria-label="File to keep"
        tabIndex={-1}
        onChange={e => {
          choose([...(e.target.files ?? [])])
          e.target.value = ''
        }}
      />
      {chosen.length === 0 ? (
        <Button onClick={() => input.current?.click()} title={KIND_WORDS}>
          <Paperclip size={18} aria-hidden="true" />
          File
        </Button>
      ) : (
        <span className="flex flex-wrap items-center gap-2 text-plain" role="status">
          {chosen.map(f => `${f.name}, ${sizeText(f.size)}`).join('; ')}
          <Button kind="main" disabled={busy} onClick={() => void send()}>
            {busy ? 'Keeping it' : `Keep ${sizeText(chosen.reduce((s, f) => s + f.size, 0))}`}
          </Button>
          <Button kind="quiet" disabled={busy} onClick={() => setChosen([])}>
            Not
          </Button>
        </span>
      )}
      {problem && (
        <span role="alert" className="max-w-80 text-note text-never">
          {problem}
        </span>
      )}
    </span>
  )
}
