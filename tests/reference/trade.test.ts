import { inWords } from '../support/inWords.ts'
import Ajv from 'ajv'
import { describe, expect, it } from 'vitest'
import { heron } from '../support/heron.ts'
import { buildSchema } from '../../src/core/document/schema.ts'
import { readBuild } from '../../src/core/document/readBuild.ts'
import { FRACTIONAL_SIZES, LETTER_SIZES_MM, METRIC_SIZES, NUMBER_SIZES_MM } from './drillSizes.ts'
import { SETS } from '../../src/core/drill/bits.ts'
import { leadHole, screwNumber, screwNumberDiameter, withdrawal } from '../../src/core/drill/screws.ts'
import { checkAir, dewPoint } from '../../src/core/finish/air.ts'
import { equilibriumMoisture } from '../../src/core/parts/moisture.ts'
import { GRIT_NAMES, grainOf, gritLadder, WOOD_PREPARATION } from '../../src/core/parts/grits.ts'
import { fretPosition, fretPositions } from '../../src/core/parts/frets.ts'
import { WOODS, woodOf } from '../../src/core/parts/woods.ts'
import { noteHz } from '../../src/core/setup/pitch.ts'
import { SADDLE_SCREW_PITCH } from '../../src/core/setup/saddleScrews.ts'
import { tension, unitWeight } from '../../src/core/setup/tension.ts'

describe('frets against equal temperament [published: twelve equal semitones, ratio 2^(1/12); ISO 16 for A 440 Hz]', () => {
  it('halve the string at fret 12 and quarter it at 24', () => {
    expect(fretPosition(648, 12)).toBeCloseTo(324, 9)
    expect(fretPosition(648, 24)).toBeCloseTo(486, 9)
    expect(fretPosition(762, 12)).toBeCloseTo(381, 9)
  })
  it('raise the pitch by 100 cents each', () => {
    const L = 628,
      f = [0, ...fretPositions(L, 24)]
    for (let i = 1; i < f.length; i++) expect(1200 * Math.log2((L - f[i - 1]!) / (L - f[i]!))).toBeCloseTo(100, 9)
  })
  // The rule of 17.817 for the first fret, in print since the nineteenth century.
  it('put fret 1 at L / 17.817', () => expect(fretPosition(647.7, 1)).toBeCloseTo(647.7 / 17.817, 2))
})

describe('pitches [published: ISO 16, equal temperament]', () => {
  it.each([
    ['A4', 440],
    ['E4', 329.63],
    ['B3', 246.94],
    ['G3', 196],
    ['D3', 146.83],
    ['A2', 110],
    ['E2', 82.41],
    ['E1', 41.2],
    ['Bb2', 116.54],
    ['F#3', 185],
  ])('%s is %f Hz', (n, hz) => expect(noteHz(n)).toBeCloseTo(hz, 1))
  it('knows no H', () => expect(noteHz('H3')).toBeUndefined())
})

describe('equilibrium moisture [published: USDA FPL Wood Handbook, moisture table at 70 °F; 50 % as the trade handbook quotes it, the rest of the row from memory]', () => {
  it.each([
    [10, 2.5],
    [20, 4.5],
    [30, 6.2],
    [40, 7.7],
    [50, 9.2],
    [60, 11.0],
    [70, 13.1],
    [80, 16.0],
    [90, 20.5],
  ])('%i %% gives %f %%', (rh, m) => expect(equilibriumMoisture(((70 - 32) * 5) / 9, rh)).toBeCloseTo(m, 0.9))
  it('is 9.2 % at 70 °F and 50 %, to the table’s last digit', () =>
    expect(Math.round(equilibriumMoisture(21.1111, 50) * 10) / 10).toBe(9.2))
})

