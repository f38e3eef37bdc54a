import { freeId } from '../../../core/document/freshId.ts'
import { slug } from '../../../core/text/slug.ts'
import { useState } from 'react'
import type { Part } from '../../../core/parts/part.ts'
import { PART_KINDS, PART_KIND_NAMES, type PartKind } from '../../../core/parts/partKinds.ts'
import { typicalPart } from '../../../core/parts/typicalPart.ts'
import { readPartsCsv, type CsvRead } from '../../../core/shelf/partsCsv.ts'
import { Dialog } from '../../components/Dialog.tsx'
import { Button } from '../../components/Button.tsx'
import { FileButton } from '../../components/FileButton.tsx'
import { Select } from '../../components/Select.tsx'

/** A new part that starts from a sensible one of its kind, or many from a table. */
export function NewPartDialog({
  open,
  onClose,
  taken,
  put,
}: {
  open: boolean
  onClose: () => void
  taken: ReadonlySet<string>
  put: (parts: readonly Part[]) => Promise<boolean>
}) {
  const [kind, setKind] = useState<PartKind>('pickup'),
    [name, setName] = useState(''),
    [read, setRead] = useState<CsvRead>(),
    [words, setWords] = useState<string>()
  const close = () => {
    setRead(undefined)
    setWords(undefined)
    setName('')
    onClose()
  }
  const add = async () => {
    const id = freeId(slug(name || PART_KINDS[kind].label, { otherwise: 'part' }), taken)
    if (await put([typicalPart(kind, id, name.trim() || PART_KINDS[kind].label)])) close()
    else setWords('The workshop did not take it; nothing was lost: try again.')
  }
  const table = (text: string, from: string) => {
    setWords(undefined)
    setRead(readPartsCsv(text, { taken, source: from }))
  }
  return (
    <Dialog
      open={open}
      onClose={close}
      title="New on the shelf"
      description="Start from a typical part of its kind, all of it assumed, then overwrite what you know. Or bring in a table of parts."
    >
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={e => {
          e.preventDefault()
          void add()
        }}
      >
        <Select
          label="Kind"
          value={kind}
          onChange={v => setKind(v as PartKind)}
          options={PART_KIND_NAMES.map(k => ({ value: k, label: PART_KINDS[k].label }))}
        />
        <label className="flex flex-1 flex-col text-note text-muted">
          Name
          <input
            value={name}
            maxLength={120}
            placeholder={PART_KINDS[kind].label}
            onChange={e => setName(e.target.value)}
            className="min-h-10 border border-line bg-paper px-2 text-plain text-ink"
          />
        </label>
        <Button kind="main" type="submit">
          Put it on the shelf
        </Button>
      </form>
      <div className="flex flex-wrap items-center gap-3 border-t border-line pt-3">
        <FileButton
          label="Table of parts (CSV)"
          accept=".csv,.tsv,.txt,text/csv"
          most={30 * 1024 * 1024}
          onText={table}
          onProblem={setWords}
        />
        <span className="text-note text-muted">
          Headings: kind, name, price, supplier, place, and any dimension.
        </span>
      </div>
      {words && (
        <p role="alert" className="text-plain text-never">
          {words}
        </p>
      )}
      {read && <TableRead read={read} put={put} close={close} setWords={setWords} />}
    </Dialog>
  )
}

function TableRead({
  read,
  put,
  close,
  setWords,
}: {
  read: CsvRead
  put: (parts: readonly Part[]) => Promise<boolean>
  close: () => void
  setWords: (to: string | undefined) => void
}) {
  return (
    <section aria-label="The table" className="flex flex-col gap-2 text-plain">
      <p className="font-semibold">
        {read.parts.length} part{read.parts.length === 1 ? '' : 's'} understood
        {read.problems.length
          ? `, ${read.problems.length} thing${read.problems.length === 1 ? '' : 's'} refused`
          : ''}
        .
      </p>
      {read.headings.length > 0 && (
        <p className="text-note text-muted">
          {read.headings.map(h => `${h.heading}: ${h.meaning ?? 'not understood'}`).join(' · ')}
        </p>
      )}
      {read.problems.length > 0 && (
        <ul className="max-h-40 overflow-y-auto text-never" tabIndex={0}>
          {read.problems.slice(0, 40).map((p, i) => (
            <li key={i}>
              {p.path}: {p.reason}
            </li>
          ))}
        </ul>
      )}
      {read.parts.length > 0 && (
        <div>
          <Button
            kind="main"
            onClick={() =>
              void put(read.parts).then(ok => {
                if (ok) close()
                else setWords('The workshop did not take them.')
              })
            }
          >
            Put {read.parts.length} on the shelf
          </Button>
        </div>
      )}
    </section>
  )
}
