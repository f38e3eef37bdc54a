import fc from 'fast-check'
import { PDFDocument } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { heron, measuredAt } from '../../../tests/support/heron.ts'
import { edgeDistance } from '../geometry/outline.ts'
import { layOut } from '../layout/layOut.ts'
import { bitSeries, bitsOf, chooseBit } from './bits.ts'
import { bridgeTemplate, CHECK_BAR, PAPERS } from './bridgeTemplate.ts'
import { holeList, LEFT_UNDER } from './holeList.ts'
import { sheetPdf } from './sheetPdf.ts'

const group = (g: string, b = heron()) => holeList(b).filter(h => h.group === g)

describe('bits', () => {
  it('never take a pilot larger nor a clearance hole smaller than asked', () => fc.assert(fc.property(fc.double({ min: 1.2, max: 12, noNaN: true }), fc.constantFrom('metric' as const, 'fractional' as const), (d, s) =>
    (d < bitsOf(s)[0]!.mm || chooseBit(d, s, 'never larger').mm <= d + 0.05 + 1e-9) && chooseBit(d, s, 'never smaller').mm >= d - 0.05 - 1e-9)))
  it('go up to size in steps', () => {
    expect(bitSeries(chooseBit(10, 'metric', 'never larger'), 'metric').map(b => b.mm)).toEqual([2.5, 6, 10])
    expect(bitSeries(chooseBit(2, 'metric', 'never larger'), 'metric')).toHaveLength(1)
    fc.assert(fc.property(fc.constantFrom(...bitsOf('fractional')), b => { const s = bitSeries(b, 'fractional'); return s.at(-1) === b && s.every((x, i) => i === 0 || x.mm > s[i - 1]!.mm) }))
  })
})

describe('the hole list', () => {
  it('covers neck, bridge, tuners, strap buttons and the ground wire', () => {
    expect(group('neck')).toHaveLength(8)
    expect(group('bridge')).toHaveLength(4)
    expect(group('tuners')).toHaveLength(6)
    expect(group('buttons')).toHaveLength(2)
    expect(group('ground')).toHaveLength(1)
  })
  it('places the bridge’s screws from its own pattern: 158 + 9 + 27 mm from the pocket', () => {
    expect(group('bridge').map(h => h.along)).toEqual([194, 194, 194, 194])
    expect(group('bridge').map(h => h.across)).toEqual([-30, -10, 10, 30])
    expect(group('bridge')[0]!.wanted).toBeCloseTo(3 * 0.81 * 0.7, 9)
  })
  it('drills one millimetre deeper than the bite and says what is left', () => {
    const h = group('neck').find(x => x.face === 'heel')!
    expect(h.screw!.bite).toBeCloseTo(45 - 1.5 - 29.5, 9)
    expect(h.depth).toBeCloseTo(15, 9)
    expect(h.leftUnder).toBeCloseTo(19 - 15, 9)
    expect(h.warnings).toEqual([])
  })
  it('warns before a face is drilled through', () => {
    const h = group('tuners', measuredAt(heron(), 'heron-tuner-screws', 'dims.length', 16))
    expect(h[0]!.warnings[0]).toContain('far face')
    expect(group('tuners', measuredAt(heron(), 'heron-tuner-screws', 'dims.length', 13))[0]!.warnings[0]).toContain('left under')
  })
  it('warns when a hole lies outside the wood or in a rout', () => {
    const b = heron()
    b.placements.bridge!.x.value = 300
    expect(group('bridge', b).every(h => h.warnings.some(w => w.includes('outside the body')))).toBe(true)
    b.placements.bridge!.x.value = 133 - 36
    expect(group('bridge', b).some(h => h.warnings.some(w => w.includes('pickup rout')))).toBe(true)
  })
  it('keeps every silent hole inside the wood, wherever the bridge is put', () => fc.assert(fc.property(fc.double({ min: 0, max: 330, noNaN: true }), fc.double({ min: -120, max: 120, noNaN: true }), (x, y) => {
    const b = heron()
    b.placements.bridge = { x: { value: x, doubt: 1, basis: 'claimed' }, y: { value: y, doubt: 1, basis: 'claimed' } }
    const l = layOut(b)!
    return group('bridge', b).every(h => h.warnings.length > 0 || (edgeDistance(l.body, h.at) > 0 && (h.leftUnder ?? 9) >= LEFT_UNDER))
  }), { numRuns: 60 }))
  it('puts the buttons on the body’s edge, tail and bass horn', () => {
    const l = layOut(heron())!
    const [tail, horn] = group('buttons')
    expect(Math.abs(edgeDistance(l.body, tail!.at))).toBeLessThan(2)
    expect(Math.abs(edgeDistance(l.body, horn!.at))).toBeLessThan(2)
    expect(horn!.at[1]).toBeLessThan(0)
  })
  it('names inch bits for an inch drawer', () => { const b = heron(); b.preferences.bits = 'fractional'; expect(group('bridge', b)[0]!.bits[0]!.name).toContain('1/16') })
  it('is empty until there is a neck', () => { const b = heron(); delete b.slots.neck; expect(holeList(b)).toEqual([]); expect(bridgeTemplate(b)).toBeUndefined() })
})

describe('the bridge template', () => {
  it.each(['A4', 'Letter'] as const)('is one full-size sheet of %s with a 100 mm bar', async paper => {
    const sheet = bridgeTemplate(heron(), paper)!
    expect(sheet.checkBar.to[0] - sheet.checkBar.from[0]).toBe(CHECK_BAR)
    const doc = await PDFDocument.load(await sheetPdf(sheet))
    expect(doc.getPageCount()).toBe(1)
    const { width, height } = doc.getPage(0).getSize()
    expect((width * 25.4) / 72).toBeCloseTo(PAPERS[paper].height, 3)
    expect((height * 25.4) / 72).toBeCloseTo(PAPERS[paper].width, 3)
  })
  it('keeps true distances between holes, and everything on the paper', () => {
    const sheet = bridgeTemplate(heron())!
    const marks = sheet.marks.filter(m => m.kind === 'hole')
    const holes = [...group('bridge'), ...group('ground')]
    expect(marks).toHaveLength(holes.length)
    marks.forEach((m, i) => marks.slice(i + 1).forEach((n, k) => {
      const a = holes[i]!.at, b = holes[i + 1 + k]!.at
      expect(Math.hypot(m.at[0] - n.at[0], m.at[1] - n.at[1])).toBeCloseTo(Math.hypot(a[0] - b[0], a[1] - b[1]), 9)
    }))
    for (const m of marks) { expect(m.at[0]).toBeGreaterThan(5); expect(m.at[0]).toBeLessThan(sheet.width - 5); expect(m.at[1]).toBeGreaterThan(5); expect(m.at[1]).toBeLessThan(sheet.height - 5) }
  })
  it('is mirrored for a left-handed build', () => {
    const b = heron()
    b.instrument.handedness = 'left'
    const y = (build: typeof b) => bridgeTemplate(build)!.marks.filter(m => m.kind === 'hole').map(m => m.at[1])
    expect(Math.sign(y(b)[0]! - y(b)[3]!)).toBe(-Math.sign(y(heron())[0]! - y(heron())[3]!))
  })
})
