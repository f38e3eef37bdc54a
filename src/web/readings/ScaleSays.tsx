import { takeFed } from '../../core/document/edits.ts'
import { readScale } from '../../core/layout/scale.ts'
import { Button } from '../components/Button.tsx'
import { FarReadingAt } from '../components/FarReading.tsx'
import { Says } from '../components/Says.tsx'
import { useLength } from '../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../stores/buildStore.ts'

const fretName = (n: number): string => (n === 0 ? 'the nut' : `fret ${n}`)

/** What two frets that were read say of the neck's scale length; asks where that speaks against what is known. */
export function ScaleSays({ large, quiet }: { large?: boolean; quiet?: boolean }) {
  const build = useOpenBuild(),
    l = useLength(),
    read = readScale(build)
  if (!read) return null
  const { fed, state } = read,
    asks = state === 'contradicts'
  return (
    <>
      <FarReadingAt at={fed.ref} named {...(large ? { large } : {})} />
      {(!quiet || asks) && (
        <div
          {...(asks ? { role: 'alert' } : {})}
          className={`flex flex-wrap items-center gap-3 ${large ? 'text-figure' : 'text-plain'} ${asks ? 'border-l-4 border-never pl-3' : ''}`}
        >
          <span>
            From {fretName(read.low)} to {fretName(read.high)} makes it{' '}
            <span className="figure font-semibold">{l.doubted(fed.value, fed.doubt, 1)}</span>.{' '}
            <Says of={read.says} />
          </span>
          {(asks || state === 'new') && (
            <Button onClick={() => editBuild(b => takeFed(b, fed, read.reading), 'Scale length by the frets')}>
              Take {l.text(fed.value)} as the scale length
            </Button>
          )}
        </div>
      )}
    </>
  )
}
