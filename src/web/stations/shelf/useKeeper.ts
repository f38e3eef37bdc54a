import { useCallback } from 'react'
import type { Part } from '../../../core/parts/part.ts'
import { measuredDimension, putPart, takeReading } from '../../../core/document/edits.ts'
import { readingOf, refOf } from '../../../core/document/quantityAt.ts'
import { dimensionAt, specAt, withDimension } from '../../../core/parts/dimensionAt.ts'
import { claimed } from '../../../core/units/doubt.ts'
import { asRead } from '../../../core/document/dimensionReading.ts'
import { editBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'
import { useShelf } from '../../stores/shelfStore.ts'

/** Where a part is kept and how it is changed there: in the open build, with undo, or on the workshop's shelf. */
export function useKeeper(part: Part, inBuild: boolean) {
  const replace = useCallback(
    (next: Part) => {
      if (inBuild) editBuild(b => putPart(b, next))
      else void useShelf.getState().put([next])
    },
    [inBuild],
  )
  const enter = useCallback(
    (path: string, value: number, as: 'measured' | 'claimed', tool?: string) => {
      const spec = specAt(part, path),
        length = spec?.quantity === 'length'
      if (as === 'measured') {
        const reading = {
          value,
          ...asRead(spec, value),
          at: now(),
          ...(tool === undefined ? {} : { with: tool }),
        }
        if (inBuild) editBuild(b => takeReading(b, { of: readingOf(refOf(part, path)), ...reading }))
        else replace(withDimension(part, path, measuredDimension(dimensionAt(part, path), reading)))
      } else
        replace(
          withDimension(
            part,
            path,
            length
              ? claimed(value)
              : { value, doubt: spec?.quantity === 'count' ? 0 : Math.abs(value) * 0.1, basis: 'claimed' },
          ),
        )
    },
    [part, inBuild, replace],
  )
  return { replace, enter }
}
