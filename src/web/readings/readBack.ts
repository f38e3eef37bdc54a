import { readWith } from '../../core/tools/tools.ts'
import { takeReading } from '../../core/document/edits.ts'
import { readingOf, refOf } from '../../core/document/quantityAt.ts'
import type { Work } from '../../core/drill/templates/drawnFrom.ts'
import { onPart, type HoleThere } from '../../core/drill/there.ts'
import { editBuild } from '../stores/buildStore.ts'
import { now } from '../stores/clock.ts'

/** Enters where a drilled hole was read, as it is told at the bench: along or across, on its own face or the far one. */
export function readBack(work: Work, t: HoleThere, axis: 'along' | 'across', value: number, mouth: 'near' | 'far') {
  const p = onPart(
    work.build,
    work.layout,
    t,
    axis === 'along' ? value : t.along,
    axis === 'across' ? value : t.across,
  )
  const name = axis === 'along' ? (mouth === 'far' ? 'farX' : 'x') : mouth === 'far' ? 'farY' : 'y'
  editBuild(b =>
    takeReading(b, {
      of: readingOf(refOf(t.part, `features.${t.feature.id}.${name}`)),
      value: axis === 'along' ? p.x : p.y,
      ...readWith('rule', 'length'),
      at: now(),
    }),
  )
}
