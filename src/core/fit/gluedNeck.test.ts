import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { plainBuild, sure } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { takeReading } from '../document/edits.ts'
import { edgeReading } from '../layout/centreLine.ts'
import { saddleHeight } from '../layout/saddleHeight.ts'
import { gatesOf } from '../plan/gates.ts'
import { plan } from '../plan/plan.ts'
import { tickStep } from '../plan/tickStep.ts'
import { setupWork } from '../setup/setupWork.ts'
import { setupReading } from '../setup/stringTable.ts'
import { chooseFix } from '../document/edits.ts'
import { fit } from './applyFixes.ts'
import { jointsAsTheyStand } from './findJoints.ts'

const AT = '2026-05-02T10:00:00.000Z'
const glued = (dims: Record<string, number> = {}): Build => {
  const b = plainBuild({
    instrument: { neckJoint: 'glued' },
    parts: { bridge: { dims: { saddleLow: 10, saddleHigh: 16 } }, neck: { dims } },
  })
  const { 'neck-screws': a, 'neck-plate': c, shim: d, ...slots } = b.slots
  void [a, c, d]
  return { ...b, slots }
}
const joint = (b: Build, id: string) => jointsAsTheyStand(b).find(j => j.id === id)
const dry = (b: Build, value: number) => takeReading(b, { of: 'layout.dry', value, doubt: 0.1, at: AT })