describe('dew point [published: table after ISO 8502-4, whole degrees of air and tens of humidity; retyped from memory]', () => {
  it.each([
    [20, 50, 9.3],
    [20, 80, 16.4],
    [25, 60, 16.7],
    [15, 70, 9.6],
    [30, 50, 18.4],
    [10, 90, 8.4],
    [25, 40, 10.5],
  ])('%i °C at %i %% is %f °C', (t, rh, td) => expect(Math.abs(dewPoint(t, rh) - td)).toBeLessThanOrEqual(0.1))
  it('is the air’s own temperature at 100 %', () => expect(dewPoint(18, 100)).toBeCloseTo(18, 9))
  it('stops a coat within 3 °C of it [published: ISO 8502-4]', () => {
    const range = { from: 15, to: 28, humidityTo: 70 }
    expect(checkAir(20, 20, 50, range).ok).toBe(true)
    expect(inWords(checkAir(20, 12, 50, range).findings[0])).toContain('dew point')
    expect(checkAir(10, 20, 50, range).ok).toBe(false)
    expect(checkAir(20, 20, 80, range).ok).toBe(false)
    expect(checkAir(31, 31, 40, range).ok).toBe(false)
  })
})

describe('screws [published: ASME B18.6.1 diameters; USDA FPL Wood Handbook, fastenings]', () => {
  it.each([
    [4, 0.112],
    [6, 0.138],
    [8, 0.164],
    [10, 0.19],
    [12, 0.216],
  ])('number %i is %f in', (n, inches) => {
    expect(screwNumberDiameter(n) / 25.4).toBeCloseTo(inches, 9)
    expect(screwNumber(inches * 25.4)).toBe(n)
  })
  it('withdraw as the handbook’s inch-pound form says: p = 15700·G²·D·L lb', () => {
    const newtons = 15700 * 0.63 ** 2 * (4.1656 / 25.4) * (20 / 25.4) * 4.4482216
    expect(withdrawal(0.63, 4.1656, 20) / newtons).toBeCloseTo(1, 4)
  })
  it('have lead holes of 70 % of root in soft and 90 % in hard woods', () => {
    expect(leadHole(4.2, woodOf('hard maple'))).toBeCloseTo(4.2 * 0.81 * 0.9, 9)
    expect(leadHole(3, woodOf('paulownia'))).toBeCloseTo(3 * 0.81 * 0.7, 9)
  })
  it('list the handbook’s woods', () => {
    expect(woodOf('hard maple')).toMatchObject({
      specificGravity: 0.63,
      sideHardness: 6400,
      changeTangential: 0.00353,
      changeRadial: 0.00165,
    })
    expect(woodOf('red alder').specificGravity).toBe(0.41)
    for (const w of WOODS) expect(w.source).toMatch(/published|from memory/)
  })
})

describe('drill sizes [published: ISO 235; ASME B94.11M fractional, number and letter sizes]', () => {
  it('are all standard', () => {
    for (const b of [...SETS['metric by halves'], ...SETS['metric by tenths']]) expect(METRIC_SIZES).toContain(b.mm)
    for (const b of SETS['fractional by 64ths'])
      expect(FRACTIONAL_SIZES.some(s => Math.abs(s - b.mm / 25.4) <= 0.00005 + 1e-9)).toBe(true)
  })
  it('by number and letter are the inches of the one column and the millimetres of the other', () => {
    expect(SETS['number sizes']).toHaveLength(60)
    SETS['number sizes'].forEach((b, i) => {
      expect(b.name).toBe(`#${i + 1}`)
      expect(Math.abs(b.mm - NUMBER_SIZES_MM[i]!)).toBeLessThanOrEqual(0.0006)
    })
    expect(SETS['letter sizes'].map(b => b.name).join('')).toBe('ABCDEFGHIJKLMNOPQRSTUVWXYZ')
    SETS['letter sizes'].forEach((b, i) => expect(Math.abs(b.mm - LETTER_SIZES_MM[i]!)).toBeLessThanOrEqual(0.0006))
  })
})

describe('threads of saddle screws [published: ISO 261 coarse pitches; ASME B1.1 threads per inch]', () => {
  it.each([
    ['M3', 0.5],
    ['M4', 0.7],
    ['#4-40', 25.4 / 40],
    ['#6-32', 25.4 / 32],
  ])('%s', (name, pitch) => expect(SADDLE_SCREW_PITCH[name]).toBeCloseTo(pitch, 9))
})

