import type { Build } from '../../src/core/document/build.ts'
import { bitsIn } from '../../src/core/drill/bits.ts'
import { allCuts } from '../../src/core/drill/channelsWanted.ts'
import type { Hole } from '../../src/core/drill/hole.ts'
import { holeList } from '../../src/core/drill/holeList.ts'
import { layOut } from '../../src/core/layout/layOut.ts'

/** Holes of a build as it stands, from its own drawer. */
export function holesOf(b: Build): Hole[] {
  const l = layOut(b)
  return l ? holeList(b, l, allCuts(b, l), bitsIn(b.preferences.drawer)) : []
}
