import { describe, expect, it } from 'vitest'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { setDimension } from '../document/edits.ts'
import { markList } from '../drill/markList.ts'
import { drillWork } from '../fit/drillWork.ts'
import { notYet, STRUCK_WITHIN } from './notYet.ts'
import { traceItem } from './traceItem.ts'

const scaleOf = (doubt: number): Build => {
  const b = plainBuild()
  return setDimension(b, `${b.slots['neck']}/dims.scaleLength`, { value: 648, doubt, basis: 'assumed' })
}
const of = (b: Build, id: string) => {
  const item = markList(drillWork(b)!, b).find(m => m.id === id)!
  return notYet(b, item.numbers, traceItem(b, id))
}

const own = plainBuild()

describe('a place that is struck', () => {
  it('waits for the reading that most of its doubt is from', () => {
    const b = scaleOf(25),
      not = of(b, 'bridge-line')!
    // The scale line from the nut is the scale itself.
    expect(not.doubt).toBeGreaterThanOrEqual(25)
    expect(not.most).toMatchObject({ id: `${b.slots['neck']}/dims.scaleLength`, basis: 'assumed' })
  })
  it('is struck where everything is known to a millimetre', () =>
    expect(of(scaleOf(0.3), 'bridge-line')).toBeUndefined())
  it('is told by its places alone: a doubtful depth or diameter is none', () => {
    const numbers = [{ label: 'tape on the bit', mm: 20, is: 'depth' as const }],
      trail = [{ label: 'depth', is: 'depth' as const, quantity: quantity(5) }]
    expect(notYet(own, numbers, trail)).toBeUndefined()
    expect(notYet(own, [{ ...numbers[0]!, place: true }], trail)).toMatchObject({ doubt: 5 })
  })
  it('is as it was chosen where somebody chose it: there is nothing to read first', () => {
    const numbers = [{ label: 'place', mm: 1, place: true as const }]
    expect(notYet(own, numbers, [{ label: '', nth: 0, quantity: quantity(5, 'layout') }])).toBeUndefined()
  })
  it('is the worst of several, and none before it is traced', () => {
    const numbers = [1, 2, 3].map(n => ({ label: `place ${n}`, mm: n, place: true as const })),
      trail = [0.4, 3, 2].map((d, nth) => ({ label: '', nth, quantity: quantity(d) }))
    expect(notYet(own, numbers, trail)).toMatchObject({ doubt: 3 })
    expect(notYet(own, numbers, undefined)).toBeUndefined()
    expect(
      notYet(
        own,
        numbers,
        trail.map(t => ({ ...t, quantity: quantity(STRUCK_WITHIN) })),
      ),
    ).toBeUndefined()
  })
})

function quantity(doubt: number, of = own.parts[0]!.id) {
  const source = { id: `${of}/dims.s${doubt}`, label: 'something', value: 1, doubt, basis: 'assumed' as const }
  return { value: 1, terms: new Map([[source.id, { source, coefficient: 1 }]]) }
}
