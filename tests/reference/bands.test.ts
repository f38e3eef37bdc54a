import { describe, expect, it } from 'vitest'
import { FAMILIES } from '../../src/core/fit/bands.ts'
import type { FamilyId } from '../../src/core/document/families.ts'
import { limitsOf } from '../../src/core/fit/limits.ts'
import { judgeNumbers } from '../../src/core/fit/verdict.ts'

/**
 * The trade's table of joints: clearance compared, snug from and to, mm [common practice], written down here from the
 * table and not from the code. A second figure left out means that more never hurts.
 */
const TABLE: readonly (readonly [FamilyId, low: number, high?: number])[] = [
  ['heel width', 0.05, 0.25],
  ['heel length', 0, 0.4],
  ['neck screw hole', 0.3, 0.8],
  ['screw bite', 12],
  ['screw tip', 3],
  ['tuner bushing pressed', -0.12, -0.02],
  ['tuner bushing threaded', 0.1, 0.5],
  ['tuner pitch', 0.1],
  ['tuner screw beside old hole', 1],
  ['tuner edge', 3],
  ['head thickness', 0],
  ['nut thickness', 0, 0.05],
  ['nut length', 0, 0.3],
  ['locking nut', -0.2, 0.2],
  ['post bushing', -0.15, -0.05],
  ['post spacing', -0.2, 0.2],
  ['bridge screws', -0.25, 0.25],
  ['tremolo block', 2],
  ['pickup rout', 0.3, 2],
  ['pickup depth', 1],
  ['pickup in cut-out', 0.1, 0.5],
  ['guard gap', 0.2, 1],
  ['mounting bite', 5],
  ['mounting tab', 0.3, 1],
  ['control hole', 0.1, 0.6],
  ['control thread', 1, 4],
  ['knob bore', -0.1, 0.1],
  ['cavity depth', 2],
  ['control neighbours', 1],
  ['string hole', 0.1],
]

/** Limits that the table does not name, as they were chosen [from memory]: a change of one is a decision. */
const CHOSEN: readonly (readonly [FamilyId, never: number, neverAbove?: number])[] = [
  ['heel width', -0.1],
  ['heel length', -0.5],
  ['pocket floor', -0.4],
  ['tuner bushing pressed', -0.25],
  ['tuner bushing threaded', 0],
  ['tuner edge', 1.5],
  ['head thickness', -0.5],
  ['string margin', 1],
  ['nut thickness', -0.6],
  ['nut length', -1],
  ['nut height', -1.5],
  ['locking nut', -1, 1],
  ['pole spread', -4, 4],
  ['screw bite', 8],
  ['screw tip', 0.5],
  ['neck screw pattern', -1],
  ['post bushing', -0.4],
  ['post spacing', -1, 1],
  ['bridge screws', -1.5, 1.5],
  ['pickup in cut-out', -0.3],
  ['guard over routs', -3],
  ['mounting bite', 2],
  ['knob bore', -0.5, 1.5],
  ['ring curve', -4],
  ['ring slope', -6],
  ['jack barrel', -2],
  ['ferrule', -0.3],
  ['truss rod', -12],
]

/**
 * Whole bands that no table of the trade holds, as they were chosen [from memory]: snug from and to, not under, not over.
 * A change of one is a decision, and is made here too.
 */
const OURS: readonly (readonly [FamilyId, low: number, high?: number, never?: number, neverAbove?: number])[] = [
  ['tenon width', 0, 0.15, -0.1],
  ['pocket floor', 0, undefined, -0.4],
  ['bridge line', 0, 5, -1, 6],
  ['saddle height', 0.5, 4, 0, 5],
  ['dry angle', 0.5, 4, 0, 5],
  ['dry line', 0, undefined, -2],
  ['pole spread', -1, 1, -4, 4],
  ['string margin', 2.5, 4.5, 1],
  ['nut height', 0.2, 2.5, -1.5],
  ['neck screw pattern', 0, undefined, -1],
  ['post rows', 0, undefined, -2],
  ['post in wood', -0.3, 0.3, -1, 1],
  ['guard over routs', 0, undefined, -3],
  ['guard edge', 1, undefined, 0],
  ['spring press', 1, 15, 0, 30],
  ['pickup spring', 2, undefined, 0],
  ['pickup screw', 0, undefined, -2],
  ['ring opening', 0.1, 0.6, 0],
  ['ring foot', 1, undefined, 0],
  ['ring curve', 0, undefined, -4],
  ['ring slope', 0, undefined, -6],
  ['control wall', 0.5, undefined, 0],
  ['blade slot', 0.5, undefined, 0],
  ['jack wall', 1, 6, 0],
  ['jack bore', 0.1, 0.8, 0],
  ['jack barrel', 3, undefined, -2],
  ['battery', 0.5, 4, 0],
  ['ball in ferrule', 0.1, undefined, 0],
  ['ferrule', -0.12, -0.02, -0.3],
  ['truss rod', 0, undefined, -12],
  ['service length', 30, undefined, 0],
  ['wire bore', 0.4, undefined, 0],
  ['wires folded', 5, undefined, 0],
  ['sound hole opening', 0.5, undefined, 0],
]
/** What is counted and not measured: there, or missing by a piece. */
const COUNTED: readonly FamilyId[] = [
  'tuner holes',
  'control place',
  'plate holes',
  'shelf there',
  'notch there',
  'tilt there',
  'pole count',
  'wire room',
  'ground there',
  'battery there',
  'thread pair',
]
/** Where a joint of the trade's table stops going, when it is where both touch. */
const TOUCHING: readonly FamilyId[] = [
  'neck screw hole',
  'tuner pitch',
  'tuner screw beside old hole',
  'tremolo block',
  'pickup rout',
  'pickup depth',
  'guard gap',
  'mounting tab',
  'control hole',
  'control thread',
  'cavity depth',
  'control neighbours',
  'string hole',
]

