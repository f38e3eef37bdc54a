import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { electric, RECIPE_BUILDS, withRecipe } from '../../../tests/support/electric.ts'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { stepText } from '../document/stepRef.ts'
import { startFrom } from '../finish/edits.ts'
import { MATERIALS } from '../finish/materials.ts'
import { plan } from '../plan/plan.ts'
import { CARE } from './care.ts'
import { handoverSheet } from './handoverSheet.ts'
import { packingList } from './packing.ts'

const sheetOf = (b: Build) => handoverSheet(b, plan(b))

describe('the sheet that goes with an instrument', () => {
  it('names every chosen part in its slot, and nothing that only lies on the bench', () => {
    const b = plainBuild(),
      spare = { ...b.parts[0]!, id: 'left-over', name: 'A left-over' }
    const sheet = sheetOf({ ...b, parts: [...b.parts, spare] })
    expect(new Set(sheet.parts.map(p => p.slot))).toEqual(new Set(Object.keys(b.slots)))
    expect(JSON.stringify(sheet)).not.toContain('A left-over')
  })
  it('tells which measures were read', () => {
    const b = plainBuild(),
      as = (basis: 'measured' | 'claimed'): Build => ({
        ...b,
        parts: b.parts.map(p =>
          p.id === b.slots.neck ? { ...p, dims: { ...p.dims, scaleLength: { ...p.dims.scaleLength!, basis } } } : p,
        ),
      })
    const scale = (x: Build) => sheetOf(x).figures.find(f => f.label === 'Scale length')!
    expect(scale(as('measured')).from).toBe('read')
    expect(scale(as('claimed')).from).toBe('as given')
    expect(scale(b).mm).toBe(b.parts.find(p => p.id === b.slots.neck)!.dims.scaleLength!.value)
  })
  it('tells each setting in words with what a meter should say', () => {
    const [id, e] = RECIPE_BUILDS.find(([name]) => name === 'one pickup') ?? RECIPE_BUILDS[0]!
    const b = withRecipe(electric(e), id),
      [only] = sheetOf(b).settings
    expect(inWords(only!.says).length).toBeGreaterThan(5)
    // One pickup behind one volume pot, both full up: the coil beside the pot's whole track.
    const coil = b.parts.find(p => p.kind === 'pickup')!.dims.dcResistance!.value,
      track = b.parts.find(p => p.kind === 'pot')!.dims.resistance!.value
    // Wires and wipers add an ohm or two.
    expect(Math.abs(only!.ohms! - 1 / (1 / coil + 1 / track))).toBeLessThan(3)
    expect(sheetOf({ ...b, circuit: { ...b.circuit, components: [], wires: [] } }).settings).toEqual([])
  })
  it('puts faces that are coated alike together, tells the thinnest, and whether all coats are on', () => {
    const b = startFrom(plainBuild(), 'wiped oil-varnish'),
      sheet = sheetOf(b)
    expect(sheet.finish.map(f => f.material)).toEqual([MATERIALS['oil-varnish'].label])
    expect(sheet.finish[0]!.zones).toContain('body top')
    expect(sheet.finish[0]!.care).toBe(CARE.varnish)
    expect(sheet.finish[0]!.done).toBe(false)
    expect(inWords(sheet.care.map(c => c.says)).join(' ')).toContain('The finish is not complete')
    const layer = b.finish.layers![0]!,
      coats = Array.from({ length: layer.coats }, (_, i) => ({
        step: stepText({ kind: 'finish', stage: 'coat', layer: layer.id, nth: i + 1 }),
        state: 'done' as const,
        at: '2026-11-01T10:00:00Z',
      }))
    expect(sheetOf({ ...b, steps: coats }).finish[0]!.done).toBe(true)
    expect(sheetOf({ ...b, steps: coats.slice(1, -1) }).finish[0]!.done).toBe(false)
  })
  it('says what is still open, and what is not as it is usually', () => {
    const b = plainBuild()
    expect(sheetOf(b).open).toBe(plan(b).steps.length)
    const wide = {
      ...b,
      parts: b.parts.map(p =>
        p.id === b.slots.neck
          ? { ...p, dims: { ...p.dims, heelWidth: { value: 62, doubt: 0.05, basis: 'measured' as const } } }
          : p,
      ),
    }
    expect(sheetOf(wide).departures.some(d => inWords(d.says).startsWith("won't go"))).toBe(true)
  })
  it('knows care of every material that there is', () => {
    for (const m of Object.values(MATERIALS)) expect(CARE[m.family].mend.length, m.label).toBeGreaterThan(10)
  })
})

describe('what goes into the parcel', () => {
  const ids = (b: Build) => {
    const { things, acts } = packingList(b)
    return [...things, ...acts].map(x => x.id)
  }
  const as = (patch: Partial<Build['instrument']>): Build => {
    const b = plainBuild()
    return { ...b, instrument: { ...b.instrument, ...patch } }
  }
  it('follows the bridge: an arm and a block for a tremolo, tape for one that floats', () => {
    expect(ids(as({ bridge: 'flat plate' }))).not.toEqual(expect.arrayContaining(['arm']))
    expect(ids(as({ bridge: 'rocking tremolo, two posts' }))).toEqual(expect.arrayContaining(['arm', 'block']))
    expect(ids(as({ bridge: 'double-locking tremolo' }))).toContain('keys')
    expect(ids(as({ bridge: 'floating bridge' }))).toContain('float')
    expect(ids(as({ bridge: 'flat plate' }))).not.toContain('float')
  })
  it('has a battery out and a fresh one beside it', () => {
    expect(ids(as({ extras: ['battery'] }))).toEqual(expect.arrayContaining(['battery', 'out']))
    expect(ids(as({ extras: [] }))).not.toContain('out')
  })
  it('gives back what was replaced, and not what is still to come', () => {
    const b = plainBuild(),
      old = { ...b.parts[0]!, id: 'old', name: 'Old one' }
    expect(ids({ ...b, parts: [...b.parts, old] })).toContain('spare-old')
    expect(ids({ ...b, parts: [...b.parts, { ...old, stock: { state: 'ordered' } }] })).not.toContain('spare-old')
  })
})
