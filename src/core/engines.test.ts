import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../tests/support/long.ts'
import { anyBuild } from '../../tests/support/anyBuild.ts'
import { heron } from '../../tests/support/heron.ts'
import type { Build } from './document/build.ts'
import { readBuild, readBuildText, writeBuild } from './document/readBuild.ts'
import { meterAtJack } from './meter/jack.ts'
import { response } from './circuit/response.ts'
import { allSettings } from './circuit/settings.ts'
import { solderOrder } from './circuit/solderOrder.ts'
import { spiceNetlist } from './circuit/spice.ts'
import { templatesOf } from './drill/templates/templates.ts'
import { drillWork } from './fit/drillWork.ts'
import { holesOf } from '../../tests/support/holesOf.ts'
import { finishWork } from './finish/finishWork.ts'
import { fit } from './fit/applyFixes.ts'
import { measureNext } from './fit/measureNext.ts'
import { bridgeLine } from './layout/bridgeLine.ts'
import { halfBoardAt, layOut, stringAt } from './layout/layOut.ts'
import { plan } from './plan/plan.ts'
import { setupWork } from './setup/setupWork.ts'

const RUNS = { numRuns: runs(18) }
const finite = (x: number | undefined) => x === undefined || Number.isFinite(x)

const templatesIn = (b: Build) => {
  const w = drillWork(b)
  return w ? templatesOf(w) : []
}

/** Runs every engine on a build. */
function everything(b: Build) {
  const f = fit(b)
  return {
    fit: f,
    plan: plan(b),
    holes: holesOf(b),
    finish: finishWork(b),
    setup: setupWork(b),
    layout: layOut(b),
    meter: meterAtJack(b),
    solder: solderOrder(b),
    measure: measureNext(b, f.now),
    templates: templatesIn(b),
  }
}

