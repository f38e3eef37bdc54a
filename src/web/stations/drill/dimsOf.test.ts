import { describe, expect, it } from 'vitest'
import { plainBuild } from '../../../../tests/support/plainBuild.ts'
import { markList } from '../../../core/drill/markList.ts'
import { drillWork } from '../../../core/fit/drillWork.ts'
import { plan } from '../../../core/plan/plan.ts'
import { typicalFeature } from '../../../core/parts/typicalPart.ts'
import { dimsOf } from '../../drawings/dimsOf.ts'
import { groupStep } from './groupStep.ts'

const build = {
  ...plainBuild({
    front: 165,
    parts: {
      bridge: {
        features: [typicalFeature('screw-hole', 's', { x: 27, y: -30, diameter: 3.4 }, { through: true })],
      },
    },
  }),
  cuts: [
    { id: 'r', sort: 'rout' as const, face: 'top' as const, x: 30, y: 20, length: 20, width: 20, depth: 10 },
    { id: 'b', sort: 'binding' as const, face: 'top' as const, width: 2, depth: 6 },
  ],
}
const work = drillWork(build)!,
  items = markList(work, build)
const dims = (id: string) =>
  dimsOf(
    work,
    items.find(i => i.id === id)!,
    mm => mm.toFixed(1),
  )

describe('distances shown on the map', () => {
  it('run from the pocket’s end and from the centre line to a hole in the body', () => {
    // Pocket's end 470 from the nut, the screw 165 + 8 + 27 = 200 behind it, 30 on the bass side.
    expect(dims('bridge-1')).toEqual([
      { from: [470, -30], to: [670, -30], text: '200.0' },
      { from: [670, 0], to: [670, -30], text: '30.0' },
    ])
  })
  it('run from the nut to a tuner, and below the plate to the bridge', () => {
    const [along] = dims('tuner-1')
    expect(along!.from[0]).toBe(0)
    const [line] = dims('bridge-line')
    expect(line).toMatchObject({
      text: '165.0',
      from: [470, expect.closeTo(-54, 6)],
      to: [635, expect.closeTo(-54, 6)],
    })
  })
  it('run to the middle of a cut, and not to a ledge or a pilot in the heel', () => {
    expect(dims('cut-r')).toMatchObject([{ text: '30.0', to: [expect.closeTo(500, 6), expect.closeTo(20, 6)] }])
    expect(dims('cut-b')).toEqual([])
    expect(dims('neck-heel-1')).toEqual([])
  })
  it('and every hole knows the plan’s step that ticks it', () => {
    const { steps } = plan(build)
    expect(new Set(work.holes.map(h => groupStep(steps, h)?.id))).toEqual(
      new Set([...new Set(work.holes.map(h => h.group))].map(g => `drill/${g}`)),
    )
  })
})
