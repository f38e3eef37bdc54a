import { counted } from '../../../core/text/text.ts'
import { Heading } from '../../components/Heading.tsx'
import { Dimension } from '../../../core/units/dimension.ts'
import { longest } from '../../../core/document/rangeOf.ts'
import { useMemo, useState } from 'react'
import type { Part } from '../../../core/parts/part.ts'
import { PART_KINDS } from '../../../core/parts/partKinds.ts'
import { specAt } from '../../../core/parts/dimensionAt.ts'
import { readListing, withListing } from '../../../core/shelf/readListing.ts'
import { Button } from '../../components/Button.tsx'
import { TextField } from '../../components/TextField.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { doubtedText } from '../../text/quantityText.ts'
import { useKeeper } from './useKeeper.ts'
import { useDraft } from '../../hooks/useDraft.ts'

/** A listing's text pasted in: what was understood of it, what was not, what contradicts itself. */
export function ListingView({ part, inBuild }: { part: Part; inBuild: boolean }) {
  const { replace } = useKeeper(part, inBuild),
    l = useLength()
  const [text, setText] = useDraft(`listing of ${part.id}`, ''),
    [source, setSource] = useState('listing'),
    [done, setDone] = useState(false)
  const read = useMemo(() => readListing(text, part.kind), [text, part.kind])
  return (
    <div className="flex flex-col gap-3">
      <p className="text-body">
        Paste the table or the lines of a listing. What is understood becomes a claim; what you measured stays.
      </p>
      <label className="flex flex-col text-note text-muted">
        The listing’s text
        <textarea
          value={text}
          rows={7}
          spellCheck={false}
          onChange={e => {
            setText(e.target.value)
            setDone(false)
          }}
          placeholder={`Scale length: 25.5"\nHeel width  56.1 mm ± 0.2`}
          className="figure border border-line bg-paper p-2 text-note text-ink"
        />
      </label>
      <TextField label="Where it is from" value={source} max={longest(Dimension, 'with')} onText={setSource} />
      {text.trim() && (
        <>
          <section aria-label="Understood">
            <Heading>
              {read.understood.length} of {Object.keys(PART_KINDS[part.kind].dims).length} dimensions understood
            </Heading>
            <ul>
              {read.understood.map(u => (
                <li key={u.key} className="rule-row flex justify-between gap-4 py-1 text-plain">
                  <span className="first-letter:uppercase">
                    {u.label} <span className="text-muted">from “{u.line}”</span>
                  </span>
                  <span className="figure whitespace-nowrap">
                    {doubtedText(l, specAt(part, `dims.${u.key}`), u.value, u.doubt)}
                  </span>
                </li>
              ))}
            </ul>
          </section>
          {read.contradictions.length > 0 && (
            <ul role="alert" className="border-l-4 border-never pl-3 text-plain">
              {read.contradictions.map(c => (
                <li key={c.key}>
                  {c.label}: the listing contradicts itself ({c.values.join(' / ')}). Neither is taken: measure it.
                </li>
              ))}
            </ul>
          )}
          {read.unclear.length > 0 && (
            <ul className="text-note text-muted">
              {read.unclear.slice(0, 12).map((u, i) => (
                <li key={i}>
                  “{u.line}” {u.reason}.
                </li>
              ))}
            </ul>
          )}
          <div>
            <Button
              kind="main"
              disabled={read.understood.length === 0 || done}
              onClick={() => {
                replace(withListing(part, read, source))
                setDone(true)
              }}
            >
              {done ? 'Taken over' : `Take ${counted(read.understood.length, 'claim')} over`}
            </Button>
          </div>
        </>
      )}
    </div>
  )
}
