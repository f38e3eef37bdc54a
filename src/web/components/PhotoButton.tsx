import { Camera } from 'lucide-react'
import { useRef, useState } from 'react'
import { attach } from '../../core/document/edits.ts'
import { api, Refused } from '../stores/api.ts'
import { editBuild } from '../stores/buildStore.ts'
import { now } from '../stores/clock.ts'
import { keepUnsent } from '../stores/unsent.ts'
import { NoPhoto, scalePhoto } from './scalePhoto.ts'
import { Button } from './Button.tsx'

/** Sends bytes to the workshop; while it is away they are kept here, and go with the next save. */
async function attachOrKeep(bytes: Blob, type: string): Promise<{ hash: string; size: number }> {
  try {
    return await api.attach(bytes, type)
  } catch (e) {
    if (e instanceof Refused) throw e
    const hash = await keepUnsent(bytes, type)
    if (hash === undefined) throw e
    return { hash, size: bytes.size }
  }
}

/** A photo from the camera or a file, scaled here and kept with the build: of a step, a part, or nothing more. */
export function PhotoButton({
  of = {},
  label = 'Photo',
  large,
}: {
  of?: { step?: string; part?: string; x?: number; y?: number; note?: string }
  label?: string
  large?: boolean
}) {
  const input = useRef<HTMLInputElement>(null),
    [busy, setBusy] = useState(false),
    [problem, setProblem] = useState<string>()
  const take = async (files: readonly File[]) => {
    setBusy(true)
    setProblem(undefined)
    for (const file of files)
      try {
        const scaled = await scalePhoto(file),
          { hash, size } = await attachOrKeep(scaled, 'image/jpeg')
        editBuild(
          b =>
            attach(b, {
              hash,
              type: 'image/jpeg',
              size,
              name: file.name.slice(0, 120) || 'photo.jpg',
              at: now(),
              ...of,
            }),
          'Photo added',
        )
      } catch (e) {
        setProblem(
          e instanceof NoPhoto || e instanceof Refused
            ? e.message
            : `${file.name} was not kept: the workshop does not answer. Choose it again when it does.`,
        )
      }
    setBusy(false)
  }
  return (
    <span className="inline-flex flex-col gap-1">
      <input
        ref={input}
        type="file"
        accept="image/*"
        multiple
        className="hidden"
        aria-label={`${label}: file or camera`}
        tabIndex={-1}
        onChange={e => {
          void take([...(e.target.files ?? [])])
          e.target.value = ''
        }}
      />
      <Button
        disabled={busy}
        className={large ? 'min-h-14 px-5 text-figure' : ''}
        onClick={() => input.current?.click()}
      >
        <Camera size={large ? 24 : 18} aria-hidden="true" />
        {busy ? 'Keeping it' : label}
      </Button>
      {problem && (
        <span role="alert" className="max-w-80 text-note text-never">
          {problem}
        </span>
      )}
    </span>
  )
}
