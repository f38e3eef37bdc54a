import { Heading } from '../components/Heading.tsx'
import { useMemo } from 'react'
import type { Build } from '../../core/document/build.ts'
import { readLeaflet, type LeafletRead } from '../../core/leaflet/readLeaflet.ts'
import { specAt } from '../../core/parts/dimensionAt.ts'
import { useLength } from '../hooks/useLength.ts'
import { doubtedText } from '../text/quantityText.ts'

/** A leaflet's or a shop page's text, and what of it was understood for the parts of a build. */
export function Leaflet({
  build,
  text,
  onText,
  source,
  onSource,
}: {
  build: Build
  text: string
  onText: (t: string) => void
  source: string
  onSource: (s: string) => void
}) {
  const read = useMemo(
    (): LeafletRead => (text.trim() ? readLeaflet(text, build) : { claims: [], unclear: [] }),
    [text, build],
  )
  const l = useLength()
  const specOf = (c: LeafletRead['claims'][number]) =>
    specAt(
      build.parts.find(p => p.id === c.partId)!,
      c.path,
    )
  return (
    <div className="flex flex-col gap-2">
      <label className="flex flex-col text-note text-muted">
        The leaflet’s or the shop page’s text, as it is
        <textarea
          value={text}
          rows={text ? 9 : 4}
          spellCheck={false}
          onChange={e => onText(e.target.value)}
          placeholder={'Neck pocket: 56 x 76 mm, depth 16mm\n22 frets, scale 25½"\ntwo 500k pots'}
          className="figure border border-line bg-paper p-2 text-note text-ink"
        />
      </label>
      {text.trim() && (
        <>
          <label className="flex items-center gap-2 text-note text-muted">
            It is from
            <input
              value={source}
              maxLength={80}
              onChange={e => onSource(e.target.value)}
              className="min-h-10 border border-line bg-paper px-2 text-plain text-ink"
            />
          </label>
          <section aria-label="Understood">
            <Heading>
              <span className="figure">{read.claims.length}</span> dimensions understood; they count as claimed
              until you measure
            </Heading>
            <ul>
              {read.claims.map(c => (
                <li
                  key={`${c.partId}/${c.path}`}
                  className="rule-row grid grid-cols-[1fr_auto] gap-x-4 py-1 text-plain"
                >
                  <span>
                    {c.partName}, {c.label}
                  </span>
                  <span className="figure whitespace-nowrap">{doubtedText(l, specOf(c), c.value, c.doubt)}</span>
                  <span className="col-span-2 text-note text-muted">from “{c.line.slice(0, 140)}”</span>
                </li>
              ))}
            </ul>
          </section>
          {read.unclear.length > 0 && (
            <section aria-label="Not understood">
              <Heading>
                <span className="figure">{read.unclear.length}</span> lines not understood, and why
              </Heading>
              <ul className="text-note text-muted">
                {read.unclear.map((u, i) => (
                  <li key={i} className="py-0.5">
                    “{u.line.slice(0, 160)}” {u.reason}.
                  </li>
                ))}
              </ul>
            </section>
          )}
        </>
      )}
    </div>
  )
}
