import { ReadingField } from '../../readings/ReadingField.tsx'
import { readWith } from '../../../core/tools/tools.ts'
import type { BuzzWork } from '../../../core/setup/buzz.ts'
import { capoFromOpen, openFromCapo } from '../../../core/setup/capo.ts'
import type { Adjustment } from '../../../core/setup/setupWork.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'

/** Fret that the capo is put on: it takes the nut out of the reading. */
const CAPO = 1

/** An action that is read with a capo on the first fret, kept as the open string's. */
export function CapoField({ of: a, work }: { of: Adjustment; work: BuzzWork }) {
  const build = useOpenBuild(),
    l = useLength(),
    outer = a.side === 'bass' ? work.strings.at(-1) : work.strings[0]
  if (!outer) return null
  const at = {
      scaleLength: work.neck.scaleLength,
      saddleAt: outer.string.saddleAt,
      fret: build.setup.actionAt === 'fret 12' ? Math.min(12, work.neck.frets) : work.neck.frets,
      capo: CAPO,
    },
    nut = outer.string.nutHeight
  return (
    <details className="text-plain">
      <summary className="min-h-8 cursor-pointer text-muted">Read with a capo on fret {CAPO}</summary>
      <div className="flex flex-wrap items-end gap-3 py-1">
        <ReadingField
          clears
          label={`Gap with the capo on, aim for ${l.fineText(capoFromOpen(at, a.target, nut))}`}
          of={a.reads}
          by={readWith('rule and capo', 'height of a string')}
          kept={v => openFromCapo(at, v, nut)}
          title="Action read with a capo"
        />
        <p className="max-w-[40ch] pb-1">The nut’s own height of {l.fineText(nut)} is added again.</p>
      </div>
    </details>
  )
}
