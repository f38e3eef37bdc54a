import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { electric, withRecipe } from '../../../tests/support/electric.ts'
import type { Build } from '../document/build.ts'
import { readBuild } from '../document/readBuild.ts'
import { setDimension, takeReading } from '../document/edits.ts'
import { dimensionAt } from '../parts/dimensionAt.ts'
import { besideAt, besideWords, loadWords } from './beside.ts'
import { doubtfulValues } from './candidates.ts'
import { response, type Response } from './response.ts'
import { openSettings } from './settings.ts'
import { spreadAt } from './spread.ts'

const base = withRecipe(
  electric({ pickups: { bridge: {}, neck: {} }, volumes: [{}], tones: [{}], switches: ['leaf toggle'] }),
  'two pickups, one volume',
)
const part = (b: Build, slot: string) => b.parts.find(p => p.id === b.slots[slot])!
const at = openSettings(base, { switch: 'bridge' })
const dim = (value: number) => ({ value, doubt: 0, basis: 'measured' as const })

describe('held against another', () => {
  it('a winding of twice the ohms and inductance: the peak falls as one over the root of it', () => {
    const pickup = part(base, 'pickup-bridge'),
      hot = {
        ...pickup,
        id: 'hot',
        dims: {
          ...pickup.dims,
          dcResistance: dim(12000),
          inductance: dim(pickup.dims.inductance!.value * 2),
          level: dim(1.3),
        },
      }
    const x = besideAt(base, at, { kind: 'part', slot: 'pickup-bridge', part: hot })!
    // ω = 1/√(LC): half the square [theory]; what damps it pulls the top of the curve lower still.
    const share = x.other.peak!.hz / x.mine.peak!.hz
    expect(share).toBeLessThan(1 / Math.SQRT2)
    expect(share).toBeGreaterThan(0.8 / Math.SQRT2)
    expect(inWords(x.words)).toMatch(/^12 kΩ against 6 kΩ: lower peak by \d+ Hz, .*louder$/)
    const [, hz] = /by (\d+) Hz/.exec(inWords(x.words))!
    expect(Number(hz)).toBeCloseTo(Math.round((x.mine.peak!.hz - x.other.peak!.hz) / 10) * 10, 6)
  })
  it('a pot of the same ohms makes no difference', () => {
    const same = { ...part(base, 'pot-volume'), id: 'other' }
    expect(inWords(besideAt(base, at, { kind: 'part', slot: 'pot-volume', part: same })!.words)).toBe(
      '250 kΩ against 250 kΩ: no difference that is heard',
    )
  })
  it('another circuit is taken at the same throw; one that does not fit is none', () => {
    const mine = response(base, at)
    const x = besideAt(base, at, { kind: 'circuit', recipe: base.circuit.recipe! })!
    expect(x.mine.db).toEqual(mine.db)
    expect(x.words).toBe('no difference that is heard')
    expect(besideAt(base, at, { kind: 'circuit', recipe: 'twin circuit' })).toBeUndefined()
  })
  it('says who is louder, sharper, higher, silent', () => {
    const r = (peak: Response['peak'], level: number, silent = false): Response => ({
      hz: [100, 2000],
      db: [level, level],
      peak,
      base: level,
      silent,
    })
    expect(inWords(besideWords(r({ hz: 4000, gain: 6 }, 0), r({ hz: 5000, gain: 3 }, -2)))).toBe(
      'higher peak by 1000 Hz, 3.0 dB flatter, 2.0 dB quieter',
    )
    expect(inWords(besideWords(r(undefined, 0), r({ hz: 5000, gain: 3 }, 0)))).toBe('with a peak')
    expect(besideWords(r(undefined, 0), r(undefined, 0, true))).toBe('silent')
    expect(inWords(besideWords({ ...r(undefined, 0) }, { ...r(undefined, 0), db: [0, -3] }))).toBe(
      '3.0 dB less at 2 kHz',
    )
  })
  it('more cable lowers the peak, half the amplifier’s input flattens it', () => {
    const w = loadWords(base, at)
    expect(inWords(w.cable)).toMatch(/^lower peak by/)
    expect(inWords(w.amplifier)).toMatch(/flatter/)
  })
})