describe('every engine on any instrument', () => {
  it('takes builds of 4 to 12 strings, 584 to 864 mm, left and right, that the reader accepts', () => {
    fc.assert(
      fc.property(anyBuild, b => {
        const r = readBuild(b)
        if (!r.ok) throw new Error(JSON.stringify(r.problems))
        return true
      }),
      RUNS,
    )
  })

  it('gives finite numbers everywhere', () => {
    fc.assert(
      fc.property(anyBuild, b => {
        const e = everything(b)
        const joints = [...e.fit.now, ...e.fit.planned]
        return (
          joints.every(j => finite(j.clearance.value) && finite(j.doubt) && j.at.every(finite)) &&
          e.holes.every(h => finite(h.along) && finite(h.across) && finite(h.wanted) && finite(h.leftUnder)) &&
          e.setup.strings.every(s => s.newtons > 0 && finite(s.newtons)) &&
          e.plan.steps.every(s => finite(s.minutes)) &&
          e.finish.zones.every(z => finite(z.area) && z.area > 0) &&
          e.finish.films.every(z => finite(z.total.value) && z.total.value >= 0) &&
          e.finish.acts.every(a => finite(a.minutes) && finite(a.waitHours))
        )
      }),
      RUNS,
    )
  })

  it('gives the same output for the same input', () => {
    fc.assert(
      fc.property(anyBuild, b => JSON.stringify(everything(b)) === JSON.stringify(everything(structuredClone(b)))),
      { numRuns: runs(10) },
    )
  })

  it('changes no input', () => {
    fc.assert(
      fc.property(anyBuild, b => {
        const before = JSON.stringify(b)
        everything(b)
        return JSON.stringify(b) === before
      }),
      { numRuns: runs(15) },
    )
  })

  it('writes files that read back the same', () => {
    fc.assert(
      fc.property(anyBuild, b => {
        const r = readBuildText(writeBuild(b))
        return r.ok && JSON.stringify(r.build) === JSON.stringify(JSON.parse(JSON.stringify(b)))
      }),
      RUNS,
    )
  })

  it('computes the same numbers for either hand', () => {
    fc.assert(
      fc.property(anyBuild, b => {
        const other: Build = {
          ...b,
          instrument: { ...b.instrument, handedness: b.instrument.handedness === 'left' ? 'right' : 'left' },
        }
        const numbers = (x: Build) =>
          JSON.stringify([
            fit(x).now.map(j => [j.id, j.clearance.value, j.state]),
            holesOf(x).map(h => [h.along, h.across]),
            setupWork(x).totalNewtons,
          ])
        return numbers(b) === numbers(other)
      }),
      { numRuns: runs(20) },
    )
  })

  it('keeps the bridge, when it is proposed, where every saddle finds its place', () => {
    fc.assert(
      fc.property(anyBuild, b => {
        const line = bridgeLine({ ...b, placements: {} })!
        if (line.low > line.high) return true
        const rearmost = line.foremost.value + b.parts.find(p => p.id === 'heron-bridge')!.dims.saddleTravel!.value
        const L = b.parts.find(p => p.id === 'heron-neck')!.dims.scaleLength!.value
        return line.compensation.every(c => L + c >= line.foremost.value - 1e-9 && L + c <= rearmost + 1e-9)
      }),
      RUNS,
    )
  })

  it('orders the strings from treble to bass and inside the board at the nut', () => {
    fc.assert(
      fc.property(anyBuild, b => {
        const l = layOut(b)!
        const y = l.strings.map(s => stringAt(s, 0))
        return y.every((v, i) => i === 0 || v < y[i - 1]!) && Math.abs(y[0]!) < halfBoardAt(l, 0)
      }),
      RUNS,
    )
  })

  it('needs nothing that is not in the plan before it', () => {
    fc.assert(
      fc.property(anyBuild, b => {
        const seen = new Set<string>()
        return plan(b).steps.every(s => {
          const ok = s.needs.every(n => seen.has(n))
          seen.add(s.id)
          return ok
        })
      }),
      { numRuns: runs(15) },
    )
  })

  it('warns of every hole that leaves too little wood or lies outside it', () => {
    fc.assert(
      fc.property(anyBuild, b =>
        holesOf(b).every(h => h.leftUnder === undefined || h.leftUnder >= 3 || h.warnings.length > 0),
      ),
      RUNS,
    )
  })

  it('writes netlists whose every element has two nodes and a value', () => {
    fc.assert(
      fc.property(anyBuild, b =>
        allSettings(b).every(s =>
          spiceNetlist(b, s)
            .split('\n')
            .filter(l => /^[RCLV]/.test(l))
            .every(l => {
              const words = l.split(' ')
              return (
                words.length >= 4 &&
                words[1] !== words[2] &&
                words.slice(1).every(w => !w.includes('NaN') && !w.includes('undefined'))
              )
            }),
        ),
      ),
      { numRuns: runs(15) },
    )
  })
})

describe('an instrument with something missing', () => {
  const slots = Object.keys(heron().slots)
  it.each(slots)('stands without its %s', slot => {
    const b = heron()
    delete b.slots[slot]
    const e = everything(b)
    expect(e.plan.steps.length).toBeGreaterThan(5)
    expect(e.fit.now.every(j => !j.slots.includes(slot) || j.slots.length > 1)).toBe(true)
    for (const s of allSettings(b)) expect(Number.isFinite(response(b, s).base)).toBe(true)
  })

  it('stands with nothing chosen at all', () => {
    const b: Build = { ...heron(), slots: {}, parts: [] }
    const e = everything(b)
    expect(e.fit.now).toEqual([])
    expect(e.holes).toEqual([])
    expect(e.layout).toBeUndefined()
    expect(e.finish.findings[0]!.says).toContain('Choose a body')
    expect(e.setup.adjustments).toEqual([])
  })

  it('stands without a circuit', () => {
    const b: Build = { ...heron(), circuit: { components: [], wires: [], load: heron().circuit.load } }
    const e = everything(b)
    expect(e.solder).toEqual([])
    expect(e.meter.every(m => m.ohms === Infinity)).toBe(true)
  })

  it('ignores a fix for a joint that is not there', () => {
    const b: Build = { ...heron(), fixes: [{ joint: 'no-such-joint', method: 'hammer' }] }
    const r = fit(b)
    expect(r.fixes[0]!.fix).toBeUndefined()
    expect(r.planned).toEqual(r.now)
    expect(plan(b).steps.some(s => s.id.startsWith('fix/'))).toBe(false)
  })
})
