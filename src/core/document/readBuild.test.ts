import { VERSION } from './build.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../../tests/support/long.ts'
import { heron } from '../../../tests/support/heron.ts'
import type { Build } from './build.ts'
import { readBuild, readBuildText, readPart, writeBuild } from './readBuild.ts'

type Loose = Record<string, any>
const broken = (change: (b: Loose) => void) => {
  const b = JSON.parse(JSON.stringify(heron())) as Loose
  change(b)
  return readBuild(b)
}
const paths = (r: ReturnType<typeof readBuild>) => (r.ok ? [] : r.problems.map(p => p.path))

describe('reading a build', () => {
  it('gives back what was written', () => {
    const again = readBuildText(writeBuild(heron()))
    expect(again.ok && again.build).toEqual(heron())
    expect(again.ok && writeBuild(again.build)).toBe(writeBuild(heron()))
  })

  const CASES: [string, (b: Loose) => void, string][] = [
    [
      'another format',
      b => {
        b.format = 'other'
      },
      'format',
    ],
    [
      'a version from the future',
      b => {
        b.version = VERSION + 1
      },
      'version',
    ],
    [
      'a version that is no number',
      b => {
        b.version = 'one'
      },
      'version',
    ],
    [
      'an unknown field',
      b => {
        b.colour = 'green'
      },
      'colour',
    ],
    [
      'an unknown nested field',
      b => {
        b.instrument.fretless = true
      },
      'instrument.fretless',
    ],
    [
      'a missing field',
      b => {
        delete b.setup.relief
      },
      'setup.relief',
    ],
    [
      'a missing part of the document',
      b => {
        delete b.circuit
      },
      'circuit',
    ],
    [
      'a negative size',
      b => {
        b.parts[1].dims.scaleLength.value = -628
      },
      'parts[1].dims.scaleLength.value',
    ],
    [
      'an absurd size',
      b => {
        b.parts[1].dims.scaleLength.value = 1e9
      },
      'parts[1].dims.scaleLength.value',
    ],
    [
      'a negative doubt',
      b => {
        b.parts[1].dims.scaleLength.doubt = -1
      },
      'parts[1].dims.scaleLength.doubt',
    ],
    [
      'an unknown basis',
      b => {
        b.parts[1].dims.scaleLength.basis = 'guessed'
      },
      'parts[1].dims.scaleLength.basis',
    ],
    [
      'an unknown dimension',
      b => {
        b.parts[1].dims.warp = { value: 1, doubt: 0, basis: 'claimed' }
      },
      'parts[1].dims.warp',
    ],
    [
      'a missing dimension',
      b => {
        delete b.parts[1].dims.frets
      },
      'parts[1].dims.frets',
    ],
    [
      'a fraction of a fret',
      b => {
        b.parts[1].dims.frets.value = 21.5
      },
      'parts[1].dims.frets.value',
    ],
    [
      'a dimension that is a plain number',
      b => {
        b.parts[1].dims.frets = 22
      },
      'parts[1].dims.frets',
    ],
    [
      'an unknown wood',
      b => {
        b.parts[0].traits.wood = 'cardboard'
      },
      'parts[0].traits.wood',
    ],
    [
      'a bad feature dimension',
      b => {
        b.parts[0].features[0].dims.depth.value = 9999
      },
      'parts[0].features[0].dims.depth.value',
    ],
    [
      'outline points that are no pairs',
      b => {
        b.parts[0].outline.points[3] = [1]
      },
      'parts[0].outline.points',
    ],
    [
      'a slot with no such part',
      b => {
        b.slots.neck = 'nobody'
      },
      'slots.neck',
    ],
    [
      'a part in the wrong slot',
      b => {
        b.slots.neck = 'heron-body'
      },
      'slots.neck',
    ],
    [
      'a slot the instrument has not',
      b => {
        b.slots['pickup-middle'] = 'heron-single'
      },
      'slots.pickup-middle',
    ],
    [
      'a tuning of another length',
      b => {
        b.instrument.tuning.pop()
      },
      'instrument.tuning',
    ],
    [
      'a note that is none',
      b => {
        b.instrument.tuning[0] = 'H4'
      },
      'instrument.tuning',
    ],
    [
      'a wire to nowhere',
      b => {
        b.circuit.wires[0].to = 'ghost.1'
      },
      'circuit.wires[0].to',
    ],
    [
      'two parts with one id',
      b => {
        b.parts.push(b.parts[0])
      },
      'parts',
    ],
    [
      'a day that is not in the calendar',
      b => {
        b.calendar.startOn = '2026-02-31'
      },
      'calendar.startOn',
    ],
    [
      'a band upside down',
      b => {
        b.bands = { 'heel width': { low: 1, high: 0 } }
      },
      'bands',
    ],
    [
      'a bridge off every instrument',
      b => {
        b.placements.bridge = {
          x: { value: 5000, doubt: 0.1, basis: 'measured' },
          y: { value: 0, doubt: 0.1, basis: 'measured' },
        }
      },
      'placements.bridge.x',
    ],
    [
      'a pocket that is plugged',
      b => {
        b.parts[0].features[0].plugged = true
      },
      'parts[0].features[0].plugged',
    ],
    [
      'a film as thick as a finger',
      b => {
        b.finish.film = { value: 12, doubt: 0.1, basis: 'claimed' }
      },
      'finish.film',
    ],
    ...(
      [
        ['setup.relief', 40],
        ['layout.frets.1-2', 0],
        ['layout.edge.mouth.at', -2000],
        ['layout.edge.bridge.treble', 500],
        ['hole.bridge-1.across', -401],
        ['part/heron-neck/dims.scaleLength', 20],
      ] as const
    ).map(([of, value]): (typeof CASES)[number] => [
      `a reading of ${of} that is ${value}`,
      b => {
        b.readings = [{ id: 'r1', of, value, doubt: 0.1, at: '2026-01-05T10:00:00Z' }]
      },
      'readings[0].value',
    ]),
    [
      'a list where an object belongs',
      b => {
        b.finish = []
      },
      'finish',
    ],
    [
      'an object where a list belongs',
      b => {
        b.parts = {}
      },
      'parts',
    ],
    [
      'an id that could leave a folder',
      b => {
        b.id = '../etc'
      },
      'id',
    ],
  ]
  it.each(CASES)('refuses %s and names the field', (_what, change, path) => {
    const r = broken(change)
    expect(r.ok).toBe(false)
    expect(paths(r).some(p => p.startsWith(path))).toBe(true)
    if (!r.ok) for (const p of r.problems) expect(p.reason.length).toBeGreaterThan(4)
  })

  it('refuses NaN and infinities, which JSON cannot even hold', () => {
    for (const bad of [NaN, Infinity, -Infinity]) {
      const b = heron()
      b.parts[1]!.dims.scaleLength!.value = bad
      expect(readBuild(b).ok).toBe(false)
      const c = heron()
      c.setup.relief = bad
      expect(paths(readBuild(c))).toContain('setup.relief')
    }
  })
  it.each([null, 5, 'text', [], undefined, true])('refuses %s', x => expect(readBuild(x).ok).toBe(false))
  it('refuses text that is not JSON with the reason', () => {
    const r = readBuildText('{"format": ')
    expect(r.ok).toBe(false)
    if (!r.ok) expect(r.problems[0]!.reason).toContain('not JSON')
  })

  it('never throws, whatever is put into a field', () => {
    const keys = Object.keys(heron()) as (keyof Build)[]
    fc.assert(
      fc.property(fc.constantFrom(...keys), fc.jsonValue(), (key, value) => {
        const r = readBuild({ ...heron(), [key]: value })
        return typeof r.ok === 'boolean'
      }),
      { numRuns: runs(150) },
    )
  })
})

describe('reading a part', () => {
  it('takes a good one and names what is wrong with a bad one', () => {
    const p = heron().parts[0]!
    expect(readPart(p).ok).toBe(true)
    const bad = readPart({ ...p, kind: 'spoon' })
    expect(bad.ok).toBe(false)
    expect(readPart('x').ok).toBe(false)
  })
})