describe('what doubt leaves of the curve', () => {
  it('is nothing where everything is sure, and widest where the peak stands', () => {
    const ids = new Set(Object.values(base.slots))
    const sure: Build = {
      ...base,
      parts: base.parts.map(p =>
        ids.has(p.id)
          ? {
              ...p,
              dims: Object.fromEntries(
                Object.entries(p.dims).map(([k, d]) => [k, { ...d, doubt: 0, basis: 'measured' as const }]),
              ),
            }
          : p,
      ),
    }
    expect(Math.max(...spreadAt(sure, at).db)).toBe(0)
    const unsure: Build = {
      ...sure,
      parts: sure.parts.map(p =>
        p === part(sure, 'pickup-bridge')
          ? { ...p, dims: { ...p.dims, inductance: { ...p.dims.inductance!, doubt: 0.24 } } }
          : p,
      ),
    }
    const s = spreadAt(unsure, at),
      r = response(unsure, at),
      low = s.db[r.hz.findIndex(f => f > 100)]!,
      widest = r.hz[s.db.indexOf(Math.max(...s.db))]!
    expect(low).toBeLessThan(0.1)
    expect(Math.max(...s.db)).toBeGreaterThan(0.5)
    expect(widest).toBeGreaterThan(r.peak!.hz * 0.8)
  })
})

describe('a value that may be one of several', () => {
  const maybe = (slot: string, key: string, values: number[]): Build => {
    const p = part(base, slot)
    return setDimension(base, `${p.id}/dims.${key}`, { ...p.dims[key]!, candidates: values })
  }
  it('of a pot is told apart at the jack; the reading that settles it takes the others away', () => {
    const b = maybe('pot-volume', 'resistance', [250e3, 500e3])
    expect(readBuild(JSON.parse(JSON.stringify(b))).ok).toBe(true)
    const [v] = doubtfulValues(b)
    expect(inWords(v!.candidates.map(c => c.text))).toEqual(['250 kΩ', '500 kΩ'])
    // A track of twice the ohms damps the peak less.
    expect(inWords(v!.candidates[1]!.open)).toMatch(/sharper/)
    const id = part(b, 'pot-volume').id
    const settled = takeReading(b, {
      of: `part/${id}/dims.resistance`,
      value: 492e3,
      doubt: 5e3,
      at: '2026-11-27T10:00:00Z',
      with: 'meter',
    })
    expect(dimensionAt(part(settled, 'pot-volume'), 'dims.resistance')).toMatchObject({ value: 492e3 })
    expect(doubtfulValues(settled)).toEqual([])
  })
  it('of a high track a jack’s reading tells by so little that it is not offered; of a low one it is', () => {
    expect(doubtfulValues(maybe('pot-volume', 'resistance', [500e3, 1e6]))[0]!.atJack).toBeUndefined()
    expect(inWords(doubtfulValues(maybe('pot-volume', 'resistance', [25e3, 250e3]))[0]!.atJack)).toMatch(
      /At the jack, .*: 4\.84 kΩ if it is 25 kΩ, 5\.86 kΩ if it is 250 kΩ/,
    )
  })
  it('of a capacitor is heard with the tone down, and no ohms tell it', () => {
    const [v] = doubtfulValues(maybe('cap-tone', 'capacitance', [22e-9, 47e-9]))
    expect(inWords(v!.candidates[1]!.down)).not.toBe('no difference that is heard')
    expect(v!.atJack).toBeUndefined()
  })
  it('alone, or of five, is refused', () => {
    for (const values of [[22e-9], [1, 2, 3, 4, 5]]) {
      const r = readBuild(JSON.parse(JSON.stringify(maybe('cap-tone', 'capacitance', values))))
      expect(r.ok ? '' : r.problems[0]!.path).toMatch(/candidates/)
    }
  })
})
