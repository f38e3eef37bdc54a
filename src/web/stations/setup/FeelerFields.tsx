import { useState } from 'react'
import { takeReading } from '../../../core/document/edits.ts'
import { SPANS } from '../../../core/document/spans.ts'
import { Button } from '../../components/Button.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'

/** A gap between two blades of a feeler gauge: this one goes, that one does not. */
export function FeelerFields({ of }: { of: string }) {
  const l = useLength(),
    [goes, setGoes] = useState<number>(),
    [stops, setStops] = useState<number>()
  const between = goes !== undefined && stops !== undefined && stops > goes
  return (
    <details className="text-plain">
      <summary className="min-h-8 cursor-pointer text-muted">This blade goes, that one doesn’t</summary>
      <div className="flex flex-wrap items-end gap-3 py-1">
        <LengthField narrow label="goes" mm={goes} {...SPANS.setup} onMm={setGoes} />
        <LengthField narrow label="doesn’t" mm={stops} {...SPANS.setup} onMm={setStops} />
        <Button
          disabled={!between}
          onClick={() => {
            if (!between) return
            editBuild(
              b =>
                takeReading(b, {
                  of,
                  value: (goes + stops) / 2,
                  doubt: (stops - goes) / 2,
                  at: now(),
                  with: 'feeler gauge, two blades',
                }),
              'Read between two blades',
            )
            setGoes(undefined)
            setStops(undefined)
          }}
        >
          {between ? `Take ${l.fineText((goes + stops) / 2)} ± ${l.fineText((stops - goes) / 2)}` : 'Take it'}
        </Button>
        {goes !== undefined && stops !== undefined && !between && (
          <p role="alert" className="text-never">
            The blade that goes is the thinner one.
          </p>
        )}
      </div>
    </details>
  )
}