describe('string tension by hand [published: string equation T = μ(2Lf)²]', () => {
  it('is 72.5 N for 0.010 in plain steel at E4 on 647.7 mm', () =>
    expect(tension({ diameter: 0.254, wound: false }, 647.7, 329.63)).toBeCloseTo(72.5, 1))
  it('follows the equation step by step', () => {
    const mu = (7850 * Math.PI * 0.00033 ** 2) / 4
    expect(unitWeight({ diameter: 0.33, wound: false })).toBeCloseTo(mu, 12)
    expect(tension({ diameter: 0.33, wound: false }, 628, 246.94)).toBeCloseTo(mu * (2 * 0.628 * 246.94) ** 2, 9)
  })
  it('takes the packet’s unit weight where there is one', () =>
    expect(unitWeight({ diameter: 1, wound: true, unitWeight: 0.005 })).toBe(0.005))
  it('weighs a wound string between its core and solid steel', () => {
    const wound = unitWeight({ diameter: 1.1684, wound: true, core: 0.41 })
    expect(wound).toBeGreaterThan(unitWeight({ diameter: 0.41, wound: false }))
    expect(wound).toBeLessThan(unitWeight({ diameter: 1.1684, wound: false }))
  })
})

describe('grits [published: ISO 6344 / FEPA 43]', () => {
  it('get finer down the table', () => {
    for (let i = 1; i < GRIT_NAMES.length; i++)
      expect(grainOf(GRIT_NAMES[i]!)).toBeLessThan(grainOf(GRIT_NAMES[i - 1]!))
    // The standard's own figures, µm.
    expect(
      (['P80', 'P120', 'P180', 'P240', 'P320', 'P400', 'P600', 'P1200', 'P2000', 'P2500'] as const).map(grainOf),
    ).toEqual([201, 125, 82, 58.5, 46.2, 35, 25.8, 15.3, 10.3, 8.4])
  })
  it('go by the usual ladders, and none from fine to coarse [common practice]', () => {
    expect(gritLadder('P180', 'P320')).toEqual(['P180', 'P240', 'P320'])
    expect(gritLadder('P1200', 'P2000')).toEqual(['P1200', 'P1500', 'P2000'])
    expect(gritLadder('P1500', 'P1500')).toEqual(['P1500'])
    expect(gritLadder('P2000', 'P1200')).toEqual([])
  })
  it('prepare wood without skipping: no next grit finer than half [common practice]', () => {
    for (let i = 1; i < WOOD_PREPARATION.length; i++)
      expect(grainOf(WOOD_PREPARATION[i]!)! / grainOf(WOOD_PREPARATION[i - 1]!)!).toBeGreaterThanOrEqual(0.5)
  })
})

describe('the JSON Schema against a general validator (Ajv, draft-07)', () => {
  const validate = new Ajv({ allErrors: true, strict: false }).compile(buildSchema())
  type Loose = Record<string, any>
  const broken = (change: (b: Loose) => void) => {
    const b = JSON.parse(JSON.stringify(heron())) as Loose
    change(b)
    return b
  }
  it('accepts the demo build', () => {
    expect(validate(heron())).toBe(true)
    expect(readBuild(heron()).ok).toBe(true)
  })
  it.each<[string, (b: Loose) => void]>([
    [
      'an unknown field',
      b => {
        b.colour = 1
      },
    ],
    [
      'a missing field',
      b => {
        delete b.setup.relief
      },
    ],
    [
      'a missing object',
      b => {
        delete b.circuit
      },
    ],
    [
      'an absurd size',
      b => {
        b.parts[1].dims.scaleLength.value = 1e9
      },
    ],
    [
      'an unknown dimension',
      b => {
        b.parts[1].dims.warp = { value: 1, doubt: 0, basis: 'claimed' }
      },
    ],
    [
      'a missing dimension',
      b => {
        delete b.parts[1].dims.frets
      },
    ],
    [
      'an unknown kind',
      b => {
        b.parts[1].kind = 'spoon'
      },
    ],
    [
      'a wrong trait',
      b => {
        b.parts[0].traits.wood = 'cardboard'
      },
    ],
    [
      'a fraction of a fret',
      b => {
        b.parts[1].dims.frets.value = 21.5
      },
    ],
    [
      'a bad note',
      b => {
        b.instrument.tuning[0] = 'H4'
      },
    ],
    [
      'a string for a number',
      b => {
        b.finish.layers[0].coats = '3'
      },
    ],
  ])('refuses %s, as the reader does', (_what, change) => {
    expect(validate(broken(change))).toBe(false)
    expect(readBuild(broken(change)).ok).toBe(false)
  })
})
