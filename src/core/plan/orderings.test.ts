import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../../tests/support/long.ts'
import { anyBuild } from '../../../tests/support/anyBuild.ts'
import { demo, uncoated } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { inOrder, withArrows } from './order.ts'
import { plan } from './plan.ts'
import { stepsOf } from './stepsOf.ts'

/** An instrument before anything was done to it, its bridge's holes still to be drilled. */
const bare = (b: Build): Build => ({ ...uncoated(b), steps: [], trials: [] })

/**
 * Orderings of the trade [common practice]: what comes first, what follows, and why. Each is looked for in every build that
 * has both.
 */
const ORDERINGS: readonly (readonly [before: RegExp, after: RegExp])[] = [
  // Wood: routs before holes beside them, all of it before colour; the bridge's line proved before its holes.
  [/^place\/line$/, /^drill\/bridge$/],
  [/^cut\/(?!.*binding)/, /^drill\/[a-z-]+$/],
  [/^drill\/plugs$/, /^drill\/bridge$/],
  [/^place\/line$/, /^place\/saddles$/],
  [/^place\/saddles$/, /^place\/edges$/],
  [/^place\/edges$/, /^place\/twelfth$/],
  [/^place\/twelfth$/, /^place\/punch$/],
  [/^place\/punch$/, /^drill\/bridge$/],
  [/^drill\/[a-z-]+$/, /^trial$/],
  [/^cut\//, /^trial$/],
  [/^drill\/[a-z-]+$/, /^finish\/(coat|mask|raise|scuff)/],
  [/^finish\/(inspect|steam|ease)/, /^finish\/(sand|coat)/],
  [/^finish\/darken/, /^assemble\/(controls|guard)/],
  [/^finish\/panel/, /^finish\/coat/],
  [/^trial$/, /^finish\/(sand|mask|coat)/],
  // Finish: each coat on the last, cure before levelling before polishing, holes chased after it.
  [/^finish\/sand$/, /^finish\/coat/],
  [/^finish\/mask$/, /^finish\/coat/],
  [/^finish\/coat/, /^finish\/cure/],
  [/^finish\/cure/, /^finish\/(level|polish)/],
  [/^finish\/level/, /^finish\/polish/],
  [/^finish\/polish/, /^finish\/chase/],
  [/^finish\/(cure|polish|coat)/, /^assemble\/(tuners|bridge|posts|controls|buttons|trees)/],
  [/^finish\/chase/, /^assemble\/(posts|ferrules)/],
  [/^assemble\/neck-dry/, /^assemble\/neck$/],
  // Wiring: tinned, bonds laid before they are covered, pickups soldered before pots are closed in.
  [/^solder\/tin/, /^solder\/(on-the-controls|pickups)/],
  [/^solder\/on-the-controls/, /^solder\/pickups/],
  [/^solder\/pickups/, /^solder\/through-the-body/],
  [/^solder\/pickups/, /^assemble\/controls/],
  [/^solder\/bonds/, /^assemble\/(posts|bridge|springs)/],
  [/^test\/harness/, /^assemble\/controls/],
  // Assembly: posts before what hangs on them, springs after the bridge, nut and trees before strings.
  [/^assemble\/shim/, /^assemble\/neck$/],
  [/^assemble\/posts/, /^assemble\/bridge/],
  [/^assemble\/bridge/, /^assemble\/springs/],
  [/^assemble\/tuners/, /^assemble\/trees/],
  [/^assemble\/controls/, /^assemble\/rings/],
  [/^assemble\/(nut|trees|springs|bridge|tailpiece|rings)/, /^setup\/strings/],
  // Tested before anything is closed or strings lie over it; set up in the handbook's order.
  [/^assemble\//, /^test\/tap/],
  [/^test\/tap/, /^setup\/strings/],
  [/^setup\/strings/, /^setup\/(tremolo|relief)/],
  [/^setup\/tremolo/, /^setup\/relief/],
  [/^setup\/relief/, /^setup\/nut/],
  [/^setup\/nut/, /^setup\/action/],
  [/^setup\/action/, /^setup\/intonation/],
  [/^setup\/intonation/, /^setup\/pickups/],
  [/^setup\//, /^close$/],
]
/** What is put on between the tests and the strings stands in the assembly's names and is meant by no line about it. */
const CLOSING = /^assemble\/(guard|knobs)$/

describe('orderings of the trade', () => {
  const builds = (['heron', 'kestrel', 'wren', 'bittern', 'plover'] as const).map(id => ({
    id,
    ids: plan(bare(demo(id))).steps.map(s => s.id),
  }))
  it.each(ORDERINGS.map(([a, b]) => ({ a, b })))('$a before $b', ({ a, b }) => {
    let seen = 0
    for (const { id, ids } of builds) {
      const first = ids.filter(s => a.test(s) && !CLOSING.test(s)),
        then = ids.filter(s => b.test(s) && !first.includes(s))
      for (const x of first)
        for (const y of then) {
          seen++
          expect(ids.indexOf(x), `${id}: ${x} before ${y}`).toBeLessThan(ids.indexOf(y))
        }
    }
    // A line that no build has proves nothing, but for what no demo instrument carries.
    if (!/plugs|ferrules|trees|shim|binding|darken|raise/.test(a.source + b.source)) expect(seen).toBeGreaterThan(0)
  })
  it('has guard and knobs on after the test, the guard under the strings', () => {
    for (const { id, ids } of builds)
      for (const what of ['guard', 'knobs']) {
        const at = ids.indexOf(`assemble/${what}`)
        if (at < 0) continue
        expect(at, id).toBeGreaterThan(ids.indexOf('test/tap'))
        if (what === 'guard') expect(at, id).toBeLessThan(ids.indexOf('setup/strings'))
      }
    expect(builds.some(b => b.ids.includes('assemble/guard'))).toBe(true)
    expect(builds.some(b => b.ids.includes('assemble/knobs'))).toBe(true)
  })
})

describe('an order for any build', () => {
  it('has no step before what it needs, and no ring of needs', () =>
    fc.assert(
      fc.property(anyBuild, b => {
        const steps = stepsOf(b),
          at = new Map(inOrder(steps).map((s, i) => [s.id, i]))
        for (const s of withArrows(steps))
          for (const n of s.needs)
            if (at.has(n)) expect(at.get(n), `${n} before ${s.id}: ${s.because[n]}`).toBeLessThan(at.get(s.id)!)
      }),
      { numRuns: runs(40) },
    ))
})

describe('steps go by the instrument', () => {
  const ids = (b: Build) => plan(bare(b)).steps.map(s => s.id),
    title = (b: Build, id: string) => plan(bare(b)).steps.find(s => s.id === id)?.title
  it('a floating bridge is fitted, not screwed down, and has no wire under it', () => {
    expect(title(demo('wren'), 'assemble/bridge')).toMatch(/foot to the top/)
    const because = (b: Build) => plan(bare(b)).steps.find(s => s.id === 'assemble/bridge')!.because['solder/bonds']
    expect(because(demo('heron'))).toMatch(/lies under it/)
    expect(because(demo('wren')) ?? '').not.toMatch(/lies under it/)
  })
  it('posts are pressed where there are posts, a tremolo has its claw and springs', () => {
    expect(ids(demo('kestrel'))).toEqual(expect.arrayContaining(['assemble/posts', 'assemble/springs']))
    expect(ids(demo('heron'))).not.toContain('assemble/posts')
    expect(title(demo('plover'), 'assemble/tailpiece')).toMatch(/Press the tail’s posts/)
    expect(title(demo('wren'), 'assemble/tailpiece')).toBe('Screw the tailpiece on')
  })
  it('a shim that is chosen is laid before the neck is screwed down', () => {
    const b = demo('kestrel'),
      shimmed: Build = {
        ...b,
        slots: { ...b.slots, shim: 'own-shim' },
        parts: [
          ...b.parts,
          {
            id: 'own-shim',
            kind: 'shim',
            name: 'Wedge',
            dims: { thick: { value: 0.5, doubt: 0.05, basis: 'measured' } },
            traits: {},
            features: [],
          },
        ],
      }
    const order = ids(shimmed)
    expect(inWords(title(shimmed, 'assemble/shim'))).toContain('0.50 mm')
    expect(order.indexOf('assemble/shim')).toBeLessThan(order.indexOf('assemble/neck'))
    expect(ids(b)).not.toContain('assemble/shim')
  })
  it('the bridge’s procedure names this instrument’s numbers', () => {
    const of = (b: Build, what: string) => plan(bare(b)).steps.find(s => s.id === `place/${what}`)!
    const b = demo('heron')
    expect(of(b, 'twelfth').read).toMatchObject({ of: 'layout.frets.0-12', expected: 314 })
    expect(inWords(of(b, 'saddles').why)).toMatch(/1: \d+\.\d mm, .*6: \d+\.\d mm/)
    // A bridge that is drilled already, or floats, is not placed again.
    expect(ids(demo('kestrel')).some(s => s.startsWith('place/'))).toBe(
      plan(bare(demo('kestrel'))).steps.some(s => s.id === 'drill/bridge'),
    )
  })
})
