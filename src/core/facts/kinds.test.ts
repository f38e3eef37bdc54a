import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../../tests/support/long.ts'
import { anyBuild } from '../../../tests/support/anyBuild.ts'
import { demo, DEMO_NAMES } from '../../../tests/support/demo.ts'
import { electric, RECIPE_BUILDS, withRecipe } from '../../../tests/support/electric.ts'
import type { Build } from '../document/build.ts'
import { factOfKinds, only } from '../document/fact.ts'
import { slotsOf } from '../document/slots.ts'
import { bodyGraph } from '../drill/bodyGraph.ts'
import { allCuts } from '../drill/channelsWanted.ts'
import { groundWanted } from '../drill/requests/bridgeHoles.ts'
import { REQUESTS } from '../drill/requests/index.ts'
import { filmGround, filmWork, levelWays } from '../finish/filmWork.ts'
import { finishWork } from '../finish/finishWork.ts'
import { learnedLayers } from '../finish/learnedLayers.ts'
import { zonesOf } from '../finish/zones.ts'
import { FAMILIES } from '../fit/bands.ts'
import { FAMILY_FILES } from '../fit/families/index.ts'
import type { FoundJoint } from '../fit/joint.ts'
import { controlSpots } from '../layout/controls.ts'
import { layOut, type Layout } from '../layout/layOut.ts'
import { dimensionAt, dimensionPaths, withDimension } from '../parts/dimensionAt.ts'
import { typicalPart } from '../parts/typicalPart.ts'
import { hardwareSteps, lastSteps } from '../plan/steps/hardwareSteps.ts'
import { setupWork } from '../setup/setupWork.ts'
import { homesIn } from '../ways/homes.ts'

/** Facts that hang on parts of some kinds. */
const OF_KINDS = {
  layOut,
  zonesOf,
  learnedLayers,
  finishWork,
  filmGround,
  filmWork,
  levelWays,
  setupWork,
  hardwareSteps,
  lastSteps,
}

/** What a family finds in a build, each joint with what mends it. */
const withMends = (found: readonly FoundJoint[]) =>
  found.map(j => {
    const { low, high } = FAMILIES[j.family].band
    return { ...j, fixes: j.fixes({ low, high }) }
  })

/** Joints that families find: from the kinds that a finder names, and from everything. */
const foundBy = (b: Build, l: Layout): [name: string, own: unknown, plain: unknown][] =>
  FAMILY_FILES.flatMap(f =>
    (f.found ?? []).map((find, i): [string, unknown, unknown] => [
      `${f.families[0]!.id} ${i}`,
      withMends(find(b, l)),
      withMends(find.plainly(b, l)),
    ]),
  )

/** Each fact of a build from the kinds that it names, and from everything. */
const bothWays = (b: Build): [name: string, own: unknown, plain: unknown][] => {
  const l = layOut(b),
    cuts = l ? allCuts(b, l) : [],
    graph = l && bodyGraph(b, l)
  return [
    ...Object.entries(OF_KINDS).map(([name, f]): [string, unknown, unknown] => [name, f(b), f.plainly(b)]),
    ...(l
      ? [
          ...foundBy(b, l),
          ...REQUESTS.map((f, i): [string, unknown, unknown] => [
            `request ${i}`,
            f(b, l, cuts),
            f.plainly(b, l, cuts),
          ]),
          ['controls', controlSpots(b, l), controlSpots.plainly(b, l)] as [string, unknown, unknown],
          ['ground', groundWanted(b, l), groundWanted.plainly(b, l)] as [string, unknown, unknown],
        ]
      : []),
    ...(l && graph
      ? [
          [
            'homes',
            homesIn(b, l, l.pickups, graph, b.circuit.components),
            homesIn.plainly(b, l, l.pickups, graph, b.circuit.components),
          ] as [string, unknown, unknown],
        ]
      : []),
  ]
}
/** What of it is data, maps among it: layers bring functions along. */
const written = (x: unknown): string =>
  JSON.stringify(x, (_, v: unknown) => (v instanceof Map ? [...(v as Map<unknown, unknown>)] : v)) ?? 'nothing'
const agrees = (b: Build) => {
  for (const [name, own, plain] of bothWays(b)) expect(written(own), name).toBe(written(plain))
}

/** The build with a part in every slot, none of them of a usual size: what is read of any part is seen. */
function unusual(b: Build): Build {
  const empty = slotsOf(b.instrument).filter(s => !b.slots[s.id]),
    added = empty.map(s => typicalPart(s.kind, `in-${s.id}`, s.label))
  return {
    ...b,
    slots: { ...b.slots, ...Object.fromEntries(empty.map(s => [s.id, `in-${s.id}`])) },
    parts: [...b.parts, ...added].map(p =>
      dimensionPaths(p).reduce((q, path) => {
        const d = dimensionAt(q, path)!
        return d.doubt > 0 ? withDimension(q, path, { ...d, value: d.value * 1.04 }) : q
      }, p),
    ),
  }
}

describe('what hangs on parts of some kinds', () => {
  it('is what every part together would give, in any build', () => {
    for (const n of DEMO_NAMES) {
      agrees(demo(n))
      agrees(unusual(demo(n)))
    }
    for (const [id, e] of RECIPE_BUILDS) agrees(withRecipe(electric(e), id))
    fc.assert(
      fc.property(anyBuild, b => {
        agrees(b)
        agrees(unusual(b))
      }),
      { numRuns: runs(15) },
    )
  })
  it('stays the same object when a part of another kind is edited', () => {
    const b = demo('kestrel'),
      l = layOut(b)!
    const longer = (kind: string): Build => ({
      ...b,
      parts: b.parts.map(p =>
        p.kind === kind && p.dims.length
          ? { ...p, dims: { ...p.dims, length: { ...p.dims.length, value: p.dims.length.value + 0.4 } } }
          : p,
      ),
    })
    const after = longer('pickup'),
      there = layOut(after)!
    for (const f of [zonesOf, learnedLayers, finishWork, filmWork, setupWork]) expect(f(after)).toBe(f(b))
    // The pickups are others, and where everything else lies is not.
    expect(there.pickups).not.toEqual(l.pickups)
    for (const k of ['features', 'strings', 'line', 'tuners', 'bridge', 'body'] as const)
      expect(there[k], k).toBe(l[k])
    const cuts = allCuts(b, l)
    expect(allCuts(after, there)).toBe(cuts)
    expect(bodyGraph(after, there)).toBe(bodyGraph(b, l))
  })
  it('is given no part of another kind', () => {
    const seen: string[] = [],
      f = factOfKinds(['neck'], ['slots'], b => seen.push(...b.parts.map(p => p.kind)))
    f(demo('wren'))
    expect(new Set(seen)).toEqual(new Set(['neck']))
    const narrow = only(['neck', 'body'], ['name']),
      b = demo('wren')
    expect(narrow({ ...b, parts: b.parts.filter(p => p.kind !== 'strings') })).toBe(narrow(b))
    expect(narrow({ ...b, parts: b.parts.filter(p => p.kind !== 'neck') })).not.toBe(narrow(b))
    expect(narrow({ ...b, name: 'Other' })).not.toBe(narrow(b))
    // In another order, though each kind has its own as before.
    const turned = narrow({ ...b, parts: [...b.parts].reverse() }).parts
    expect(turned.map(p => p.kind)).toEqual(
      narrow(b)
        .parts.map(p => p.kind)
        .reverse(),
    )
  })
})
