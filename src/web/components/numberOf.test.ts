import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { Calendar, Climate, CostLine, Cut, OwnStep, SetupTargets, type Build } from '../../core/document/build.ts'
import { FinishLayer, Levelling } from '../../core/document/finishRecord.ts'
import { Load } from '../../core/document/circuitRecord.ts'
import { rangeOf } from '../../core/document/rangeOf.ts'
import { readBuild } from '../../core/document/readBuild.ts'
import { Stock, StringGauge } from '../../core/parts/part.ts'
import { parseAmount } from '../text/money.ts'
import { numberOf, withinOf } from './numberOf.ts'

const LEVEL: Levelling = {
  flats: 'foam',
  edges: 'fingers',
  from: 'P1200',
  to: 'P2000',
  share: 1,
  compound: true,
}

type Put = (b: Build, v: number) => void
type Field = Parameters<typeof rangeOf>

/** Every field of the document that the interface reads with a range of the document's, and where it is kept. */
const FIELDS: readonly (readonly [string, Field[0], string, Put])[] = [
  ['air at the bench', Climate, 'atBench', (b, v) => (b.climate.atBench = v)],
  ['driest air', Climate, 'driest', (b, v) => (b.climate.driest = v)],
  ['dampest air', Climate, 'dampest', (b, v) => (b.climate.dampest = v)],
  ['temperature', Climate, 'celsius', (b, v) => (b.climate.celsius = v)],
  ['hours on a day', Calendar, 'hours', (b, v) => (b.calendar.hours = b.calendar.hours.with(0, v))],
  ['cable', Load, 'cableMetres', (b, v) => (b.circuit.load.cableMetres = v)],
  ['capacitance', Load, 'faradsPerMetre', (b, v) => (b.circuit.load.faradsPerMetre = v)],
  ['amplifier', Load, 'amplifierOhms', (b, v) => (b.circuit.load.amplifierOhms = v)],
  ['coats', FinishLayer, 'coats', (b, v) => (b.finish.layers[0]!.coats = v)],
  ['share of the peel', Levelling, 'share', (b, v) => (b.finish.levelling = { ...LEVEL, share: v })],
  ['margin at the edge', SetupTargets, 'edgeMargin', (b, v) => (b.setup.edgeMargin = v)],
  ['gap in a course', SetupTargets, 'courseGap', (b, v) => (b.setup.courseGap = v)],
  [
    'minutes of an own step',
    OwnStep,
    'minutes',
    (b, v) => (b.ownSteps = [{ id: 'own', title: 'Own', minutes: v }]),
  ],
  ['cost', CostLine, 'cost', (b, v) => (b.costs[0]!.cost = v)],
  ['wait of a part', Stock, 'waitDays', (b, v) => (b.parts[0]!.stock = { ...b.parts[0]!.stock!, waitDays: v })],
  [
    'diameter of a string',
    StringGauge,
    'diameter',
    (b, v) => (b.parts.find(p => p.kind === 'strings')!.gauges![0]!.diameter = v),
  ],
  ...(['x', 'y', 'length', 'width', 'corner', 'depth'] as const).map(
    k =>
      [
        `cut, ${k}`,
        Cut,
        k,
        (b: Build, v: number) => {
          b.cuts = [{ id: 'c', sort: 'rout', face: 'top', x: 100, y: 0, length: 30, width: 30, depth: 10, [k]: v }]
        },
      ] as const,
  ),
]

const accepts = (put: Put, v: number): boolean => {
  const b = demo('heron')
  put(b, v)
  return readBuild(b).ok
}

describe('fields of the document', () => {
  it.each(FIELDS)('%s: takes what the document takes, and nothing beyond', (_what, of, field, put) => {
    const { min, max, whole } = rangeOf(of, field as never)
    const parse = numberOf(of, field as never, 'number')
    const step = whole ? 1 : Math.max(Math.abs(max - min) / 1000, Number.EPSILON)
    for (const v of [min, max]) {
      expect(accepts(put, v), String(v)).toBe(true)
      expect(parse(String(v)).ok, String(v)).toBe(true)
    }
    for (const v of [min - step, max + step]) {
      expect(accepts(put, v), String(v)).toBe(false)
      expect(parse(String(v)).ok, String(v)).toBe(false)
      expect(withinOf(of, field as never, String)(v)).toContain('is outside')
    }
    if (whole) expect(parse(String(min + 0.5)).ok).toBe(false)
  })
  it('name what was typed, and what would be accepted in the typed unit', () => {
    const p = numberOf(Load, 'faradsPerMetre', 'capacitance', ' pF', 1e-12)('9000 pF')
    expect(p).toMatchObject({ ok: false, reason: '“9000 pF” is no capacitance', accepted: '0 to 5000 pF' })
    expect(numberOf(Load, 'faradsPerMetre', 'capacitance', ' pF', 1e-12)('100 pF')).toEqual({
      ok: true,
      value: 100e-12,
    })
    expect(numberOf(FinishLayer, 'coats', 'number of coats')('2,5')).toMatchObject({ accepted: '1 to 20, whole' })
    expect(parseAmount('12,50 quills')).toEqual({ ok: true, value: 12.5 })
    expect(parseAmount('-3').ok).toBe(false)
  })
  it('without both ends are a mistake of ours', () => {
    expect(() => rangeOf(CostLine, 'what')).toThrow('CostLine.what has no range')
  })
})