describe('a neck that is glued in', () => {
  it('has its tenon judged for glue, which fills no gap: 0 to 0.15 on both sides together', () => {
    const at = (gap: number): Build => {
      const b = glued()
      return {
        ...b,
        finish: { ...b.finish, masked: ['neck-pocket'] },
        parts: b.parts.map(p => {
          const exact = (value: number) => ({ value, doubt: 0.001, basis: 'measured' as const })
          if (p.kind === 'neck') return { ...p, dims: { ...p.dims, heelWidth: exact(56), heelWidthEnd: exact(56) } }
          return p.kind === 'body'
            ? {
                ...p,
                features: p.features.map(f =>
                  f.role === 'neck-pocket'
                    ? { ...f, dims: { ...f.dims, width: exact(56 + gap), widthEnd: exact(56 + gap) } }
                    : f,
                ),
              }
            : p
        }),
      }
    }
    expect(joint(at(0.08), 'heel-width-mouth')).toMatchObject({ family: 'tenon width', state: 'snug' })
    expect(joint(at(0.3), 'heel-width-mouth')!.state).toBe('loose')
    expect(joint(at(-0.2), 'heel-width-end')!.state).toBe("won't go")
    // Screwed, 0.2 is what it wants.
    const screwed: Build = { ...at(0.2), instrument: { ...at(0.2).instrument, neckJoint: 'screwed' } }
    expect(joint(at(0.2), 'heel-width-mouth')!.state).toBe('loose')
    expect(joint(screwed, 'heel-width-mouth')).toMatchObject({ family: 'heel width' })
  })

  it('cannot be told before it was clamped dry; then by the straightedge over the bridge', () => {
    const b = glued()
    expect(joint(b, 'dry-angle')).toMatchObject({ state: "can't tell", fixes: [] })
    expect(joint(b, 'dry-line')).toMatchObject({ state: "can't tell" })
    // Action 1.6 in the mean over fret 12 and 0.44 at the nut: strings rise 2 × 1.6 − 0.44 = 2.76 over the frets' plane.
    const t = {
      ...b.setup,
      actionAt: 'fret 12' as const,
      actionBass: 1.75,
      actionTreble: 1.45,
      nutSchool: 'gap over fret 1' as const,
      nutBass: 0.46,
      nutTreble: 0.42,
    }
    const set = { ...b, setup: t }
    // 9.5 over the top: strings at 12.26, 2.26 over the lowest saddle of 10.
    expect(joint(dry(set, 9.5), 'dry-angle')).toMatchObject({
      state: 'snug',
      clearance: { value: expect.closeTo(2.26, 6) },
    })
    expect(joint(dry(set, 7), 'dry-angle')!.state).toBe("won't go")
    expect(joint(dry(set, 13.9), 'dry-angle')!.state).toBe("won't go")
    const drift = (mm: number) =>
      [
        ['mouth', -70, 0],
        ['bridge', 180, mm],
      ].reduce<Build>(
        (x, [s, at, off]) =>
          (
            [
              ['at', at as number],
              ['treble', 30 + (at === 180 ? 3 : 0) + (off as number)],
              ['bass', 30 + (at === 180 ? 3 : 0) - (off as number)],
            ] as const
          ).reduce(
            (y, [e, value]) => takeReading(y, { of: edgeReading(s as 'mouth', e), value, doubt: 0.1, at: AT }),
            x,
          ),
        b,
      )
    expect(joint(drift(0.4), 'dry-line')).toMatchObject({
      state: 'snug',
      clearance: { value: expect.closeTo(0.6, 6) },
    })
    expect(joint(drift(-2), 'dry-line')).toMatchObject({
      state: 'tight',
      clearance: { value: expect.closeTo(-1, 6) },
    })
    expect(joint(drift(4), 'dry-line')!.state).toBe("won't go")
  })

  it('is pared and not shimmed, and Setup says the same wedge as Fit for one that is screwed', () => {
    // Heel 20 over a pocket of 16 with frets of 1.1: the frets' plane 5.1 over the top; a saddle of 10 cannot come down to it.
    const one = glued({ heelThickness: 20, fretHeight: 1.1 }),
      b: Build = {
        ...one,
        parts: one.parts.map(p => ({
          ...p,
          dims: Object.fromEntries(Object.entries(p.dims).map(([k, d]) => [k, sure(d.value)])),
          features: p.features.map(f => ({
            ...f,
            dims: Object.fromEntries(
              Object.entries(f.dims).map(([k, d]) => [
                k,
                sure(k === 'depth' && f.role === 'neck-pocket' ? 16 : d.value),
              ]),
            ),
          })),
        })),
      }
    const h = saddleHeight(b)!,
      j = joint(b, 'saddle-height')!
    expect(j.state).toBe("won't go")
    expect(j.fixes.map(f => f.method)).toEqual(['pare-mouth'])
    const rise = 0.5 + 0.5 - h.aboveLowest.value
    // Paring turns the neck about its heel's end: the saddle's way times the slope is the rise.
    expect(inWords(j.fixes[0]!.title)).toContain(`${((rise * h.pocketLength) / h.heelToSaddle).toFixed(2)} mm`)
    expect(
      fit(chooseFix(b, 'saddle-height', 'pare-mouth')).planned.find(x => x.id === 'saddle-height')!.clearance.value,
    ).toBeCloseTo(1, 6)
    const screwed: Build = { ...b, instrument: { ...b.instrument, neckJoint: 'screwed' } }
    const wedge = joint(screwed, 'saddle-height')!.fixes.find(f => f.method === 'wedge')!
    const thick = rise / (1 + h.heelToSaddle / h.pocketLength)
    expect(inWords(wedge.title)).toContain(`${thick.toFixed(2)} mm`)
    const high = takeReading(screwed, { of: setupReading('action.bass'), value: 3, doubt: 0.05, at: AT })
    expect(inWords(setupWork(high).adjustments.find(a => a.id === 'action.bass')!.move)).toContain(
      `wedge of ${thick.toFixed(2)} mm`,
    )
  })

  it('is read by straightedge and rule when its step is ticked: ±0.3', () => {
    const b = glued(),
      step = plan(b).steps.find(s => s.ref.kind === 'assemble' && s.ref.what === 'neck-dry')!
    expect(tickStep(b, step, AT, 9.5).readings).toMatchObject([
      { of: 'layout.dry', value: 9.5, doubt: 0.3, with: 'straightedge and rule' },
    ])
  })
  it('goes through a gate that stays shut until it was clamped dry', () => {
    const b = glued(),
      steps = plan(b).steps,
      gate = gatesOf(steps, jointsAsTheyStand(b)).find(g => g.id === 'glue')!
    const id = (what: string) => steps.find(s => s.ref.kind === 'assemble' && s.ref.what === what)!.id
    expect(gate.step!.id).toBe(id('neck'))
    expect(gate.steps).toContain(id('neck-dry'))
    expect(gate.passed).toBe(false)
    expect(gatesOf(plan(plainBuild()).steps, []).find(g => g.id === 'glue')).toMatchObject({
      step: undefined,
      passed: false,
    })
    const low = { ...dry(b, 2) }
    expect(gatesOf(plan(low).steps, jointsAsTheyStand(low)).find(g => g.id === 'glue')!.joints).toContain(
      'dry-angle',
    )
  })
})
