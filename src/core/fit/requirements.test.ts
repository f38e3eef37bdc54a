import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { choosePart } from '../document/edits.ts'
import type { Feature } from '../parts/part.ts'
import { typicalFeature, typicalPart } from '../parts/typicalPart.ts'
import { drillWork } from './drillWork.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import { gatesOf } from '../plan/gates.ts'
import { plan } from '../plan/plan.ts'

const joint = (b: Build, id: string) => jointsAsTheyStand(b).find(j => j.id === id)
/** The build with a part's features made others. */
const featured = (b: Build, slot: string, change: (f: Feature[]) => Feature[]): Build => ({
  ...b,
  parts: b.parts.map(p => (p.id === b.slots[slot] ? { ...p, features: change(p.features) } : p)),
})

describe('what an instrument cannot be without', () => {
  it('a hole for every tuner: four for six strings', () => {
    const holes = (n: number): Feature[] =>
      Array.from({ length: n }, (_, i) =>
        typicalFeature(
          'tuner-hole',
          `t${i + 1}`,
          { x: -40 - 25 * (i % 3), y: i < 3 ? 33 : -33, diameter: 10 },
          { serves: String(i < 3 ? i + 1 : 9 - i), through: true },
        ),
      )
    const head = (n: number) => featured(plainBuild(), 'neck', f => [...f, ...holes(n)])
    expect(joint(head(6), 'tuner-count')).toMatchObject({ state: 'snug', counts: true })
    const four = joint(head(4), 'tuner-count')!
    expect(four).toMatchObject({ state: "won't go", clearance: { value: -2 } })
    expect(inWords(four.finding)).toBe(
      '2 missing. The head has 4 holes for 6 strings: strings 4, 5 have none. They are among the holes to drill.',
    )
    // A blank head has nothing to count.
    expect(joint(plainBuild(), 'tuner-count')).toBeUndefined()
  })
  it('and the two that are missing are among the holes to drill, where a row would have them', () => {
    const b = featured(plainBuild(), 'neck', f => [
      ...f,
      ...[1, 2, 3, 6].map(n =>
        typicalFeature(
          'tuner-hole',
          `t${n}`,
          { x: n < 4 ? -15 - 25 * n : -40, y: n < 4 ? 33 : -33, diameter: 10 },
          { serves: String(n), through: true },
        ),
      ),
    ])
    const w = drillWork(b)!
    const bushings = w.holes.filter(h => h.group === 'tuners' && h.purpose === 'bushing')
    expect(bushings.map(h => h.string).sort()).toEqual([4, 5])
    for (const h of bushings) expect(h.at[1]).toBeLessThan(0)
    expect(w.layout.tuners.spots.map(s => s.string)).toEqual([1, 2, 3, 4, 5, 6])
  })
  it('a place for every control: a hole outside every cavity is told', () => {
    const at = (x: number, y: number) =>
      featured(plainBuild(), 'body', fs =>
        fs.map(f =>
          f.id === 'hole-volume'
            ? {
                ...f,
                dims: {
                  ...f.dims,
                  x: { value: x, doubt: 0.1, basis: 'measured' as const },
                  y: { value: y, doubt: 0.1, basis: 'measured' as const },
                },
              }
            : f,
        ),
      )
    expect(joint(at(180, 90), 'pot-volume-place')).toMatchObject({ state: 'snug' })
    const outside = joint(at(40, 120), 'pot-volume-place')!
    expect(outside.state).toBe("won't go")
    expect(inWords(outside.finding)).toContain('lies outside every cavity')
  })
  it('a jack with neither hole nor place', () => {
    const b = plainBuild()
    expect(joint(b, 'jack-place')).toMatchObject({ state: "won't go" })
    const placed: Build = {
      ...b,
      placements: {
        ...b.placements,
        parts: [
          {
            slot: 'jack',
            x: { value: 250, doubt: 0.5, basis: 'assumed' },
            y: { value: 150, doubt: 0.5, basis: 'assumed' },
          },
        ],
      },
    }
    expect(joint(placed, 'jack-place')).toBeUndefined()
  })
  it('holes enough to hold a plate; one that nobody described cannot be told', () => {
    const b = plainBuild({ instrument: { extras: ['back cover'] } })
    const holes = (n: number) =>
      featured(b, 'back-cover', () =>
        Array.from({ length: n }, (_, i) =>
          typicalFeature('screw-hole', `s${i}`, { x: 10 * i, y: 0, diameter: 3 }),
        ),
      )
    expect(joint(holes(4), 'back-cover-holes')).toMatchObject({ state: 'snug' })
    expect(joint(holes(1), 'back-cover-holes')).toMatchObject({ state: "won't go", clearance: { value: -2 } })
    expect(joint(holes(0), 'back-cover-holes')).toMatchObject({ state: "can't tell" })
    expect(joint(holes(0), 'back-cover-holes')!.finding).toContain('enter those that it has at the Shelf station')
  })
  it('a battery for active pickups', () => {
    const b = demo('heron')
    const active: Build = {
      ...b,
      parts: b.parts.map(p => (p.kind === 'pickup' ? { ...p, traits: { ...p.traits, electronics: 'active' } } : p)),
    }
    expect(joint(b, 'battery-there')).toBeUndefined()
    expect(joint(active, 'battery-there')).toMatchObject({ state: "won't go" })
    const with_ = choosePart(
      { ...active, instrument: { ...active.instrument, extras: [...active.instrument.extras, 'battery'] } },
      'battery',
      typicalPart('battery', 'cell'),
    )
    expect(joint(with_, 'battery-there')).toMatchObject({ state: 'snug' })
  })
  it.each([
    ['a shelf for a locking nut', 'shelf-there', 'locking-nut', 'neck', 'nutSeat', 'on a shelf', 'in a slot'],
    ['a notch for a rod turned at the heel', 'notch-there', undefined, 'body', 'rodNotch', 'there', 'none'],
    ['a tilt screw where the neck asks for one', 'tilt-there', 'neck-plate', 'neck-plate', 'tilt', 'there', 'none'],
  ] as const)('%s', (_what, id, brings, slot, trait, is, isNot) => {
    const plain = plainBuild(id === 'shelf-there' ? { instrument: { bridge: 'double-locking tremolo' } } : {})
    const asks: Build = {
      ...(brings
        ? choosePart(plain, brings, typicalPart(brings === 'neck-plate' ? 'plate' : 'locking-nut', 'own', 'Own'))
        : plain),
    }
    const set = (b: Build, s: string, traits: Record<string, string>): Build => ({
      ...b,
      parts: b.parts.map(p => (p.id === b.slots[s] ? { ...p, traits: { ...p.traits, ...traits } } : p)),
    })
    const wanting = set(asks, 'neck', { rod: 'at the heel', tilt: 'asks for it' })
    const bare: Build = {
      ...wanting,
      parts: wanting.parts.map(p => {
        const { [trait]: gone, ...traits } = p.traits,
          { shelfLength, ...dims } = p.dims
        void gone
        void shelfLength
        return p.id === wanting.slots[slot] ? { ...p, traits, dims } : p
      }),
    }
    expect(joint(bare, id)).toMatchObject({ state: "can't tell", counts: true })
    expect(joint(set(bare, slot, { [trait]: is }), id)).toMatchObject({ state: 'snug' })
    expect(joint(set(bare, slot, { [trait]: isNot }), id)).toMatchObject({
      state: "won't go",
      clearance: { value: -1 },
    })
    // Nobody asks: nothing is required.
    const none = set(plainBuild(), 'neck', { rod: 'at the head', tilt: 'no' })
    expect(joint(none, id)).toBeUndefined()
  })
  it('room for the wires and a ground cannot be told before the wiring; a bond that is in the circuit is there', () => {
    const b = plainBuild()
    expect(joint(b, 'wire-room')).toMatchObject({ state: "can't tell", counts: true, fixes: [] })
    expect(joint(b, 'ground-there')!.finding).toContain('there is no circuit yet')
    const kestrel = demo('heron')
    expect(kestrel.circuit.components.some(c => c.kind === 'metal')).toBe(true)
    expect(joint(kestrel, 'ground-there')!.state).toBe('snug')
    const metal = kestrel.circuit.components.find(c => c.kind === 'metal')!.id
    const cut: Build = {
      ...kestrel,
      circuit: {
        ...kestrel.circuit,
        wires: kestrel.circuit.wires.filter(w => ![w.from, w.to].some(e => e.startsWith(`${metal}.`))),
      },
    }
    expect(joint(cut, 'ground-there')!.state).toBe("can't tell")
  })
  it('no notch behind the pocket, until one is meant to be cut', () => {
    const b = plainBuild(),
      at: Build = {
        ...b,
        parts: b.parts.map(p =>
          p.kind === 'neck'
            ? { ...p, traits: { ...p.traits, rod: 'at the heel' } }
            : p.kind === 'body'
              ? { ...p, traits: { ...p.traits, rodNotch: 'none' } }
              : p,
        ),
      }
    expect(joint(at, 'notch-there')!.state).toBe("won't go")
    expect(joint(at, 'truss-rod')).toBeUndefined()
    const cut: Build = {
      ...at,
      cuts: [{ id: 'n', sort: 'notch', face: 'top', x: 8, y: 0, length: 16, width: 12, depth: 10 }],
    }
    expect(joint(cut, 'notch-there')!.state).toBe('snug')
  })
  it('is never green while it is missing, and keeps the trial shut', () => {
    const b = plainBuild()
    for (const j of jointsAsTheyStand(b)) if (j.counts && j.clearance.value < 0) expect(j.state).toBe("won't go")
    const trial = gatesOf(plan(b).steps, jointsAsTheyStand(b)).find(g => g.id === 'trial')!
    expect(trial.joints).toContain('jack-place')
  })
})
