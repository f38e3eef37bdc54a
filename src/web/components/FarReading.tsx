import { putPart, takeReading } from '../../core/document/edits.ts'
import { readingOf, splitRef } from '../../core/document/quantityAt.ts'
import { dimensionAt, specAt, withDimension } from '../../core/parts/dimensionAt.ts'
import type { Part } from '../../core/parts/part.ts'
import { isFar, slipOf } from '../../core/shelf/farReading.ts'
import { useLength } from '../hooks/useLength.ts'
import { now } from '../stores/clock.ts'
import { editBuild, useOpenBuild } from '../stores/buildStore.ts'
import { doubtedText, quantityText } from '../text/quantityText.ts'
import { Button } from './Button.tsx'

/** Asks in place about a reading that is far from its claim; says nothing of any other. */
export function FarReading({
  part,
  path,
  onPart,
  onSlip,
  large,
  named,
}: {
  part: Part
  path: string
  onPart: (p: Part) => void
  /** Takes what was read in another unit; the part alone is changed where nothing is given. */
  onSlip?: (mm: number) => void
  large?: boolean | undefined
  /** Whether to say which dimension it is: where the reading is not beside its field. */
  named?: boolean | undefined
}) {
  const d = dimensionAt(part, path),
    spec = specAt(part, path),
    l = useLength()
  if (!spec || !isFar(d)) return null
  const slip = spec.quantity === 'length' ? slipOf(d, l.bare) : undefined
  const show = (v: number) => (spec.quantity === 'length' ? l.fineText(v) : quantityText(spec, v))
  return (
    <div
      role="alert"
      className={`flex flex-wrap items-center gap-3 border-l-4 border-never bg-paper py-1 pl-3 ${large ? 'text-figure' : 'text-plain'}`}
    >
      <span>
        {named && `${part.name}, ${spec.label}: `}
        <span className="figure font-semibold">{show(d.value)}</span>, claimed{' '}
        <span className="figure">{doubtedText(l, spec, d.claimed, d.claimedDoubt)}</span>:{' '}
        {slip ? (
          <>
            was it <span className="figure font-semibold">{slip.text}</span>?
          </>
        ) : (
          'right? Read it again if it is not.'
        )}
      </span>
      {slip && (
        <Button
          kind="main"
          onClick={() => (onSlip ? onSlip(slip.mm) : onPart(withDimension(part, path, { ...d, value: slip.mm })))}
        >
          It was {slip.text}
        </Button>
      )}
      <Button onClick={() => onPart(withDimension(part, path, { ...d, sure: true }))}>It is right</Button>
    </div>
  )
}

/** The same question about a dimension of the open build, by its place: `<part>/<path>`. */
export function FarReadingAt({
  at,
  large,
  named,
}: {
  at: string
  large?: boolean | undefined
  named?: boolean | undefined
}) {
  const { partId, path } = splitRef(at)
  const part = useOpenBuild().parts.find(p => p.id === partId)
  if (!part) return null
  return (
    <FarReading
      part={part}
      path={path}
      large={large}
      named={named}
      onPart={p => editBuild(b => putPart(b, p), `${specAt(part, path)?.label ?? 'Reading'} is right`)}
      onSlip={mm => {
        const d = dimensionAt(part, path)
        if (d)
          editBuild(b =>
            takeReading(b, {
              of: readingOf(at),
              value: mm,
              doubt: d.doubt,
              at: now(),
              ...(d.with === undefined ? {} : { with: d.with }),
            }),
          )
      }}
    />
  )
}
