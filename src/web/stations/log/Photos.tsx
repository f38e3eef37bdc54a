import { useState } from 'react'
import { changeAttachment } from '../../../core/document/edits.ts'
import { Attachment as AttachmentClass, type Attachment } from '../../../core/document/build.ts'
import { longest } from '../../../core/document/rangeOf.ts'
import { Dialog } from '../../components/Dialog.tsx'
import { Button } from '../../components/Button.tsx'
import { Select } from '../../components/Select.tsx'
import { TextField } from '../../components/TextField.tsx'
import { AttachedImage } from '../../components/Attached.tsx'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { moment } from '../../text/dates.ts'

const isPhoto = (a: Attachment): boolean => a.type.startsWith('image/')
const NONE = 'none'

/** Photos as they were taken; one in hand large, another beside it where the builder wants to compare. */
export function Photos({ photos, titles }: { photos: readonly Attachment[]; titles: ReadonlyMap<string, string> }) {
  const build = useOpenBuild(),
    [hand, setHand] = useState<string>(),
    [beside, setBeside] = useState<string>(NONE),
    shown = photos.filter(isPhoto),
    open = shown.find(p => p.id === hand),
    other = shown.find(p => p.id === beside)
  const words = (a: Attachment): string =>
    a.note ?? (a.step ? titles.get(a.step) : undefined) ?? build.parts.find(p => p.id === a.part)?.name ?? a.name
  if (!shown.length) return null
  return (
    <>
      <ul className="grid list-none grid-cols-[repeat(auto-fill,minmax(7.5rem,1fr))] gap-2" aria-label="Photos">
        {shown.map(p => (
          <li key={p.id}>
            <button
              type="button"
              className="block w-full border border-line text-left"
              onClick={() => setHand(p.id)}
            >
              <AttachedImage
                hash={p.hash}
                alt={words(p)}
                loading="lazy"
                className="aspect-[4/3] w-full object-cover"
              />
              <span className="block truncate px-1 py-0.5 text-note">{words(p)}</span>
            </button>
          </li>
        ))}
      </ul>
      {open && (
        <Dialog
          open
          onClose={() => setHand(undefined)}
          title={words(open)}
          description={`${moment(open.at)}${open.step && titles.get(open.step) ? `, ${titles.get(open.step)}` : ''}`}
        >
          <div className={`grid gap-2 ${other ? 'grid-cols-2' : ''}`}>
            {[open, ...(other ? [other] : [])].map(p => (
              <figure key={p.id}>
                <AttachedImage hash={p.hash} alt={words(p)} className="max-h-[46vh] w-full object-contain" />
                <figcaption className="text-note text-muted">{moment(p.at)}</figcaption>
              </figure>
            ))}
          </div>
          <div className="flex flex-wrap items-end gap-3">
            <TextField
              label="What it shows"
              value={open.note ?? ''}
              max={longest(AttachmentClass, 'note')}
              onText={note => editBuild(b => changeAttachment(b, open.id, { note }), 'Photo’s words')}
            />
            <Select
              label="Beside it"
              value={other ? other.id : NONE}
              onChange={setBeside}
              options={[
                { value: NONE, label: 'nothing' },
                ...shown
                  .filter(p => p.id !== open.id)
                  .map(p => ({ value: p.id, label: `${moment(p.at)}: ${words(p)}` })),
              ]}
            />
            <Button
              kind="quiet"
              onClick={() => {
                editBuild(b => changeAttachment(b, open.id, undefined), 'Photo taken out')
                setHand(undefined)
              }}
            >
              Take it out
            </Button>
          </div>
        </Dialog>
      )}
    </>
  )
}