describe('snug bands', () => {
  it.each(OURS.map(([id, low, high, never, neverAbove]) => ({ id, low, high, never, neverAbove })))(
    '$id, chosen by us',
    ({ id, ...chosen }) =>
      expect({ high: undefined, neverAbove: undefined, ...FAMILIES[id].band }).toMatchObject(chosen),
  )
  it.each(COUNTED)('%s is there or is not', id => expect(FAMILIES[id].band).toMatchObject({ low: 0, never: -0.5 }))
  it.each(TOUCHING)('%s stops going where both touch', id => expect(FAMILIES[id].band.never).toBe(0))
  it('are all held here: none without a snug band, none without an end', () => {
    const snug = new Set([...TABLE, ...OURS].map(([id]) => id)),
      ends = new Set([...CHOSEN, ...OURS].map(([id]) => id))
    const rest = (Object.keys(FAMILIES) as FamilyId[]).filter(id => !COUNTED.includes(id))
    expect(rest.filter(id => !snug.has(id))).toEqual([])
    expect(rest.filter(id => !ends.has(id) && !TOUCHING.includes(id))).toEqual([])
  })
  it.each(TABLE.map(([id, low, high]) => ({ id, low, high })))(
    '$id: snug from $low to $high',
    ({ id, low, high }) => {
      const { band } = FAMILIES[id]
      expect(band.low).toBe(low)
      expect(band.high).toBe(high)
      const limits = limitsOf(FAMILIES[id], { bands: {} }, undefined, undefined)
      expect(judgeNumbers(low + 1e-6, 0, limits).state).toBe('snug')
      expect(judgeNumbers(low - 1e-6, 0, limits).state).not.toBe('snug')
      expect(judgeNumbers((high ?? low + 50) - 1e-6, 0, limits).state).toBe('snug')
      if (high !== undefined) expect(judgeNumbers(high + 1e-6, 0, limits).state).not.toBe('snug')
    },
  )
  it.each(CHOSEN.map(([id, never, neverAbove]) => ({ id, never, neverAbove })))(
    '$id: does not go under $never, nor over $neverAbove',
    ({ id, never, neverAbove }) => {
      const { band } = FAMILIES[id]
      expect(band.never).toBe(never)
      expect(band.neverAbove).toBe(neverAbove)
      const limits = limitsOf(FAMILIES[id], { bands: {} }, undefined, undefined)
      expect(judgeNumbers(never - 1e-6, 0, limits).state).toBe("won't go")
      expect(judgeNumbers(never + 1e-6, 0, limits).state).toBe('tight')
      if (neverAbove !== undefined) {
        expect(judgeNumbers(neverAbove + 1e-6, 0, limits).state).toBe("won't go")
        expect(judgeNumbers(neverAbove - 1e-6, 0, limits).state).toBe('loose')
      }
    },
  )
  it('of a build’s own replace the family’s, and never lie above where it stops going', () => {
    const own = { bands: { 'heel width': { low: -0.2, high: 0.6 } } }
    expect(limitsOf(FAMILIES['heel width'], own, undefined, undefined)).toEqual({
      low: -0.2,
      high: 0.6,
      never: -0.2,
      neverAbove: undefined,
    })
  })
  it('are raised by what the seasons take, and keep a tenth of band', () => {
    const l = limitsOf(FAMILIES['heel width'], { bands: {} }, undefined, { loses: 0.3, gains: 0 })
    expect(l.low).toBeCloseTo(0.35, 9)
    expect(l.never).toBeCloseTo(0.2, 9)
    expect(l.high).toBeCloseTo(0.45, 9)
    const slight = limitsOf(FAMILIES['heel width'], { bands: {} }, undefined, { loses: 0.02, gains: 0.1 })
    expect(slight.high).toBe(0.25)
  })
})
